import { cycleTable } from "../motion/cycle-table";
import { isColumn, ownTime, type Content } from "../stroke/column";
import type { Row, RowMotion } from "../stroke/row";
import type { RunLead } from "../playback/playback";
import { clamp } from "../units/units";
import { flatFollows, type FlatFollows, type FollowingRow } from "./flat-follows";
import { copiedFloats } from "./kernels";
import { DriveClocks, flatMotions, type DriveClock, type FlatMotions, type Swing } from "./flat-motions";

/** What strokes come to as flat arrays, rising by parameter. Rows of HTP parameters come first, as parameters do. */
export interface CompiledRows {
  readonly parameters: Int32Array;
  /** The rows' own values. */
  readonly base: Float32Array;
  /** Where each row is going: its own value or what its motion says in this frame. */
  readonly to: Float32Array;
  /** Index into the distinct delays and fades. */
  readonly timing: Uint32Array;
  readonly delays: Float64Array;
  readonly fades: Float64Array;
  readonly motions: FlatMotions;
  readonly riders: FlatMotions;
  readonly follows: FlatFollows;
  readonly clocks: readonly DriveClock[];
}

/** Distinct pairs of numbers, in the order in which they come. */
class DistinctTimings {
  readonly delays: number[] = [];
  readonly fades: number[] = [];
  readonly #indices = new Map<number, Map<number, number>>();
  #last = -1;

  indexOf(delay: number, fade: number): number {
    // Neighbours mostly have the same.
    const last = this.#last;
    if (last >= 0 && this.delays[last] === delay && this.fades[last] === fade) return last;
    return (this.#last = this.#find(delay, fade));
  }

  #find(delay: number, fade: number): number {
    let byFade = this.#indices.get(delay);
    if (!byFade) this.#indices.set(delay, (byFade = new Map<number, number>()));
    let index = byFade.get(fade);
    if (index === undefined) {
      byFade.set(fade, (index = this.delays.length));
      this.delays.push(delay);
      this.fades.push(fade);
    }
    return index;
  }
}

/** Fade and delay of all that content is about, in its order, in seconds. */
export interface TimesOfRows {
  readonly fades: Float64Array;
  readonly delays: Float64Array;
}

/** Times and clock of rows that have none of their own; `times` hold in place of the rows' own. */
export interface CompileDefaults {
  readonly times?: TimesOfRows;
  readonly inSeconds: number;
  readonly masterId?: string | null;
  readonly sinceSeconds?: number;
  readonly lead?: RunLead | undefined;
}

/** Turns what strokes come to into flat arrays. */
export function compile(content: readonly Content[], of: CompileDefaults): CompiledRows {
  const { times, inSeconds, masterId = null, sinceSeconds, lead } = of;
  const timings = new DistinctTimings();
  const clocks = new DriveClocks({ masterId, lead, ...(sinceSeconds === undefined ? {} : { sinceSeconds }) });
  const [motions, riders]: [Swing[], Swing[]] = [[], []];
  const most = content.reduce((sum, one) => sum + lengthOf(one), 0);
  const [parameters, base, timing] = [new Int32Array(most), new Float32Array(most), new Uint32Array(most)];
  const riding: { row: Row; when: number }[] = [];
  const following: FollowingRow[] = [];
  let [at, own] = [0, 0];
  const timingOf = (delay: number | null, fade: number | null): number =>
    times ? timings.indexOf(times.delays[at]!, times.fades[at]!) : timings.indexOf(delay ?? 0, fade ?? inSeconds);
  for (const one of content)
    if (isColumn(one)) {
      parameters.set(one.parameters, own);
      for (let index = 0; index < one.values.length; index++, at++, own++) {
        const value = one.values[index]!;
        base[own] = value > 0 ? (value < 1 ? value : 1) : 0;
        timing[own] = times ? timingOf(null, null) : timingOf(ownTime(one, "delay", index), ownTime(one, "fade", index));
      }
    } else
      for (const row of one) {
        const when = timingOf(row.delay, row.fade);
        at++;
        if (row.value === null) {
          riding.push({ row, when });
          continue;
        }
        for (const motion of row.motions) motions.push({ target: own, motion, timing: when });
        if (row.follows) following.push({ row: own, follows: row.follows, value: row.value });
        parameters[own] = row.parameter;
        base[own] = clamp(row.value, 0, 1);
        timing[own++] = when;
      }
  for (const { row, when } of riding) {
    for (const motion of row.motions) riders.push({ target: row.parameter, motion, timing: when });
    if (row.nudge !== 0) riders.push({ target: row.parameter, motion: steady(row.nudge), timing: when });
  }
  return {
    parameters: parameters.slice(0, own),
    base: base.slice(0, own),
    to: copiedFloats(base.subarray(0, own)),
    timing: timing.slice(0, own),
    motions: flatMotions(motions, clocks),
    riders: flatMotions(riders, clocks),
    follows: flatFollows(following),
    delays: Float64Array.from(timings.delays),
    fades: Float64Array.from(timings.fades),
    clocks: clocks.values,
  };
}

/** How many parameters content is about, those that only ride among them. */
export function lengthOf(content: Content): number {
  return isColumn(content) ? content.parameters.length : content.length;
}

const STILL = cycleTable(() => 0, { cells: 1 });

/** A nudge on what lies beneath is a motion that stands still. */
export function steady(nudge: number): RowMotion {
  return {
    table: STILL,
    low: nudge,
    span: 0,
    middle: nudge,
    relative: true,
    phaseCycles: 0,
    masterId: null,
    rate: 0,
    ownBpm: 60,
    family: "Beam",
    count: null,
    fadeInSeconds: 0,
    fadeOutSeconds: 0,
  };
}

/** The index of the first entry that is not below `limit`, in rising numbers. */
export function lowerBound(rising: Int32Array, limit: number): number {
  let low = 0;
  let high = rising.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rising[middle]! < limit) low = middle + 1;
    else high = middle;
  }
  return low;
}
