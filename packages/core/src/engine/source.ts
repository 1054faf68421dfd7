import { COVERS } from "../stroke/meeting";
import { cardLevel, flashMovesUntil } from "../playback/card-level";
import { roleOf, type Playback, type PlaybackState, type Priority } from "../playback/playback";
import type { Seconds } from "../units/units";
import { readTravel } from "./color-travel";
import { lowerBound, type CompiledRows } from "./compile";
import type { RigWays } from "./rig-ways";
import { movedRows } from "./moved-rows";
import { progressAt, putByHand, putProgress } from "./fade-progress";
import { RunningFollows } from "./running-follows";
import { RunningMotions } from "./running-motions";
import { topsOf, type RowTops } from "./row-tops";
import { runsOf, type Runs } from "./runs";
import type { ClockReader } from "./flat-motions";
import { addressOf } from "./kernels";
import { rowNumbers } from "./numbers-of";

const NO_TRAVEL: ReadonlyMap<number, Float32Array> = new Map();
const NO_TIMINGS: ReadonlySet<number> = new Set();
const NEVER_PAUSED = { since: null, heldSeconds: 0 } as const;

/** From the lowest to the topmost; sketches lie at SKETCH_RANK. */
export const RANK_OF: Readonly<Record<Priority, number>> = { low: 0, normal: 1, high: 3, top: 4 };
export const SKETCH_RANK = 2;

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
  /** Where the merge's loops find the rows. */
  readonly fromAt: number;
  readonly toAt: number;
  readonly tops: RowTops;
  readonly startSeconds: Seconds;
  /** Rows below this index merge by HTP; a sketch has none: it takes over. */
  readonly htpRows: number;
  /** Its rows in stretches. */
  readonly runs: Runs;
  readonly motions: RunningMotions;
  readonly follows: RunningFollows;
  scalesAll = false;
  /** Lies over sources of a lower rank, however late they came. */
  rank = RANK_OF.normal;
  /** What its colours do to each parameter where they add up (see addingWays); null = they replace. */
  adds: Uint8Array | null = null;
  leavesByHand = false;
  /** It says what it said in the last frame, and stands still: frames needn't look at it until somebody touches it. */
  rests = false;
  /** What rides changed something when it was asked last. */
  rode = false;
  /** All that rides covers, and as far as nothing. */
  readonly #ridesUnseen: boolean;
  readonly #coversAlone: boolean;
  /** Every fade has arrived. */
  settled = false;
  /** Levels along the way of colours that don't travel as levels, by row. */
  travel: ReadonlyMap<number, Float32Array> = NO_TRAVEL;
  /** What moves on beneath until this has arrived. */
  beneath: Beneath | null = null;
  /** Timings of rows that come softly in the midst of the run: edits don't cut them short. */
  soft: ReadonlySet<number> = NO_TIMINGS;
  /** Seconds by which fades are behind because they were paused, or less because the pace was changed, and since when they are paused. */
  pause: { readonly since: Seconds | null; readonly heldSeconds: Seconds } = NEVER_PAUSED;
  /** The pace, in seconds, of which all of its times are shares; 0 = of none. */
  pacedSeconds = 0;
  /** So many times as fast as its times tell: under another pace. */
  #rate = 1;
  /** The part done of each distinct timing. */
  readonly progress: Float64Array;
  /** Rows of HTP raise; those of a sketch take over. */
  readonly #raises: boolean;
  /** Level, weight and now: written every frame, and numbers in fields would be made anew each time. */
  readonly #numbers = Float64Array.of(0, 1, 0);
  /** The card whose fader and flashes it follows. */
  #card: { readonly playback: Playback; readonly state: PlaybackState } | null = null;
  /** The part done by hand, in place of the times. */
  #hand: number | null = null;
  #release: { startSeconds: Seconds; seconds: Seconds; from: number } | null = null;

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
    this.fromAt = addressOf(of.from);
    this.toAt = addressOf(of.compiled.to);
    this.startSeconds = of.startSeconds;
    this.#now = of.startSeconds;
    this.level = of.level;
    this.#raises = of.htpCount > 0;
    this.htpRows = lowerBound(of.compiled.parameters, of.htpCount);
    this.runs = runsOf({ ...of.compiled, from: of.from }, this.htpRows);
    this.tops = topsOf(of.compiled);
    this.motions = new RunningMotions(of.compiled, of.startSeconds);
    this.follows = new RunningFollows(of.compiled, of.from);
    this.progress = new Float64Array(of.compiled.fades.length);
    const { meetings, opacities } = of.compiled.riders;
    this.#coversAlone = meetings.every((meeting) => meeting === COVERS);
    this.#ridesUnseen = this.#coversAlone && (opacities === null || opacities.every((opacity) => opacity === 0));
  }

  /** Whether what rides can change anything now: a veil at an opacity of 0, or whose fader is down, costs nothing. */
  get rides(): boolean {
    if (this.#ridesUnseen || this.compiled.riders.targets.length === 0) return false;
    return !(this.scalesAll && this.level === 0) && !(this.#coversAlone && this.motions.size === 0);
  }

  /** Scales the HTP rows, and the others too where `scalesAll`. */
  get level(): number {
    return this.#numbers[0]!;
  }

  set level(level: number) {
    this.rests = false;
    this.#numbers[0] = level;
  }

  /** 1 while held, falling to 0 while letting go. */
  get weight(): number {
    return this.#numbers[1]!;
  }

  set weight(weight: number) {
    this.rests = false;
    this.#numbers[1] = weight;
  }

  get #now(): Seconds {
    return this.#numbers[2]!;
  }

  set #now(t: Seconds) {
    this.#numbers[2] = t;
  }

  get lettingGo(): boolean {
    return this.#release !== null || this.leavesByHand;
  }

  letGo(startSeconds: Seconds, seconds: Seconds): void {
    this.rests = false;
    this.#release = { startSeconds, seconds, from: this.weight };
    this.#card = null;
    this.leavesByHand = false;
    this.motions.stop(startSeconds);
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
    this.motions.size = role === "motion-size" ? state.level : 1;
    this.pause = { since: state.pausedSeconds ?? null, heldSeconds: (state.heldSeconds ?? 0) - (state.furtherSeconds ?? 0) };
    this.#hand = state.hand?.part ?? null;
    this.#rate = this.goesOnUnder(state) ? this.pacedSeconds / state.seconds! : 1;
    this.level = cardLevel(playback, state, this.#now);
  }

  /** Whether its times are as they are under the state's pace but for how fast they go: from pace to pace nothing is compiled anew. */
  goesOnUnder({ byPace, seconds = 0 }: PlaybackState): boolean {
    return this.pacedSeconds > 0 && byPace === true && seconds > 0;
  }

  /** The same place over and under others. */
  lieLike({ rank, scalesAll, adds, level, motions }: Source): void {
    Object.assign(this, { rank, scalesAll, adds, level });
    this.motions.size = motions.size;
  }

  /** The same run on a rig whose parameters lie otherwise: `to` tells of each where it is now, -1 = gone. */
  moved(to: Int32Array, ways: RigWays): Source {
    const { compiled, from, to: rowTo } = movedRows(this.compiled, to);
    const starts = rowNumbers(from, (row) => this.from[row]!);
    const next = this.#goOnIn(new Source({ ...this, compiled, from: starts, htpCount: this.#raises ? ways.htpCount : 0 }));
    next.adds = this.adds && ways.adding;
    next.travel = new Map([...this.travel].flatMap(([row, table]) => (rowTo[row]! < 0 ? [] : [[rowTo[row]!, table]])));
    if (this.beneath) next.beneath = movedBeneath(this.beneath, from, { to, ways });
    return next;
  }

  /** The same run with further times behind its own, for some of its rows, and where these start from. */
  retimed(compiled: CompiledRows, from: Float32Array, htpCount: number): Source {
    const next = this.#goOnIn(new Source({ ...this, compiled, from, htpCount: this.#raises ? htpCount : 0 }));
    const { travel, beneath } = this;
    return Object.assign(next, { travel, beneath, settled: false });
  }

  #goOnIn(next: Source): Source {
    const { weight, settled, pause, leavesByHand, soft, pacedSeconds } = this;
    next.lieLike(this);
    Object.assign(next, { weight, settled, pause, leavesByHand, soft, pacedSeconds });
    next.#rate = this.#rate;
    next.progress.set(this.progress);
    next.motions.goOnFrom(this.motions);
    next.follows.goOnFrom(this.follows);
    next.#now = this.#now;
    next.#card = this.#card;
    next.#hand = this.#hand;
    next.#release = this.#release;
    return next;
  }

  /** True while time alone changes what it says. */
  get moving(): boolean {
    if (!this.settled || this.#release !== null || this.compiled.motions.targets.length > 0 || this.rides) return true;
    if (this.follows.moving) return true;
    return this.#card !== null && (flashMovesUntil(this.#card.playback, this.#card.state) ?? 0) > this.#now;
  }

  /** Whether neither time nor clocks nor targets change what it says. */
  get standsStill(): boolean {
    return !this.moving && this.compiled.clocks.length === 0 && this.compiled.follows.heads.length === 0;
  }

  /** Brings fades, release and motions to time t. */
  advance(t: Seconds, reader: ClockReader): void {
    if (this.rests) return;
    this.#now = t;
    if (this.#release) {
      const { startSeconds, seconds, from } = this.#release;
      this.weight = from * (1 - progressAt(t - startSeconds, 0, seconds));
    }
    if (this.#card) this.level = cardLevel(this.#card.playback, this.#card.state, t);
    if (!this.settled) this.#advanceFades(t);
    if (this.compiled.follows.heads.length > 0) this.follows.advance(t, reader.targetsAt, this);
    if (this.compiled.clocks.length > 0) this.motions.advance(t, reader);
    if (this.settled) this.beneath = null;
    this.beneath?.source.advance(t, reader);
  }

  #advanceFades(t: Seconds): void {
    const { fades } = this.compiled;
    const elapsed = this.#rate * ((this.pause.since ?? t) - this.startSeconds - this.pause.heldSeconds);
    const { progress } = this;
    this.settled = this.#hand === null ? putProgress(progress, elapsed, this.compiled) : putByHand(progress, this.#hand, fades);
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
}

function movedBeneath({ source, rows, gain }: Beneath, from: Int32Array, { to, ways }: { to: Int32Array; ways: RigWays }): Beneath {
  const { to: rowTo } = movedRows(source.compiled, to);
  return { source: source.moved(to, ways), gain, rows: from.map((old) => (rows[old]! < 0 ? -1 : rowTo[rows[old]!]!)) };
}
