import type { Vector } from "../geometry/beam";
import type { Scenery } from "./scenery";

/** Lamps so near to a truss's outline hang on it, and twice so far beneath it. */
const NEAR_METRES = 0.6;

/** Whether what hangs at a place hangs on a truss. */
export function hangsOn(place: Vector, { position, size, turn }: Scenery): boolean {
  const angle = (-turn * Math.PI) / 180;
  const [dx, dy] = [place.x - position.x, place.y - position.y];
  const [x, y] = [dx * Math.cos(angle) - dy * Math.sin(angle), dx * Math.sin(angle) + dy * Math.cos(angle)];
  const height = place.z - position.z;
  return (
    Math.abs(x) <= size.x / 2 + NEAR_METRES &&
    Math.abs(y) <= size.y / 2 + NEAR_METRES &&
    height >= -2 * NEAR_METRES &&
    height <= size.z + NEAR_METRES
  );
}
