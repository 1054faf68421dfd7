import { readTable } from "../motion/wave-table";
import { fraction, type Seconds } from "../units/units";
import { readTravel } from "./color-travel";
import { lowerBound, type CompiledRows } from "./compile";

const NO_TRAVEL: ReadonlyMap<number, Float32Array> = new Map();

/** Beats of a master at this moment, or null when there is no such master. */
export type BeatsOf = (masterId: string) => number | null;

/**
 * One contributor to the stage: a running playback, one that is letting go, or a sketch. It fades from what was there
 * when it was started (`from`) to its own values, each row with its own delay and fade.
 */
export class Source {
  readonly id: string;
  readonly compiled: CompiledRows;
  /** Ids of records that were read to make it. */
  readonly reads: ReadonlySet<string>;
  readonly from: Float32Array;
  readonly startSeconds: Seconds;
  /** Rows below this index merge by HTP; a sketch has none: it takes over. */
  readonly htpRows: number;
  /** Scales the HTP rows. */
  level: number;
  /** 1 while held, falling to 0 while letting go. */
  weight = 1;
  /** Every fade has arrived. */
  settled = false;
  /** Levels along the way of colours that don't travel as levels, by row. */
  travel: ReadonlyMap<number, Float32Array> = NO_TRAVEL;
  readonly #progress: Float64Array;
  readonly #cycles: Float64Array;
  #release: { startSeconds: Seconds; seconds: Seconds } | null = null;

  constructor(of: {
    id: string;
    compiled: CompiledRows;
    reads: ReadonlySet<string>;
    from: Float32Array;
    startSeconds: Seconds;
    level: number;
    htpCount: number;
  }) {
    this.id = of.id;
    this.compiled = of.compiled;
    this.reads = of.reads;
    this.from = of.from;
    this.startSeconds = of.startSeconds;
    this.level = of.level;
    this.htpRows = lowerBound(of.compiled.parameters, of.htpCount);
    this.#progress = new Float64Array(of.compiled.fades.length);
    this.#cycles = new Float64Array(of.compiled.drives.length);
  }

  get lettingGo(): boolean {
    return this.#release !== null;
  }

  letGo(startSeconds: Seconds, seconds: Seconds): void {
    this.#release = { startSeconds, seconds };
  }

  /** True while time alone changes what it says. */
  get moving(): boolean {
    const { motions, riders } = this.compiled;
    return !this.settled || this.#release !== null || motions.targets.length > 0 || riders.targets.length > 0;
  }

  /** Brings fades, release and motions to time t. */
  advance(t: Seconds, beatsOf: BeatsOf, tables: Float32Array): void {
    if (this.#release) {
      const { startSeconds, seconds } = this.#release;
      this.weight = 1 - progressAt(t - startSeconds, 0, seconds);
    }
    if (!this.settled) this.#advanceFades(t);
    if (this.compiled.drives.length > 0) this.#advanceMotions(t, beatsOf, tables);
  }

  #advanceFades(t: Seconds): void {
    const { delays, fades } = this.compiled;
    let arrived = true;
    for (let timing = 0; timing < fades.length; timing++) {
      const done = progressAt(t - this.startSeconds, delays[timing]!, fades[timing]!);
      this.#progress[timing] = done;
      if (done < 1) arrived = false;
    }
    this.settled = arrived;
  }

  #advanceMotions(t: Seconds, beatsOf: BeatsOf, tables: Float32Array): void {
    const { drives, motions, base, to } = this.compiled;
    for (let drive = 0; drive < drives.length; drive++) {
      const { masterId, rate } = drives[drive]!;
      const count = masterId === null ? t : (beatsOf(masterId) ?? t);
      this.#cycles[drive] = fraction(count * rate);
    }
    const { targets, phases, lows, spans, relative } = motions;
    for (let at = 0; at < targets.length; at++) {
      const row = targets[at]!;
      const turned = this.#cycles[motions.drives[at]!]! + phases[at]!;
      const swing = lows[at]! + spans[at]! * readTable(tables, motions.tables[at]!, turned - Math.floor(turned));
      const value = relative[at] === 0 ? swing : base[row]! + swing;
      to[row] = value > 0 ? (value < 1 ? value : 1) : 0;
    }
  }

  /** What a row says now, before the level and the weight. */
  rowValue(row: number): number {
    const from = this.from[row]!;
    const done = this.settled ? 1 : this.#progress[this.compiled.timing[row]!]!;
    const travel = done < 1 ? this.travel.get(row) : undefined;
    if (travel) return readTravel(travel, done);
    return from + (this.compiled.to[row]! - from) * done;
  }

  /** Lays the rows over what lies beneath: HTP rows raise it, others replace it. */
  mergeInto(values: Float32Array): void {
    const { parameters, to, timing } = this.compiled;
    const { from, htpRows, weight } = this;
    const progress = this.#progress;
    const gain = this.level * weight;
    const count = parameters.length;
    if (this.settled) {
      for (let row = 0; row < htpRows; row++) {
        const value = to[row]! * gain;
        const parameter = parameters[row]!;
        if (value > values[parameter]!) values[parameter] = value;
      }
      if (weight === 1) for (let row = htpRows; row < count; row++) values[parameters[row]!] = to[row]!;
      else
        for (let row = htpRows; row < count; row++) {
          const parameter = parameters[row]!;
          const beneath = values[parameter]!;
          values[parameter] = beneath + (to[row]! - beneath) * weight;
        }
      return;
    }
    for (let row = 0; row < htpRows; row++) {
      const start = from[row]!;
      const value = (start + (to[row]! - start) * progress[timing[row]!]!) * gain;
      const parameter = parameters[row]!;
      if (value > values[parameter]!) values[parameter] = value;
    }
    const travels = this.travel.size > 0;
    for (let row = htpRows; row < count; row++) {
      const start = from[row]!;
      const value = travels ? this.rowValue(row) : start + (to[row]! - start) * progress[timing[row]!]!;
      const parameter = parameters[row]!;
      const beneath = values[parameter]!;
      values[parameter] = weight === 1 ? value : beneath + (value - beneath) * weight;
    }
  }

  /** Adds the motions that ride on what lies beneath, after all sources are merged. */
  addRiders(values: Float32Array, tables: Float32Array, htpCount: number): void {
    const { targets, phases, lows, spans, timings, drives, tables: starts } = this.compiled.riders;
    for (let at = 0; at < targets.length; at++) {
      const parameter = targets[at]!;
      const turned = this.#cycles[drives[at]!]! + phases[at]!;
      const swing = lows[at]! + spans[at]! * readTable(tables, starts[at]!, turned - Math.floor(turned));
      const done = this.settled ? 1 : this.#progress[timings[at]!]!;
      const gain = done * this.weight * (parameter < htpCount ? this.level : 1);
      const value = values[parameter]! + swing * gain;
      values[parameter] = value > 0 ? (value < 1 ? value : 1) : 0;
    }
  }
}

/** The part done of a fade, 0..1. A fade of no time is done at the instant at which its delay ends. */
export function progressAt(elapsed: Seconds, delay: Seconds, fade: Seconds): number {
  const under = elapsed - delay;
  if (under < 0) return 0;
  return fade > 0 && under < fade ? under / fade : 1;
}
