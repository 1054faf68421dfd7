import type { Source } from "./source";

/** Meets values by the motions of a source that ride on what lies beneath, after all sources are merged; `clampRidden` limits what comes of it. */
export function addRiders(source: Source, values: Float32Array, htpCount: number): void {
  const { targets } = source.compiled.riders;
  const { hand } = source.motions;
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
export function clampRidden({ compiled }: Source, values: Float32Array): void {
  const { targets } = compiled.riders;
  for (let at = 0; at < targets.length; at++) {
    const value = values[targets[at]!]!;
    values[targets[at]!] = value > 0 ? (value < 1 ? value : 1) : 0;
  }
}
