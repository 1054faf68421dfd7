import type { Vector } from "../geometry/beam";
import type { Seconds } from "../units/units";
import type { TargetState } from "./target-state";
import { walkAt } from "./walk";

/** After so many times its own time a smoothed value is where it goes, to a tenth of a millimetre on any stage. */
const ARRIVED_AFTER = 16;

/** Position and velocity, in metres and metres a second: x, y, z each. */
export type PathPlace = Float64Array;
export const newPathPlace = (): PathPlace => new Float64Array(6);

/**
 * Where a target is at t: on its walk, or what was heard, through two low-passes of half the time each, one after the other. What comes out is always a
 * mean of what was heard, so that it never overshoots; it depends on t alone, not on how often it is asked. Fills `into`.
 */
export function pathAt(state: TargetState, smoothSeconds: Seconds, t: Seconds, into: PathPlace): void {
  const { at, half, smooth, heardSeconds, walk } = state;
  if (walk) return walkAt(walk, t, into);
  const time = smoothSeconds / 2;
  const ratio = time > 0 ? Math.max(0, t - heardSeconds) / time : Infinity;
  const left = Math.exp(-ratio);
  // What is left of how far each half was behind, and what of the first half's the second one still has before it.
  const comes = ratio < Infinity ? ratio * left : 0;
  into[0] = at.x + (smooth.x - at.x) * left + (half.x - at.x) * comes;
  into[1] = at.y + (smooth.y - at.y) * left + (half.y - at.y) * comes;
  into[2] = at.z + (smooth.z - at.z) * left + (half.z - at.z) * comes;
  const perSecond = time > 0 ? 1 / time : 0;
  into[3] = (at.x + (half.x - at.x) * left - into[0]) * perSecond;
  into[4] = (at.y + (half.y - at.y) * left - into[1]) * perSecond;
  into[5] = (at.z + (half.z - at.z) * left - into[2]) * perSecond;
}

/** Whether time alone still moves it. */
export function isGliding({ heardSeconds, walk }: TargetState, smoothSeconds: Seconds, t: Seconds): boolean {
  return walk !== undefined || t - heardSeconds < (ARRIVED_AFTER * smoothSeconds) / 2;
}

/** The state after a target was heard of at a moment. */
export function heardAt(state: TargetState, smoothSeconds: Seconds, heard: { at: Vector; t: Seconds }): TargetState {
  const before = newPathPlace();
  pathAt(state, smoothSeconds, heard.t, before);
  const time = smoothSeconds / 2;
  const part = (index: number): number => before[index]! + before[index + 3]! * time;
  return {
    ...state,
    at: heard.at,
    half: { x: part(0), y: part(1), z: part(2) },
    smooth: { x: before[0]!, y: before[1]!, z: before[2]! },
    heardSeconds: heard.t,
  };
}

/** Where it is now, as a point. */
export function placeAt(state: TargetState, smoothSeconds: Seconds, t: Seconds): Vector {
  const now = newPathPlace();
  pathAt(state, smoothSeconds, t, now);
  return { x: now[0]!, y: now[1]!, z: now[2]! };
}
