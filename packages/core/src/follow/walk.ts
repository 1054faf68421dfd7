import { fields, listOf, numberIn, type Schema } from "../document/schema";
import type { Vector } from "../geometry/beam";
import type { Metres, Seconds } from "../units/units";
import { pointSchema } from "./stage-point";

/** A way about the stage that was recorded once: where somebody was, step by step. It goes round: from the last place back to the first. */
export interface Walk {
  readonly points: readonly Vector[];
  readonly stepSeconds: Seconds;
}

/** A walk that is being gone. */
export interface RunningWalk extends Walk {
  readonly sinceSeconds: Seconds;
  /** From where its target came into it. */
  readonly from: Vector;
}

export const WALK_STEP_SECONDS = 0.1;
export const MOST_WALK_POINTS = 1200;
/** So long a target takes to come into its walk. */
const COMING_SECONDS = 2;
/** From the last place to the first it goes as people do. Common practice. */
const BACK_METRES_A_SECOND = 1.4;

const walkFields = {
  points: listOf(pointSchema, { min: 2, max: MOST_WALK_POINTS }),
  stepSeconds: numberIn(0.02, 10),
};
export const walkSchema: Schema<Walk> = fields<Walk>(walkFields);
export const runningWalkSchema: Schema<RunningWalk> = fields<RunningWalk>({
  ...walkFields,
  sinceSeconds: numberIn(0, 1e12),
  from: pointSchema,
});

const between = (a: Vector, b: Vector): Metres => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);

function backSeconds({ points }: Walk): Seconds {
  return between(points.at(-1)!, points[0]!) / BACK_METRES_A_SECOND;
}

/** How long one round takes, with the way back. */
export function roundSeconds(walk: Walk): Seconds {
  return (walk.points.length - 1) * walk.stepSeconds + backSeconds(walk);
}

/** Where a target on its walk is at t, and how fast it goes (x, y, z each): straight from step to step. Fills `into`. */
export function walkAt(walk: RunningWalk, t: Seconds, into: Float64Array): void {
  const { points, stepSeconds, sinceSeconds, from } = walk;
  const gone = Math.max(0, t - sinceSeconds);
  const round = roundSeconds(walk);
  const last = points.length - 1;
  const within = round > 0 ? gone % round : 0;
  const onWay = within < last * stepSeconds;
  const step = onWay ? Math.min(last - 1, Math.floor(within / stepSeconds)) : last;
  const takes = onWay ? stepSeconds : backSeconds(walk);
  put(points[step]!, points[onWay ? step + 1 : 0]!, { part: takes > 0 ? (within - step * stepSeconds) / takes : 0, takes, into });
  if (gone >= COMING_SECONDS) return;
  // What it was beside the walk's beginning goes little by little.
  const left = 1 - gone / COMING_SECONDS;
  const [first] = points as [Vector];
  const away = [from.x - first.x, from.y - first.y, from.z - first.z];
  for (let axis = 0; axis < 3; axis++) {
    into[axis] = into[axis]! + away[axis]! * left;
    into[axis + 3] = into[axis + 3]! - away[axis]! / COMING_SECONDS;
  }
}

function put(a: Vector, b: Vector, { part, takes, into }: { part: number; takes: Seconds; into: Float64Array }): void {
  const perSecond = takes > 0 ? 1 / takes : 0;
  into[0] = a.x + (b.x - a.x) * part;
  into[1] = a.y + (b.y - a.y) * part;
  into[2] = a.z + (b.z - a.z) * part;
  into[3] = (b.x - a.x) * perSecond;
  into[4] = (b.y - a.y) * perSecond;
  into[5] = (b.z - a.z) * perSecond;
}
