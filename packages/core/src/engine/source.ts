import { cardLevel, flashMovesUntil } from "../playback/card-level";
import { roleOf, type Playback, type PlaybackState, type Priority } from "../playback/playback";
import { fraction, type Seconds } from "../units/units";
import { readTravel } from "./color-travel";
import { lowerBound, type CompiledRows } from "./compile";
import { MotionRuns } from "./motion-runs";
import { runsOf, type Runs } from "./runs";
import { swingAt, type DriveClock, type FlatMotions } from "./flat-motions";

const NO_TRAVEL: ReadonlyMap<number, Float32Array> = new Map();

const NEVER_PAUSED = { since: null, heldSeconds: 0 } as const;

/** From the lowest to the topmost; sketches lie at SKETCH_RANK. */
export const RANK_OF: Readonly<Record<Priority, number>> = { low: 0, normal: 1, high: 3, top: 4 };
export const SKETCH_RANK = 2;

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
  /** Its rows in stretches. */
  readonly runs: Runs;
  readonly motionRuns: MotionRuns;
  /** Scales the HTP rows, and the others too where `scalesAll`. */
  level: number;
  scalesAll = false;
  /** Lies over sources of a lower rank, however late they came. */
  rank = RANK_OF.normal;
  /** What its colours do to each parameter where they add up (see addingWays); null = they replace. */
  adds: Uint8Array | null = null;
  /** Factor of the motions' swings about their middles. */
  motionSize = 1;
  leavesByHand = false;
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
  /** The part done of each distinct timing. */
  readonly progress: Float64Array;
  readonly #cycles: Float64Array;
  /** Where counting clocks began; NaN before the first look. */
  readonly #begins: Float64Array;
  #now: Seconds;
  /** The card whose fader and flashes it follows. */
  #card: { readonly playback: Playback; readonly state: PlaybackState } | null = null;
  /** The part done by hand, in place of the times. */
  #hand: number | null = null;
  #release: { startSeconds: Seconds; seconds: Seconds; from: number } | null = null;
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
    this.runs = runsOf(of.compiled, this.htpRows);
    this.motionRuns = new MotionRuns(of.compiled.motions);
    this.progress = new Float64Array(of.compiled.fades.length);
    this.#cycles = new Float64Array(of.compiled.clocks.length);
    this.#begins = new Float64Array(of.compiled.clocks.length).fill(NaN);
  }

  get lettingGo(): boolean {
    return this.#release !== null || this.leavesByHand;
  }

  letGo(startSeconds: Seconds, seconds: Seconds): void {
    this.#release = { startSeconds, seconds, from: this.weight };
    this.#card = null;
    this.leavesByHand = false;
    this.stopMotions(startSeconds);
  }

  /** Goes as far as a hand has taken the crossfade that moves it away. */
  leaveByHand(part: number): void {
    this.weight = 1 - part;
    this.leavesByHand = true;
  }

  /** Takes level, priority, pauses and all else that isn't content from its card. */
  follow(playback: Playback, state: PlaybackState, ways: Uint8Array): void {
    const role = roleOf(playback);
    this.#card = { playback, state };
    this.rank = RANK_OF[playback.priority ?? "normal"];
    this.scalesAll = role === "everything";
    this.adds = playback.colors === "add" ? ways : null;
    this.motionSize = role === "motion-size" ? state.level : 1;
    this.pause = { since: state.pausedSeconds ?? null, heldSeconds: state.heldSeconds ?? 0 };
    this.#hand = state.hand?.part ?? null;
    this.level = cardLevel(playback, state, this.#now);
  }

  /** The same place over and under others. */
  lieLike({ rank, scalesAll, adds, motionSize, level }: Source): void {
    Object.assign(this, { rank, scalesAll, adds, motionSize, level });
  }

  /** From here on motions that fade out do so. */
  stopMotions(at: Seconds): void {
    this.#stopSeconds ??= at;
  }

  /** True while time alone changes what it says. */
  get moving(): boolean {
    const { motions, riders } = this.compiled;
    if (!this.settled || this.#release !== null || motions.targets.length > 0 || riders.targets.length > 0) return true;
    return this.#card !== null && (flashMovesUntil(this.#card.playback, this.#card.state) ?? 0) > this.#now;
  }

  /** Brings fades, release and motions to time t. */
  advance(t: Seconds, cyclesOf: CyclesOf): void {
    this.#now = t;
    if (this.#release) {
      const { startSeconds, seconds, from } = this.#release;
      this.weight = from * (1 - progressAt(t - startSeconds, 0, seconds));
    }
    if (this.#card) this.level = cardLevel(this.#card.playback, this.#card.state, t);
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
      const done = this.#hand ?? progressAt(elapsed, delays[timing]!, fades[timing]!);
      this.progress[timing] = done;
      if (done < 1) arrived = false;
    }
    this.settled = arrived;
  }

  #advanceMotions(t: Seconds, cyclesOf: CyclesOf): void {
    const { clocks, to } = this.compiled;
    for (let at = 0; at < clocks.length; at++) this.#cycles[at] = this.#roundsOf(at, t, cyclesOf);
    const { count, begins, ends, alike } = this.motionRuns;
    for (let run = 0; run < count; run++)
      if (alike[run] === 1 && this.motionSize === 1) this.motionRuns.swing(run, this.#cycles, to);
      else this.#swingEach(begins[run]!, ends[run]!);
  }

  /** Motions one by one, those of a row on each other. */
  #swingEach(begin: number, end: number): void {
    const { motions, base, to } = this.compiled;
    const { targets, relative } = motions;
    for (let at = begin; at < end;) {
      const row = targets[at]!;
      let value = base[row]!;
      do {
        const swing = this.#swing(motions, at);
        value = relative[at] === 0 ? swing : value + swing;
        at++;
      } while (at < end && targets[at] === row);
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
    const middle = motions.middles[at]!;
    if (!fades) return this.motionSize === 1 ? swing : middle + (swing - middle) * this.motionSize;
    const delay = this.compiled.delays[motions.timings[at]!]!;
    const grown = fades.in[at]! > 0 ? progressAt(this.#now - this.startSeconds, delay, fades.in[at]!) : 1;
    const gone = this.#stopSeconds !== null && fades.out[at]! > 0 ? progressAt(this.#now - this.#stopSeconds, 0, fades.out[at]!) : 0;
    return middle + (swing - middle) * grown * (1 - gone) * this.motionSize;
  }

  /** The part done of a row's fade, as of the last advance. */
  progressOf(row: number): number {
    return this.settled ? 1 : this.progress[this.compiled.timing[row]!]!;
  }

  /** What a row says now, before the level and the weight. */
  rowValue(row: number): number {
    const done = this.settled ? 1 : this.progress[this.compiled.timing[row]!]!;
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

  /** Adds the motions that ride on what lies beneath, after all sources are merged; `clampRiders` limits what comes of it. */
  addRiders(values: Float32Array, htpCount: number): void {
    const { targets } = this.compiled.riders;
    for (let at = 0; at < targets.length; at++) values[targets[at]!] = values[targets[at]!]! + this.riderValue(at, htpCount);
  }

  /** What one of the motions that ride adds now. */
  riderValue(at: number, htpCount: number): number {
    const { riders } = this.compiled;
    const done = this.settled ? 1 : this.progress[riders.timings[at]!]!;
    const gain = done * this.weight * (riders.targets[at]! < htpCount || this.scalesAll ? this.level : 1);
    return this.#swing(riders, at) * gain;
  }

  /** Where the motions of a row or of what rides on a parameter are in their round now, 0..1. */
  phasesOf(row: number, parameter: number): number[] {
    const { motions, riders } = this.compiled;
    const phases = ({ targets, clocks, phases: offsets }: FlatMotions, target: number): number[] =>
      [...targets.keys()].filter((at) => targets[at] === target).map((at) => fraction(this.#cycles[clocks[at]!]! + offsets[at]!));
    return [...(row < 0 ? [] : phases(motions, row)), ...phases(riders, parameter)];
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
