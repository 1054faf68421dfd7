import type { Source } from "./source";

/** How far what rides counts: of rows that raise, and of others. */
const shares = new Float64Array(2);

/** Meets values by the motions of a source that ride on what lies beneath, after all sources are merged; `clampRidden` limits what comes of it. */
export function addRiders(source: Source, values: Float32Array, htpCount: number): void {
  if (!source.rides) return;
  const { targets, fades, covers } = source.compiled.riders;
  const { hand } = source.motions;
  if (source.settled && source.motions.size === 1 && fades === null && covers === null) {
    shares[0] = source.weight * source.level;
    shares[1] = source.scalesAll ? shares[0] : source.weight;
    return source.motions.meetAll(source.compiled.riders, values, { shares, htpCount });
  }
  for (let at = 0; at < targets.length; at++) {
    hand[0] = values[targets[at]!]!;
    ride(source, at, htpCount);
    values[targets[at]!] = hand[0];
  }
}

/** What one of them makes of a value now. */
export function ridden(source: Source, at: number, { value, htpCount }: { value: number; htpCount: number }): number {
  const { hand } = source.motions;
  hand[0] = value;
  ride(source, at, htpCount);
  return hand[0];
}

/** Meets the number in hand by one of them. */
function ride(source: Source, at: number, htpCount: number): void {
  const { motions, compiled, weight, level, settled, progress, scalesAll } = source;
  const { riders } = compiled;
  const done = settled ? 1 : progress[riders.timings[at]!]!;
  motions.hand[1] = done * weight * (riders.targets[at]! < htpCount || scalesAll ? level : 1);
  motions.meet(riders, at);
}

/** Limits what something rides on to what there is. */
export function clampRidden({ compiled, rides }: Source, values: Float32Array): void {
  const { targets } = compiled.riders;
  for (let at = 0; rides && at < targets.length; at++) {
    const value = values[targets[at]!]!;
    values[targets[at]!] = value > 0 ? (value < 1 ? value : 1) : 0;
  }
}
