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

/** Where a target on its walk is at t, and how fast it goes (x, y, z each): straight from step to step. Fills `into`; allocates nothing. */
export function walkAt(walk: RunningWalk, t: Seconds, into: Float64Array): void {
  const { points, stepSeconds, sinceSeconds, from } = walk;
  const gone = Math.max(0, t - sinceSeconds);
  const last = points.length - 1;
  const back = backSeconds(walk);
  const round = last * stepSeconds + back;
  const within = round > 0 ? gone % round : 0;
  const onWay = within < last * stepSeconds;
  const step = onWay ? Math.min(last - 1, Math.floor(within / stepSeconds)) : last;
  const takes = onWay ? stepSeconds : back;
  const perSecond = takes > 0 ? 1 / takes : 0;
  const part = (within - step * stepSeconds) * perSecond;
  const [now, next, first] = [points[step]!, points[onWay ? step + 1 : 0]!, points[0]!];
  into[3] = (next.x - now.x) * perSecond;
  into[4] = (next.y - now.y) * perSecond;
  into[5] = (next.z - now.z) * perSecond;
  into[0] = now.x + (next.x - now.x) * part;
  into[1] = now.y + (next.y - now.y) * part;
  into[2] = now.z + (next.z - now.z) * part;
  if (gone >= COMING_SECONDS) return;
  // What it was beside the walk's beginning goes little by little.
  const left = 1 - gone / COMING_SECONDS;
  into[0] += (from.x - first.x) * left;
  into[1] += (from.y - first.y) * left;
  into[2] += (from.z - first.z) * left;
  into[3] -= (from.x - first.x) / COMING_SECONDS;
  into[4] -= (from.y - first.y) / COMING_SECONDS;
  into[5] -= (from.z - first.z) / COMING_SECONDS;
}
