import { fields, integerIn, nullable, numberIn, oneOf, optional, textUpTo, yesOrNo, type Schema } from "../document/schema";
import type { Vector } from "../geometry/beam";
import type { Seconds } from "../units/units";
import { pointSchema } from "./stage-point";
import { LOST_AFTER_SECONDS, type Target } from "./target";
import { runningWalkSchema, type RunningWalk } from "./walk";

/** Where a target was heard of last. Kept through a restart, never undone. */
export interface TargetState {
  readonly id: string;
  readonly kind: "targetState";
  readonly version: number;
  readonly targetId: string;
  /** The last word, in metres. */
  readonly at: Vector;
  /** How far the two halves of the smoothing had come at that moment. */
  readonly half: Vector;
  readonly smooth: Vector;
  readonly heardSeconds: Seconds;
  /** It stands still, whatever is heard. */
  readonly held: boolean;
  /** Who moves it by hand; then nobody else does. */
  readonly handId: string | null;
  /** It goes the way that was recorded, whatever is heard. */
  readonly walk?: RunningWalk;
}

export function targetStateIdOf(targetId: string): string {
  return `target.${targetId}`;
}

export const targetStateSchema: Schema<TargetState> = fields<TargetState>({
  id: textUpTo(80),
  kind: oneOf(["targetState"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  targetId: textUpTo(64),
  at: pointSchema,
  half: pointSchema,
  smooth: pointSchema,
  heardSeconds: numberIn(0, 1e12),
  held: yesOrNo,
  handId: nullable(textUpTo(64)),
  walk: optional(runningWalkSchema),
});

/** Nothing is heard of it any more, nobody has it in hand or has it stand still, and it isn't on its walk. */
export function isLost({ heardSeconds, held, handId, walk }: TargetState, t: Seconds): boolean {
  return t - heardSeconds > LOST_AFTER_SECONDS && !held && handId === null && walk === undefined;
}

/** A target of which nothing has been heard. */
export function unheard({ id, home }: Target): TargetState {
  const still = { at: home, half: home, smooth: home, heardSeconds: 0, held: false, handId: null };
  return { id: targetStateIdOf(id), kind: "targetState", version: 1, targetId: id, ...still };
}
