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
  const { position, rotation } = head;
  const v = turnedBack({ x: point.x - position.x, y: point.y - position.y, z: point.z - position.z }, rotation);
  const flat = Math.hypot(v.x, v.y);
  const tilt = (Math.atan2(flat, 0 - v.z) * 180) / Math.PI;
  const pan = flat < 1e-9 ? present.pan : (Math.atan2(0 - v.x, v.y) * 180) / Math.PI;
  let best: Aim | null = null;
  let travel = Infinity;
  for (const [basePan, baseTilt] of [
    [pan, tilt],
    [pan + 180, -tilt],
  ] as const)
    for (let turns = -2; turns <= 2; turns++) {
      const candidate = { pan: basePan + 360 * turns, tilt: baseTilt };
      const within = { pan: limited(candidate.pan, head.panRange), tilt: limited(candidate.tilt, head.tiltRange) };
      const off = Math.abs(within.pan - candidate.pan) + Math.abs(within.tilt - candidate.tilt);
      // What lies outside the limits only counts when nothing lies inside.
      const way = Math.abs(within.pan - present.pan) + Math.abs(within.tilt - present.tilt) + (off > 1e-9 ? 1e6 * (1 + off) : 0);
      if (way < travel - 1e-9) {
        travel = way;
        best = { ...within, reached: off <= 1e-9 };
      }
    }
  return best!;
}

function limited(value: number, [low, high]: readonly [number, number]): number {
  return Math.min(Math.max(low, high), Math.max(Math.min(low, high), value));
}
