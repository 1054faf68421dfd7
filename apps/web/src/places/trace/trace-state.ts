import { create } from "zustand";
import type { LevelUnit } from "./universe-map";

interface TraceState {
  readonly unit: LevelUnit;
  readonly view: "address" | "head";
  /** What is being looked for, as typed. */
  readonly text: string;
  /** Levels to compare with. */
  readonly frozen: Uint8Array | null;
  /** The parameter whose chain is shown. */
  readonly picked: number | null;
  set: (state: Partial<Omit<TraceState, "set">>) => void;
}

/** How Trace was left: it comes back so. */
export const useTrace = create<TraceState>((set) => ({
  unit: "0 to 255",
  view: "address",
  text: "",
  frozen: null,
  picked: null,
  set,
}));
