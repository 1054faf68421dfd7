import { clamp, type Degrees } from "../units/units";
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
  const angles = Float64Array.of(present.pan, present.tilt);
  const reached = aimFrom(head, Float64Array.of(point.x, point.y, point.z), angles);
  return { pan: angles[0]!, tilt: angles[1]!, reached };
}

/** The same for every frame, without an object: from the angles that there are (pan, tilt) to those that are to be, in place. */
export function aimFrom({ position, rotation, panRange, tiltRange }: Aimable, point: Float64Array, angles: Float64Array): boolean {
  const m = turnBackMatrix(rotation);
  const [presentPan, presentTilt] = [angles[0]!, angles[1]!];
  const dx = point[0]! - position.x;
  const dy = point[1]! - position.y;
  const dz = point[2]! - position.z;
  const x = m[0]! * dx + m[1]! * dy + m[2]! * dz;
  const y = m[3]! * dx + m[4]! * dy + m[5]! * dz;
  const z = m[6]! * dx + m[7]! * dy + m[8]! * dz;
  const flat = Math.sqrt(x * x + y * y);
  const tilt = (Math.atan2(flat, 0 - z) * 180) / Math.PI;
  const pan = flat < 1e-9 ? presentPan : (Math.atan2(0 - x, y) * 180) / Math.PI;
  const panLow = Math.min(panRange[0], panRange[1]);
  const panHigh = Math.max(panRange[0], panRange[1]);
  const tiltLow = Math.min(tiltRange[0], tiltRange[1]);
  const tiltHigh = Math.max(tiltRange[0], tiltRange[1]);
  let bestOff = Infinity;
  let travel = Infinity;
  for (let other = 0; other < 2; other++) {
    const baseTilt = other === 0 ? tilt : -tilt;
    const withinTilt = clamp(baseTilt, tiltLow, tiltHigh);
    // Nothing of this side can be nearer than its tilt alone is.
    if (Math.abs(withinTilt - presentTilt) >= travel) continue;
    // Whole turns from where it may look and is nearest to how it looks now: one beyond on either side is enough.
    const nearest = Math.round((clamp(presentPan, panLow, panHigh) - pan) / 360 - other / 2);
    for (let turns = nearest - 1; turns <= nearest + 1; turns++) {
      const basePan = pan + 180 * other + 360 * turns;
      const withinPan = clamp(basePan, panLow, panHigh);
      const off = Math.abs(withinPan - basePan) + Math.abs(withinTilt - baseTilt);
      // What lies outside the limits only counts when nothing lies inside.
      const way = Math.abs(withinPan - presentPan) + Math.abs(withinTilt - presentTilt) + (off > 1e-9 ? 1e6 * (1 + off) : 0);
      if (way < travel - 1e-9) {
        angles[0] = withinPan;
        angles[1] = withinTilt;
        bestOff = off;
        travel = way;
      }
    }
  }
  return bestOff <= 1e-9;
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
