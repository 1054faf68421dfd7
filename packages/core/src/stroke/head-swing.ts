import type { MotionTable } from "../motion/motion-table";
import type { Head } from "../rig/rig";
import type { RowMotion } from "./row";

/** How one parameter of a head swings: a table and its ends. */
export interface Swing extends MotionTable, Pick<RowMotion, "low" | "span" | "middle" | "cover"> {}

/** What a motion does to each parameter of a head, at its size and by its index in the spread. */
export type HeadSwings = (
  head: Head,
  at: { size: number; index: number },
) => readonly { readonly parameter: number; readonly swing: Swing }[];
