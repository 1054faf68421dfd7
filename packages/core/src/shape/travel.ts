import { fields, numberIn, oneOf, type Schema } from "../document/schema";
import type { Vector } from "../geometry/beam";

/** Which way something runs through heads as they hang, seen from above: at an angle (0 = to the right, 90 = away from the audience), out from their middle, or in to it. */
export type Travel = { readonly type: "along"; readonly degrees: number } | { readonly type: "out" } | { readonly type: "in" };

export const travelSchema: Schema<Travel> = (value, path) =>
  (value as { type?: unknown } | null)?.type === "along"
    ? fields<{ type: "along"; degrees: number }>({ type: oneOf(["along"]), degrees: numberIn(-360, 360) })(value, path)
    : fields<{ type: "out" | "in" }>({ type: oneOf(["out", "in"]) })(value, path);

/** Nearer to each other than this, places count as one, in metres. */
const SAME_METRES = 1e-6;

/** How far along the way each place lies, 0..1: the first that is met has 0, the last 1. Where nothing lies apart along the way, all have 0. */
export function placesAlong(places: readonly Pick<Vector, "x" | "y">[], travel: Travel): Float64Array {
  const along = Float64Array.from(places, metresOf(places, travel));
  const [least, most] = [Math.min(...along), Math.max(...along)];
  if (!(most - least > SAME_METRES)) return along.fill(0);
  return along.map((metres) => (metres - least) / (most - least));
}

function metresOf(places: readonly Pick<Vector, "x" | "y">[], travel: Travel): (place: Pick<Vector, "x" | "y">) => number {
  if (travel.type === "along") {
    const angle = (travel.degrees * Math.PI) / 180;
    const [right, away] = [Math.cos(angle), Math.sin(angle)];
    return ({ x, y }) => x * right + y * away;
  }
  const count = Math.max(1, places.length);
  const middle = { x: places.reduce((sum, { x }) => sum + x, 0) / count, y: places.reduce((sum, { y }) => sum + y, 0) / count };
  const sign = travel.type === "out" ? 1 : -1;
  return ({ x, y }) => sign * Math.hypot(x - middle.x, y - middle.y);
}
