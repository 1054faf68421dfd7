import { fraction, type Seconds } from "../units/units";
import { readTravel } from "./color-travel";
import { lowerBound, type CompiledRows } from "./compile";
import { swingAt, type DriveClock, type FlatMotions } from "./flat-motions";

const NO_TRAVEL: ReadonlyMap<number, Float32Array> = new Map();

const NEVER_PAUSED = { since: null, heldSeconds: 0 } as const;

/** Rounds that a clock has gone through at a time. */
export type CyclesOf = (clock: DriveClock, t: Seconds) => number;

/** What a source takes over from: the run before it, which moves on beneath while this one fades in. */
export interface Beneath {
  readonly source: Source;
  /** For each row of the source above its row there, or -1 where that one doesn't move. */
  readonly rows: Int32Array;
  /** Factor of HTP rows: the fader then against the fader now. */
  readonly gain: number;
}

/**
 * One contributor to the stage: a running playback, one that is letting go, or a sketch. It fades from what was there
 * when it was started (`from`, or what moves on beneath) to its own values, each row with its own delay and fade.
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
  /** What moves on beneath until this has arrived. */
  beneath: Beneath | null = null;
  /** Seconds by which fades are behind because they were paused, and since when they are. */
  pause: { readonly since: Seconds | null; readonly heldSeconds: Seconds } = NEVER_PAUSED;
  readonly #progress: Float64Array;
  readonly #cycles: Float64Array;
  /** Where counting clocks began; NaN before the first look. */
  readonly #begins: Float64Array;
  #now: Seconds;
  #release: { startSeconds: Seconds; seconds: Seconds } | null = null;
  #stopSeconds: Seconds | null = null;

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
    this.#now = of.startSeconds;
    this.level = of.level;
    this.htpRows = lowerBound(of.compiled.parameters, of.htpCount);
    this.#progress = new Float64Array(of.compiled.fades.length);
    this.#cycles = new Float64Array(of.compiled.clocks.length);
    this.#begins = new Float64Array(of.compiled.clocks.length).fill(NaN);
  }

  get lettingGo(): boolean {
    return this.#release !== null;
  }

  letGo(startSeconds: Seconds, seconds: Seconds): void {
    this.#release = { startSeconds, seconds };
    this.stopMotions(startSeconds);
  }

  /** From here on motions that fade out do so. */
  stopMotions(at: Seconds): void {
    this.#stopSeconds ??= at;
  }

  /** True while time alone changes what it says. */
  get moving(): boolean {
    const { motions, riders } = this.compiled;
    return !this.settled || this.#release !== null || motions.targets.length > 0 || riders.targets.length > 0;
  }

  /** Brings fades, release and motions to time t. */
  advance(t: Seconds, cyclesOf: CyclesOf): void {
    this.#now = t;
    if (this.#release) {
      const { startSeconds, seconds } = this.#release;
      this.weight = 1 - progressAt(t - startSeconds, 0, seconds);
    }
    if (!this.settled) this.#advanceFades(t);
    if (this.compiled.clocks.length > 0) this.#advanceMotions(t, cyclesOf);
    if (this.settled) this.beneath = null;
    this.beneath?.source.advance(t, cyclesOf);
  }

  #advanceFades(t: Seconds): void {
    const { delays, fades } = this.compiled;
    const elapsed = (this.pause.since ?? t) - this.startSeconds - this.pause.heldSeconds;
    let arrived = true;
    for (let timing = 0; timing < fades.length; timing++) {
      const done = progressAt(elapsed, delays[timing]!, fades[timing]!);
      this.#progress[timing] = done;
      if (done < 1) arrived = false;
    }
    this.settled = arrived;
  }

  #advanceMotions(t: Seconds, cyclesOf: CyclesOf): void {
    const { clocks, motions, base, to } = this.compiled;
    for (let at = 0; at < clocks.length; at++) this.#cycles[at] = this.#roundsOf(at, t, cyclesOf);
    const { targets, relative } = motions;
    for (let at = 0; at < targets.length;) {
      const row = targets[at]!;
      let value = base[row]!;
      do {
        const swing = this.#swing(motions, at);
        value = relative[at] === 0 ? swing : value + swing;
        at++;
      } while (at < targets.length && targets[at] === row);
      to[row] = value > 0 ? (value < 1 ? value : 1) : 0;
    }
  }

  /** Clocks that count begin with the source and end after their rounds; others give their place in the round. */
  #roundsOf(at: number, t: Seconds, cyclesOf: CyclesOf): number {
    const clock = this.compiled.clocks[at]!;
    const cycles = cyclesOf(clock, t);
    if (clock.count === null) return fraction(cycles);
    const way = clock.rate < 0 ? -1 : 1;
    if (Number.isNaN(this.#begins[at]!)) this.#begins[at] = cyclesOf(clock, this.startSeconds);
    // A clock that was set back begins anew from there.
    if ((cycles - this.#begins[at]!) * way < 0) this.#begins[at] = 0;
    const gone = Math.max(0, (cycles - this.#begins[at]!) * way);
    return fraction(way * Math.min(gone, clock.count));
  }

  #swing(motions: FlatMotions, at: number): number {
    const swing = swingAt(motions, at, this.#cycles[motions.clocks[at]!]!);
    const { fades } = motions;
    if (!fades) return swing;
    const middle = motions.middles[at]!;
    const delay = this.compiled.delays[motions.timings[at]!]!;
    const grown = progressAt(this.#now - this.startSeconds, delay, fades.in[at]!);
    const gone = this.#stopSeconds !== null && fades.out[at]! > 0 ? progressAt(this.#now - this.#stopSeconds, 0, fades.out[at]!) : 0;
    return middle + (swing - middle) * grown * (1 - gone);
  }

  /** The part done of a row's fade, as of the last advance. */
  progressOf(row: number): number {
    return this.settled ? 1 : this.#progress[this.compiled.timing[row]!]!;
  }

  /** What a row says now, before the level and the weight. */
  rowValue(row: number): number {
    const done = this.settled ? 1 : this.#progress[this.compiled.timing[row]!]!;
    const travel = done < 1 ? this.travel.get(row) : undefined;
    if (travel) return readTravel(travel, done);
    const from = done < 1 ? this.#start(row) : 0;
    return from + (this.compiled.to[row]! - from) * done;
  }

  #start(row: number): number {
    const under = this.beneath ? this.beneath.rows[row]! : -1;
    if (under < 0) return this.from[row]!;
    const { source, gain } = this.beneath!;
    const value = source.rowValue(under);
    return row < this.htpRows ? Math.min(1, value * gain) : value;
  }

  /** Lays the rows over what lies beneath: HTP rows raise it, others replace it. */
  mergeInto(values: Float32Array): void {
    if (this.settled) this.#mergeSettled(values);
    else if (this.beneath || this.travel.size > 0) this.#mergeRowByRow(values);
    else this.#mergeFading(values);
  }

  #mergeSettled(values: Float32Array): void {
    const { parameters, to } = this.compiled;
    const { htpRows, weight } = this;
    const gain = this.level * weight;
    const count = parameters.length;
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
  }

  #mergeFading(values: Float32Array): void {
    const { parameters, to, timing } = this.compiled;
    const { from, htpRows, weight } = this;
    const progress = this.#progress;
    const gain = this.level * weight;
    const count = parameters.length;
    for (let row = 0; row < htpRows; row++) {
      const start = from[row]!;
      const value = (start + (to[row]! - start) * progress[timing[row]!]!) * gain;
      const parameter = parameters[row]!;
      if (value > values[parameter]!) values[parameter] = value;
    }
    for (let row = htpRows; row < count; row++) {
      const start = from[row]!;
      const value = start + (to[row]! - start) * progress[timing[row]!]!;
      const parameter = parameters[row]!;
      const beneath = values[parameter]!;
      values[parameter] = weight === 1 ? value : beneath + (value - beneath) * weight;
    }
  }

  #mergeRowByRow(values: Float32Array): void {
    const { parameters } = this.compiled;
    const { htpRows, weight } = this;
    const gain = this.level * weight;
    for (let row = 0; row < parameters.length; row++) {
      const parameter = parameters[row]!;
      const value = this.rowValue(row);
      const beneath = values[parameter]!;
      if (row >= htpRows) values[parameter] = weight === 1 ? value : beneath + (value - beneath) * weight;
      else if (value * gain > beneath) values[parameter] = value * gain;
    }
  }

  /** Adds the motions that ride on what lies beneath, after all sources are merged; `clampRiders` limits what comes of it. */
  addRiders(values: Float32Array, htpCount: number): void {
    const { riders } = this.compiled;
    const { targets, timings } = riders;
    for (let at = 0; at < targets.length; at++) {
      const parameter = targets[at]!;
      const done = this.settled ? 1 : this.#progress[timings[at]!]!;
      const gain = done * this.weight * (parameter < htpCount ? this.level : 1);
      values[parameter] = values[parameter]! + this.#swing(riders, at) * gain;
    }
  }

  clampRiders(values: Float32Array): void {
    const { targets } = this.compiled.riders;
    for (let at = 0; at < targets.length; at++) {
      const value = values[targets[at]!]!;
      values[targets[at]!] = value > 0 ? (value < 1 ? value : 1) : 0;
    }
  }
}

/** The part done of a fade, 0..1. A fade of no time is done at the instant at which its delay ends. */
export function progressAt(elapsed: Seconds, delay: Seconds, fade: Seconds): number {
  const under = elapsed - delay;
  if (under < 0) return 0;
  return fade > 0 && under < fade ? under / fade : 1;
}
