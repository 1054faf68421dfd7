import { cycleTable } from "../motion/cycle-table";
import type { Row, RowMotion } from "../stroke/row";
import type { RunLead } from "../playback/playback";
import { clamp } from "../units/units";
import { DriveClocks, flatMotions, type DriveClock, type FlatMotions, type Swing } from "./flat-motions";

/** Resolved rows as flat arrays, rising by parameter. Rows of HTP parameters come first, as parameters do. */
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
  readonly clocks: readonly DriveClock[];
}

/** Distinct pairs of numbers, in the order in which they come. */
class DistinctTimings {
  readonly delays: number[] = [];
  readonly fades: number[] = [];
  readonly #indices = new Map<number, Map<number, number>>();

  indexOf(delay: number, fade: number): number {
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

/** Fade and delay of each row, in seconds. */
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

/** Turns resolved rows into flat arrays. */
export function compile(rows: readonly Row[], { times, inSeconds, masterId = null, sinceSeconds, lead }: CompileDefaults): CompiledRows {
  const timings = new DistinctTimings();
  const clocks = new DriveClocks({ masterId, lead, ...(sinceSeconds === undefined ? {} : { sinceSeconds }) });
  const timingOf = ({ delay, fade }: Row, at: number): number =>
    times ? timings.indexOf(times.delays[at]!, times.fades[at]!) : timings.indexOf(delay ?? 0, fade ?? inSeconds);
  const [motions, riders]: [Swing[], Swing[]] = [[], []];
  const own: Row[] = [];
  const timing = new Uint32Array(rows.length);
  rows.forEach((row, at) => {
    if (row.value === null) return;
    const target = own.push(row) - 1;
    timing[target] = timingOf(row, at);
    for (const motion of row.motions) motions.push({ target, motion, timing: timing[target] });
  });
  rows.forEach((row, at) => {
    if (row.value !== null) return;
    const { nudge, parameter: target } = row;
    const when = timingOf(row, at);
    for (const motion of row.motions) riders.push({ target, motion, timing: when });
    if (nudge !== 0) riders.push({ target, motion: steady(nudge), timing: when });
  });
  const base = Float32Array.from(own, ({ value }) => clamp(value!, 0, 1));
  return {
    parameters: Int32Array.from(own, ({ parameter }) => parameter),
    base,
    to: base.slice(),
    timing: timing.slice(0, own.length),
    motions: flatMotions(motions, clocks),
    riders: flatMotions(riders, clocks),
    delays: Float64Array.from(timings.delays),
    fades: Float64Array.from(timings.fades),
    clocks: clocks.values,
  };
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
