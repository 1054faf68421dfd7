import { COVERS, met } from "../stroke/meeting";
import { clamp, fraction, type Seconds } from "../units/units";
import type { CompiledRows } from "./compile";
import { progressAt } from "./fade-progress";
import { ClockGroups } from "./clock-groups";
import { coverAt, sameClock, swingAt, type ClockReader, type FlatMotions } from "./flat-motions";
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
  /** Where counting clocks began; NaN before the first look. */
  readonly #begins: Float64Array;
  #now: Seconds;
  #stopSeconds: Seconds | null = null;

  constructor(compiled: CompiledRows, startSeconds: Seconds) {
    this.runs = new MotionRuns(compiled.motions);
    this.#compiled = compiled;
    this.#groups = new ClockGroups(compiled.clocks);
    this.#startSeconds = startSeconds;
    this.#now = startSeconds;
    this.#cycles = new Float64Array(compiled.clocks.length);
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
      else this.#swingEach(begins[run]!, ends[run]!);
  }

  /** Clocks that differ in their rates alone are read once; while a glide takes each its own way, and where they count, one by one. */
  #readClocks(t: Seconds, reader: ClockReader): void {
    const { groups, rates } = this.#groups;
    for (let group = 0; group < groups.length; group++) {
      const { first, members } = groups[group]!;
      const beats = members.length > 1 ? reader.beatsOf(first, t) : NaN;
      // A number that isn't one differs from itself.
      if (beats === beats) for (let at = 0; at < members.length; at++) this.#cycles[members[at]!] = fraction(beats * rates[members[at]!]!);
      else for (let at = 0; at < members.length; at++) this.#cycles[members[at]!] = this.#roundsOf(members[at]!, t, reader);
    }
  }

  /** Motions one by one, those of a row on each other. */
  #swingEach(begin: number, end: number): void {
    const { motions, base, to } = this.#compiled;
    const { targets, relative, meetings } = motions;
    for (let at = begin; at < end;) {
      const row = targets[at]!;
      let value = base[row]!;
      do {
        const swing = this.swing(motions, at);
        value = relative[at] === 0 ? swing : met(value, swing, this.opacity(motions, at), meetings[at]!);
        at++;
      } while (at < end && targets[at] === row);
      to[row] = value > 0 ? (value < 1 ? value : 1) : 0;
    }
  }

  /** Clocks that count begin with the source and end after their rounds; others give their place in the round. */
  #roundsOf(at: number, t: Seconds, reader: ClockReader): number {
    const clock = this.#compiled.clocks[at]!;
    const cycles = reader.cyclesOf(clock, t);
    if (clock.count === null) return fraction(cycles);
    const way = clock.rate < 0 ? -1 : 1;
    if (Number.isNaN(this.#begins[at]!)) this.#begins[at] = reader.cyclesOf(clock, this.#startSeconds);
    // A clock that was set back begins anew from there.
    if ((cycles - this.#begins[at]!) * way < 0) this.#begins[at] = 0;
    const gone = Math.max(0, (cycles - this.#begins[at]!) * way);
    return fraction(way * Math.min(gone, clock.count));
  }

  /** Where one motion, of rows or of what rides, is now: what covers is as large as ever, and as opaque as its size is. */
  swing(motions: FlatMotions, at: number): number {
    const swing = swingAt(motions, at, this.#cycles[motions.clocks[at]!]!);
    const { fades } = motions;
    if (motions.meetings[at] === COVERS) return swing;
    const middle = motions.middles[at]!;
    if (!fades) return this.size === 1 ? swing : middle + (swing - middle) * this.size;
    return middle + (swing - middle) * this.#grown(motions, at) * this.size;
  }

  /** How far one motion counts, 0..1. */
  opacity(motions: FlatMotions, at: number): number {
    const { opacities, covers } = motions;
    const clear = covers ? coverAt(motions, at, this.#cycles[motions.clocks[at]!]!) : 1;
    if (!opacities || motions.meetings[at] !== COVERS) return clear;
    return clear * clamp(opacities[at]! * this.#grown(motions, at) * this.size, 0, 1);
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
