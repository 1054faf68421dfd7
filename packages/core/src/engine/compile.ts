import { TABLE_POINTS, waveTable } from "../motion/wave-table";
import type { Waveform } from "../motion/waveform";
import type { Row, RowMotion } from "../stroke/resolve";

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
  readonly timings: Uint16Array;
}

/** Resolved rows as flat arrays, rising by parameter. Rows of HTP parameters come first, as parameters do. */
export interface CompiledRows {
  readonly parameters: Int32Array;
  /** The rows' own values. */
  readonly base: Float32Array;
  /** Where each row is going: its own value or what its motion says in this frame. */
  readonly to: Float32Array;
  /** Index into the distinct delays and fades. */
  readonly timing: Uint16Array;
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

/** Distinct values in the order in which they come, by key. */
class Distinct<T> {
  readonly values: T[] = [];
  readonly #indices = new Map<string, number>();

  indexOf(key: string, value: T): number {
    let index = this.#indices.get(key);
    if (index === undefined) {
      index = this.values.length;
      this.values.push(value);
      this.#indices.set(key, index);
    }
    return index;
  }
}

/** Turns resolved rows into flat arrays. `inSeconds` is the time of rows that have none of their own. */
export function compile(rows: readonly Row[], inSeconds: number, bank: WaveBank): CompiledRows {
  const timings = new Distinct<{ delay: number; fade: number }>();
  const drives = new Distinct<{ masterId: string | null; rate: number }>();
  const timingOf = (row: Row): number => {
    const fade = row.fade ?? inSeconds;
    return timings.indexOf(`${row.delay} ${fade}`, { delay: row.delay, fade });
  };
  const flatMotions = (of: readonly { target: number; motion: RowMotion; timing: number }[]): FlatMotions => ({
    targets: Int32Array.from(of, ({ target }) => target),
    tables: Int32Array.from(of, ({ motion }) => bank.startOf(motion.waveform, motion.width)),
    phases: Float64Array.from(of, ({ motion }) => motion.phaseCycles),
    lows: Float32Array.from(of, ({ motion }) => motion.low),
    spans: Float32Array.from(of, ({ motion }) => motion.high - motion.low),
    drives: Uint16Array.from(of, ({ motion: { masterId, rate } }) => drives.indexOf(`${masterId ?? ""} ${rate}`, { masterId, rate })),
    relative: Uint8Array.from(of, ({ motion }) => (motion.relative ? 1 : 0)),
    timings: Uint16Array.from(of, ({ timing }) => timing),
  });
  const own = rows.filter(({ value }) => value !== null);
  const motions = own.flatMap((row, target) => (row.motion ? [{ target, motion: row.motion, timing: timingOf(row) }] : []));
  const riders = rows.flatMap((row) =>
    row.value === null && row.motion ? [{ target: row.parameter, motion: row.motion, timing: timingOf(row) }] : [],
  );
  const base = Float32Array.from(own, ({ value }) => value!);
  return {
    parameters: Int32Array.from(own, ({ parameter }) => parameter),
    base,
    to: base.slice(),
    timing: Uint16Array.from(own, timingOf),
    motions: flatMotions(motions),
    riders: flatMotions(riders),
    delays: Float64Array.from(timings.values, ({ delay }) => delay),
    fades: Float64Array.from(timings.values, ({ fade }) => fade),
    drives: drives.values,
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
