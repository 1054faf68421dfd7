import { COVERS, met } from "../stroke/meeting";
import { clamp, fraction, leaveFractions, type Seconds } from "../units/units";
import type { CompiledRows } from "./compile";
import { progressAt } from "./fade-progress";
import { ClockGroups } from "./clock-groups";
import { coverAt, sameClock, swingAt, type ClockReader, type FlatMotions } from "./flat-motions";
import { foundDoubles, type Found } from "./kernels";
import { MotionRuns } from "./motion-runs";

/** The motions of a source on their way: where their clocks are, and how far their sizes have grown. */
export class RunningMotions {
  readonly runs: MotionRuns;
  /** Factor of the swings about their middles. */
  size = 1;
  readonly #compiled: CompiledRows;
  readonly #startSeconds: Seconds;
  readonly #groups: ClockGroups;
  readonly #cycles: Float64Array;
  readonly #found: Found<Float64Array>;
  /** Where counting clocks began; NaN before the first look. */
  readonly #begins: Float64Array;
  /** The number in hand, and the share in which it is met: numbers that are handed to and fro would be made anew each time. */
  readonly hand = Float64Array.of(0, 1);
  /** What was read of a clock last. */
  readonly #read = new Float64Array(1);
  #now: Seconds;
  #stopSeconds: Seconds | null = null;

  constructor(compiled: CompiledRows, startSeconds: Seconds) {
    this.runs = new MotionRuns(compiled.motions);
    this.#compiled = compiled;
    this.#groups = new ClockGroups(compiled.clocks);
    this.#startSeconds = startSeconds;
    this.#now = startSeconds;
    this.#found = foundDoubles(compiled.clocks.length);
    this.#cycles = this.#found.numbers;
    this.#begins = new Float64Array(compiled.clocks.length).fill(NaN);
  }

  /** From here on motions that fade out do so. */
  stop(at: Seconds): void {
    this.#stopSeconds ??= at;
  }

  /** Same clocks that count go on from where they began there. */
  carryCounts(present: RunningMotions): void {
    this.#compiled.clocks.forEach((clock, at) => {
      const before = clock.count === null ? -1 : present.#compiled.clocks.findIndex((other) => sameClock(other, clock));
      if (before >= 0) this.#begins[at] = present.#begins[before]!;
    });
  }

  /** Goes on where these motions, whose clocks are the same ones, are. */
  goOnFrom(present: RunningMotions): void {
    this.size = present.size;
    this.#cycles.set(present.#cycles);
    this.#begins.set(present.#begins);
    this.#now = present.#now;
    this.#stopSeconds = present.#stopSeconds;
  }

  /** Brings all to time t; those of rows go into the rows' levels. */
  advance(t: Seconds, reader: ClockReader): void {
    this.#now = t;
    const { to } = this.#compiled;
    this.#readClocks(t, reader);
    const { count, begins, ends, alike } = this.runs;
    for (let run = 0; run < count; run++)
      if (alike[run] === 1 && this.size === 1) this.runs.swing(run, this.#cycles, to);
      else if (alike[run] === 2 && this.size === 1) this.runs.swingApart(run, this.#cycles, to);
      else this.#swingEach(begins[run]!, ends[run]!);
  }

  /** Clocks that differ in their rates alone are read once; while a glide takes each its own way, and where they count, one by one. */
  #readClocks(t: Seconds, reader: ClockReader): void {
    const { groups } = this.#groups;
    const [read, cycles] = [this.#read, this.#cycles];
    for (let group = 0; group < groups.length; group++) {
      const { first, members, steady } = groups[group]!;
      read[0] = t;
      if (steady) reader.putBeats(first, read);
      // A number that isn't one differs from itself.
      if (steady && read[0] === read[0]) this.#groups.turn(groups[group]!, read, this.#found);
      else {
        for (let at = 0; at < members.length; at++) this.#readCycles(members[at]!, t, reader);
        leaveFractions(cycles, members);
      }
    }
  }

  /** Motions one by one, those of a row on each other. */
  #swingEach(begin: number, end: number): void {
    const { motions, base, to } = this.#compiled;
    const { targets } = motions;
    const { hand } = this;
    hand[1] = 1;
    for (let at = begin; at < end;) {
      const row = targets[at]!;
      hand[0] = base[row]!;
      do this.meet(motions, at++);
      while (at < end && targets[at] === row);
      const value = hand[0];
      to[row] = value > 0 ? (value < 1 ? value : 1) : 0;
    }
  }

  /** Clocks that count begin with the source and end after their rounds. */
  #readCycles(at: number, t: Seconds, reader: ClockReader): void {
    const clock = this.#compiled.clocks[at]!;
    const [cycles, begins] = [this.#cycles, this.#begins];
    reader.putCycles(clock, t, cycles, at);
    if (clock.count === null) return;
    const way = clock.rate < 0 ? -1 : 1;
    if (Number.isNaN(begins[at]!)) reader.putCycles(clock, this.#startSeconds, begins, at);
    // A clock that was set back begins anew from there.
    if ((cycles[at]! - begins[at]!) * way < 0) begins[at] = 0;
    const gone = Math.max(0, (cycles[at]! - begins[at]!) * way);
    cycles[at] = way * Math.min(gone, clock.count);
  }

  /**
   * Meets the number in hand by one motion, of rows or of what rides, as it is now. What covers is as large as ever, and as opaque as its
   * size is.
   */
  meet(motions: FlatMotions, at: number): void {
    const { hand } = this;
    const cycles = this.#cycles[motions.clocks[at]!]!;
    const meeting = motions.meetings[at]!;
    const grown = motions.fades ? this.#grown(motions, at) : 1;
    let swing = swingAt(motions, at, cycles);
    if (meeting !== COVERS && (motions.fades || this.size !== 1))
      swing = motions.middles[at]! + (swing - motions.middles[at]!) * grown * this.size;
    if (motions.relative[at] === 0) {
      hand[0] = swing;
      return;
    }
    let opacity = motions.covers ? coverAt(motions, at, cycles) : 1;
    if (meeting === COVERS && motions.opacities) opacity *= clamp(motions.opacities[at]! * grown * this.size, 0, 1);
    hand[0] = met(hand[0]!, swing, hand[1]! * opacity, meeting);
  }

  /** Meets values by all that rides at once, where sizes are whole and nothing is clear: thousands of heads under a veil. */
  meetAll(riders: FlatMotions, values: Float32Array, { shares, htpCount }: { shares: Float64Array; htpCount: number }): void {
    const { targets, clocks, meetings, opacities } = riders;
    for (let at = 0; at < targets.length; at++) {
      const target = targets[at]!;
      const covers = opacities !== null && meetings[at] === COVERS;
      const share = shares[target < htpCount ? 0 : 1]! * (covers ? clamp(opacities[at]!, 0, 1) : 1);
      if (share !== 0) values[target] = met(values[target]!, swingAt(riders, at, this.#cycles[clocks[at]!]!), share, meetings[at]!);
    }
  }

  /** How far a motion has come in, and not gone again, 0..1. */
  #grown({ fades, timings }: FlatMotions, at: number): number {
    if (!fades) return 1;
    const delay = this.#compiled.delays[timings[at]!]!;
    const grown = fades.in[at]! > 0 ? progressAt(this.#now - this.#startSeconds, delay, fades.in[at]!) : 1;
    const gone = this.#stopSeconds !== null && fades.out[at]! > 0 ? progressAt(this.#now - this.#stopSeconds, 0, fades.out[at]!) : 0;
    return grown * (1 - gone);
  }

  /** Where the motions of a row or of what rides on a parameter are in their round now, 0..1. */
  phasesOf(row: number, parameter: number): number[] {
    const { motions, riders } = this.#compiled;
    const phases = ({ targets, clocks, phases: offsets }: FlatMotions, target: number): number[] =>
      [...targets.keys()].filter((at) => targets[at] === target).map((at) => fraction(this.#cycles[clocks[at]!]! + offsets[at]!));
    return [...(row < 0 ? [] : phases(motions, row)), ...phases(riders, parameter)];
  }
}
