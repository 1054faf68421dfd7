import type { Head, Scenery } from "@vexa/core";
import type { Projection } from "./projection";
import type { RigMarks } from "./rig-marks";

/** A rig prepared for drawing at one size: nothing in here depends on levels. */
export interface StageDrawing {
  readonly heads: readonly Head[];
  readonly projection: Projection;
  readonly marks: RigMarks;
  readonly xy: Float32Array;
  /** Radius of each head's mark in pixels. */
  readonly radius: Float32Array;
  readonly cells: Uint8Array;
  /** Heads in the picture, by their index in the rig. */
  readonly visible: readonly number[];
  /** Heads of hidden layers aren't drawn; those of locked ones can't be picked either. */
  readonly hidden: ReadonlySet<number> | null;
  readonly closed: ReadonlySet<number> | null;
  readonly scenery: readonly Scenery[];
  /** What stands beside each head; null = numbers where there is room. */
  readonly labels: readonly string[] | null;
  /** Levels stand beside all heads. */
  readonly levels: boolean;
}

/** What of a stage is shown besides its heads. */
export type StageDetails = Pick<StageDrawing, "hidden" | "closed" | "scenery" | "labels" | "levels">;
