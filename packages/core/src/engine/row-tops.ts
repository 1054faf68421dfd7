import type { CompiledRows } from "./compile";
import { followedAngles } from "./flat-follows";
import { addressOf, ELSEWHERE, kernelsNow, rowFloats } from "./kernels";

/** Rows of a block, as a shift: the loops know it, too. */
export const TOP_SHIFT = 4;
export const TOPPED_ROWS = 1 << TOP_SHIFT;

/** The highest level to which rows go, block by block, where the merge's loops find it. */
export interface RowTops {
  readonly tops: Float32Array;
  /** ELSEWHERE where there are no such loops, or no room. */
  readonly at: number;
}

const NOWHERE: RowTops = { tops: new Float32Array(0), at: ELSEWHERE };

/** As high as what moves by itself may come: no level is higher. */
const ANYWHERE = 1;

/** The tops of compiled rows; those that a motion or a target moves may come anywhere. */
export function topsOf({ to, motions, follows }: CompiledRows): RowTops {
  if (kernelsNow() === null || addressOf(to) === ELSEWHERE) return NOWHERE;
  const tops = rowFloats(Math.ceil(to.length / TOPPED_ROWS));
  for (let row = 0; row < to.length; row++) if (to[row]! > tops[row >> TOP_SHIFT]!) tops[row >> TOP_SHIFT] = to[row]!;
  for (let at = 0; at < motions.targets.length; at++) tops[motions.targets[at]! >> TOP_SHIFT] = ANYWHERE;
  for (const { row } of followedAngles(follows)) tops[row >> TOP_SHIFT] = ANYWHERE;
  return { tops, at: addressOf(tops) };
}
