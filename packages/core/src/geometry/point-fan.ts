import { fields, listOf, numberIn, oneOf, type Schema } from "../document/schema";
import type { Vector } from "./beam";

/**
 * Points on stage along a selection. `straight`: knots at equal distances, straight between them in metres. `circle`: the
 * first knot is its middle, the second a point on it; level with the floor, once round.
 */
export interface PointFan {
  readonly knots: readonly Vector[];
  readonly path: "straight" | "circle";
}

const metres = numberIn(-1000, 1000);
export const pointFanSchema: Schema<PointFan> = fields<PointFan>({
  knots: listOf(fields<Vector>({ x: metres, y: metres, z: metres }), { min: 1, max: 64 }),
  path: oneOf(["straight", "circle"]),
});

/** The point at place `u`, 0..1. */
export function fanPoint({ knots, path }: PointFan, u: number): Vector {
  const [first, second] = [knots[0]!, knots[1]];
  if (path === "circle" && second) {
    const radius = Math.hypot(second.x - first.x, second.y - first.y);
    const angle = Math.atan2(second.y - first.y, second.x - first.x) + 2 * Math.PI * u;
    return { x: first.x + radius * Math.cos(angle), y: first.y + radius * Math.sin(angle), z: second.z };
  }
  const last = knots.length - 1;
  if (last <= 0) return first;
  const at = (u > 0 ? (u < 1 ? u : 1) : 0) * last;
  const stretch = Math.min(Math.floor(at), last - 1);
  const [from, to, s] = [knots[stretch]!, knots[stretch + 1]!, at - stretch];
  return { x: from.x + (to.x - from.x) * s, y: from.y + (to.y - from.y) * s, z: from.z + (to.z - from.z) * s };
}
