import type { Placement, Vector } from "../geometry/beam";
import type { Patch } from "./fixture";

/** A lamp as a plan's file has it. */
export interface PlanLamp extends Placement {
  /** The plan's own id of it, by which it is known again. */
  readonly uuid: string;
  readonly name: string;
  /** As people say it; null where the plan's own is no number. */
  readonly number: number | null;
  /** Name of its GDTF file, with the ending. */
  readonly spec: string;
  readonly mode: string;
  /** By break from the first on. */
  readonly patches: readonly (Patch | null)[];
  readonly layer: string;
}

/** A truss or something else on a plan that is no lamp, as a box. */
export interface PlanThing {
  readonly uuid: string;
  readonly name: string;
  readonly form: "truss" | "riser";
  /** The middle of its underside, metres. */
  readonly position: Vector;
  /** Across, upstage and high before it is turned, metres. */
  readonly size: Vector;
  /** Degrees about the upright. */
  readonly turn: number;
  readonly layer: string;
}
