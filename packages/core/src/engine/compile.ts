import { TABLE_POINTS, waveTable } from "../motion/wave-table";
import type { Waveform } from "../motion/waveform";
import type { Row, RowMotion } from "../stroke/row";
import { clamp } from "../units/units";

/** Motions as flat arrays. `targets` are row indices, or parameters for those that ride on what lies beneath. */
export interface FlatMotions {
  readonly targets: Int32Array;
  readonly tables: Int32Array;
  readonly phases: Float64Array;
  readonly lows: Float32Array;
  readonly spans: Float32Array;
  readonly drives: Uint16Array;
  /** 1 = adds to the row's own value. */
  readonly relative: Uint8Array;
  /** Index of the timing whose progress brings the motion in. */
  readonly timings: Uint32Array;
}

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
  /** Distinct clocks: which master (null = own) and how many cycles per beat or second. */
  readonly drives: readonly { readonly masterId: string | null; readonly rate: number }[];
}

/** One waveform of a shared bank of tables; the bank only grows. */
export class WaveBank {
  tables = new Float32Array(0);
  readonly #starts = new Map<string, number>();

  startOf(kind: Waveform, width: number | undefined): number {
    const key = `${kind} ${width ?? "whole"}`;
    let start = this.#starts.get(key);
    if (start === undefined) {
      start = this.tables.length;
      const grown = new Float32Array(start + TABLE_POINTS + 1);
      grown.set(this.tables);
      grown.set(waveTable(kind, width === undefined ? {} : { width }), start);
      this.tables = grown;
      this.#starts.set(key, start);
    }
    return start;
  }
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

/** Distinct clocks, in the order in which they come. */
class DistinctDrives {
  readonly values: { readonly masterId: string | null; readonly rate: number }[] = [];

  readonly #indices = new Map<string | null, Map<number, number>>();

  indexOf(masterId: string | null, rate: number): number {
    let byRate = this.#indices.get(masterId);
    if (!byRate) this.#indices.set(masterId, (byRate = new Map<number, number>()));
    let index = byRate.get(rate);
    if (index === undefined) byRate.set(rate, (index = this.values.push({ masterId, rate }) - 1));
    return index;
  }
}

interface Swing {
  readonly target: number;
  readonly motion: RowMotion;
  readonly timing: number;
}

/** Turns resolved rows into flat arrays. `inSeconds` is the time of rows that have none of their own. */
export function compile(rows: readonly Row[], inSeconds: number, bank: WaveBank): CompiledRows {
  const timings = new DistinctTimings();
  const drives = new DistinctDrives();
  const own = rows.filter(({ value }) => value !== null);
  const [motions, riders]: [Swing[], Swing[]] = [[], []];
  const timing = new Uint32Array(own.length);
  own.forEach(({ delay, fade, motion }, target) => {
    timing[target] = timings.indexOf(delay, fade ?? inSeconds);
    if (motion) motions.push({ target, motion, timing: timing[target] });
  });
  for (const { value, nudge, motion, parameter, delay, fade } of rows) {
    if (value !== null) continue;
    const at = timings.indexOf(delay, fade ?? inSeconds);
    if (motion) riders.push({ target: parameter, motion, timing: at });
    if (nudge !== 0) riders.push({ target: parameter, motion: steady(nudge), timing: at });
  }
  const base = Float32Array.from(own, ({ value }) => clamp(value!, 0, 1));
  return {
    parameters: Int32Array.from(own, ({ parameter }) => parameter),
    base,
    to: base.slice(),
    timing,
    motions: flatMotions(motions, drives, bank),
    riders: flatMotions(riders, drives, bank),
    delays: Float64Array.from(timings.delays),
    fades: Float64Array.from(timings.fades),
    drives: drives.values,
  };
}

/** A nudge on what lies beneath is a motion that stands still. */
export function steady(nudge: number): RowMotion {
  return { waveform: "ramp-up", width: undefined, low: nudge, high: nudge, relative: true, phaseCycles: 0, masterId: null, rate: 0 };
}

function flatMotions(swings: readonly Swing[], drives: DistinctDrives, bank: WaveBank): FlatMotions {
  return {
    targets: Int32Array.from(swings, ({ target }) => target),
    tables: Int32Array.from(swings, ({ motion }) => bank.startOf(motion.waveform, motion.width)),
    phases: Float64Array.from(swings, ({ motion }) => motion.phaseCycles),
    lows: Float32Array.from(swings, ({ motion }) => motion.low),
    spans: Float32Array.from(swings, ({ motion }) => motion.high - motion.low),
    drives: Uint16Array.from(swings, ({ motion }) => drives.indexOf(motion.masterId, motion.rate)),
    relative: Uint8Array.from(swings, ({ motion }) => (motion.relative ? 1 : 0)),
    timings: Uint32Array.from(swings, ({ timing }) => timing),
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
