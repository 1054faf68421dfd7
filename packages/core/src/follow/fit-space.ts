import { fail, ok, type Result } from "../errors/result";
import type { Vector } from "../geometry/beam";
import { LEAST_SCALE, MOST_SCALE, placeOnStage, type KnownPoint, type TrackedSpace } from "./tracking";
import type { Metres } from "../units/units";

/** A space, and how far the points lie from where it puts them, at the most. */
export interface FittedSpace {
  readonly space: TrackedSpace;
  readonly misses: Metres;
}

/** Points nearer than this to each other tell of noise alone. Common practice. */
const NEAR_METRES = 0.5;
/** One space has to be so much better than its mirror image for the points to tell which it is: on a line, and of two, they don't. */
const CLEARLY = 0.02;

/**
 * The space that puts known points nearest to where they are, by least squares (the closed form for two dimensions with one scale: Umeyama 1991, from memory;
 * heights have the same scale). Two points, or several on a line, leave open whether it is mirrored: then it stays as it is. Errors: value.invalid.
 */
export function fitSpace(points: readonly KnownPoint[], present: Pick<TrackedSpace, "mirrored">): Result<FittedSpace> {
  const invalid = (why: string): Result<FittedSpace> =>
    fail("value.invalid", { field: "The known points", value: String(points.length), why });
  if (points.length < 2) return invalid("two or more are needed, as far from each other as they can be");
  for (const which of ["heard", "stage"] as const)
    if (spread(points.map((point) => point[which])) < NEAR_METRES)
      return invalid(
        `they lie too near to each other ${which === "heard" ? "as they are heard" : "on stage"}: they must be ${NEAR_METRES} m apart`,
      );
  const [same, other] = [fitted(points, present.mirrored), fitted(points, !present.mirrored)];
  const best = other.misses + CLEARLY < same.misses ? other : same;
  const { scale } = best.space;
  if (!(scale >= LEAST_SCALE && scale <= MOST_SCALE)) return invalid("the tracker’s metres and the stage’s are too different");
  return ok(best);
}

/** How far apart on the floor the two are that are furthest from each other. */
function spread(places: readonly Vector[]): Metres {
  return Math.max(...places.flatMap((one) => places.map((other) => Math.hypot(one.x - other.x, one.y - other.y))));
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

function fitted(points: readonly KnownPoint[], mirrored: boolean): FittedSpace {
  const sign = mirrored ? -1 : 1;
  const middle = (of: (point: KnownPoint) => Vector): Vector => {
    const all = points.map(of);
    return { x: mean(all.map(({ x }) => x)), y: mean(all.map(({ y }) => y)), z: mean(all.map(({ z }) => z)) };
  };
  const [heard, stage] = [middle(({ heard: at }) => ({ ...at, x: sign * at.x })), middle(({ stage: at }) => at)];
  // Sums over the points about their middles: along each other, across each other, and of what is heard alone.
  let [along, across, size] = [0, 0, 0];
  for (const point of points) {
    const [hx, hy] = [sign * point.heard.x - heard.x, point.heard.y - heard.y];
    const [sx, sy] = [point.stage.x - stage.x, point.stage.y - stage.y];
    along += hx * sx + hy * sy;
    across += hx * sy - hy * sx;
    size += hx * hx + hy * hy;
  }
  const turn = (Math.atan2(across, along) * 180) / Math.PI;
  const scale = Math.hypot(along, across) / size;
  const still: TrackedSpace = { offset: { x: 0, y: 0, z: 0 }, turn, scale, mirrored };
  const moved = placeOnStage(still, { ...heard, x: sign * heard.x });
  const space = { ...still, offset: { x: stage.x - moved.x, y: stage.y - moved.y, z: stage.z - moved.z } };
  const misses = points.map(({ heard: from, stage: to }) => {
    const at = placeOnStage(space, from);
    return Math.hypot(at.x - to.x, at.y - to.y, at.z - to.z);
  });
  return { space, misses: Math.max(...misses) };
}
