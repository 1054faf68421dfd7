import type { Degrees } from "../units/units";
import { turnedBack, type Placement, type Vector } from "./beam";

/** A head that can be aimed: where it hangs, and the ends of its pan and tilt. */
export interface Aimable extends Placement {
  readonly panRange: readonly [Degrees, Degrees];
  readonly tiltRange: readonly [Degrees, Degrees];
}

export interface Angles {
  readonly pan: Degrees;
  readonly tilt: Degrees;
}

/** Where a head has to look. `reached` false: nothing within its limits looks there; the angles are those nearest to it. */
export interface Aim extends Angles {
  readonly reached: boolean;
}

/**
 * Pan and tilt with which the head's beam goes through a point. Of all solutions (pan +-180 with the tilt turned, whole
 * turns) the one within the limits and nearest to `present`, so that nothing flips needlessly; straight below or above the
 * pan stays. Source: 2-model.md section 9, 5-references.md G1 to G10.
 */
export function aim(head: Aimable, point: Vector, present: Angles = { pan: 0, tilt: 0 }): Aim {
  const { position, rotation, panRange, tiltRange } = head;
  const m = turnBackMatrix(rotation);
  const dx = point.x - position.x;
  const dy = point.y - position.y;
  const dz = point.z - position.z;
  const x = m[0]! * dx + m[1]! * dy + m[2]! * dz;
  const y = m[3]! * dx + m[4]! * dy + m[5]! * dz;
  const z = m[6]! * dx + m[7]! * dy + m[8]! * dz;
  const flat = Math.sqrt(x * x + y * y);
  const tilt = (Math.atan2(flat, 0 - z) * 180) / Math.PI;
  const pan = flat < 1e-9 ? present.pan : (Math.atan2(0 - x, y) * 180) / Math.PI;
  const panLow = Math.min(panRange[0], panRange[1]);
  const panHigh = Math.max(panRange[0], panRange[1]);
  const tiltLow = Math.min(tiltRange[0], tiltRange[1]);
  const tiltHigh = Math.max(tiltRange[0], tiltRange[1]);
  let bestPan = 0;
  let bestTilt = 0;
  let bestOff = Infinity;
  let travel = Infinity;
  for (let other = 0; other < 2; other++) {
    const baseTilt = other === 0 ? tilt : -tilt;
    const withinTilt = limited(baseTilt, tiltLow, tiltHigh);
    for (let turns = -2; turns <= 2; turns++) {
      const basePan = pan + 180 * other + 360 * turns;
      const withinPan = limited(basePan, panLow, panHigh);
      const off = Math.abs(withinPan - basePan) + Math.abs(withinTilt - baseTilt);
      // What lies outside the limits only counts when nothing lies inside.
      const way = Math.abs(withinPan - present.pan) + Math.abs(withinTilt - present.tilt) + (off > 1e-9 ? 1e6 * (1 + off) : 0);
      if (way < travel - 1e-9) {
        bestPan = withinPan;
        bestTilt = withinTilt;
        bestOff = off;
        travel = way;
      }
    }
  }
  return { pan: bestPan, tilt: bestTilt, reached: bestOff <= 1e-9 };
}

function limited(value: number, low: number, high: number): number {
  return value > low ? (value < high ? value : high) : low;
}

// Placements never change in place: a head's turn is worked out once.
const matrices = new WeakMap<Placement["rotation"], Float64Array>();

/** The inverse of a base's turn as a matrix, row by row. */
function turnBackMatrix(rotation: Placement["rotation"]): Float64Array {
  let matrix = matrices.get(rotation);
  if (!matrix) {
    const columns = [
      { x: 1, y: 0, z: 0 },
      { x: 0, y: 1, z: 0 },
      { x: 0, y: 0, z: 1 },
    ].map((axis) => turnedBack(axis, rotation));
    const [p, q, r] = columns as [Vector, Vector, Vector];
    matrix = Float64Array.of(p.x, q.x, r.x, p.y, q.y, r.y, p.z, q.z, r.z);
    matrices.set(rotation, matrix);
  }
  return matrix;
}
