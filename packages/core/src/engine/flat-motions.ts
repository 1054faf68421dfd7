import { readTable, type CycleTable } from "../motion/cycle-table";
import type { TargetsAt } from "../follow/followed-head";
import { drivenCycles, masterStateIdOf, putSteadyBeats, type Driven, type MasterState, type SpeedMaster } from "../playback/speed-master";
import type { RunLead } from "../playback/playback";
import { ADDS, COVERS } from "../stroke/meeting";
import type { RowMotion } from "../stroke/row";
import type { Seconds } from "../units/units";
import { targetReader, type HeardTargets, type TargetRecord } from "./target-reader";
import { numbersOf } from "./numbers-of";

/** A clock that motions share: its master (null = their own clock), how they follow it, and after how many rounds they stop. */
export interface DriveClock extends Driven {
  readonly masterId: string | null;
  readonly count: number | null;
}

/** Where clocks, and targets, are at a time. What is read is put into a place of a row: a number that is returned would be made anew each time. */
export interface ClockReader {
  readonly targetsAt: TargetsAt;
  /** Rounds that a clock has gone through. */
  readonly putCycles: (clock: DriveClock, t: Seconds, into: Float64Array, at: number) => void;
  /** What all motions on such a clock multiply by their rates at the time that is the row's first number: put there; NaN while each goes its own way. */
  readonly putBeats: (clock: DriveClock, row: Float64Array) => void;
}

/** What drives clocks, and targets: masters and how these stand, by their ids. */
export interface Drives extends HeardTargets {
  get<K extends keyof DrivingRecord>(kind: K, id: string): DrivingRecord[K] | null;
}

interface DrivingRecord extends TargetRecord {
  master: SpeedMaster;
  masterState: MasterState;
}

/** A reader of clocks in the show as it is when they are asked. */
export function clockReader(drives: () => Drives): ClockReader {
  // Ids are put together once: frames make no text.
  const stateIds = new Map<string, string>();
  const masterOf = (masterId: string | null): SpeedMaster | null => (masterId === null ? null : drives().get("master", masterId));
  const stateOf = (masterId: string | null): MasterState | null => {
    if (masterId === null) return null;
    let stateId = stateIds.get(masterId);
    if (stateId === undefined) stateIds.set(masterId, (stateId = masterStateIdOf(masterId)));
    return drives().get("masterState", stateId);
  };
  return {
    targetsAt: targetReader(drives),
    putCycles: (clock, t, into, at) => {
      into[at] = drivenCycles(masterOf(clock.masterId), stateOf(clock.masterId), clock, t);
    },
    putBeats: (clock, row) => putSteadyBeats(masterOf(clock.masterId), stateOf(clock.masterId), clock, row),
  };
}

/**
 * Motions as flat arrays, those of one target together and in the order in which they lie on each other. Targets are row
 * indices, or parameters for those that ride on what lies beneath.
 */
export interface FlatMotions {
  readonly targets: Int32Array;
  readonly tables: readonly CycleTable[];
  /** What was read of these last. */
  readonly read: ReadCells;
  readonly phases: Float64Array;
  readonly lows: Float32Array;
  readonly spans: Float32Array;
  readonly middles: Float32Array;
  readonly clocks: Uint16Array;
  /** 1 = adds to what is there. */
  readonly relative: Uint8Array;
  /** How those that are added meet what is there: see Meeting. */
  readonly meetings: Uint8Array;
  /** How far those that cover do so, 0..1; null when none does. */
  readonly opacities: Float32Array | null;
  /** How much of each counts on its way, 0..1; null = all of it. */
  readonly covers: readonly (CycleTable | undefined)[] | null;
  /** Index of the timing whose progress brings the motion in. */
  readonly timings: Uint32Array;
  /** Seconds over which sizes grow and shrink; null when none does. */
  readonly fades: { readonly in: Float32Array; readonly out: Float32Array } | null;
}

/**
 * The cell of each table in which its motion is, and what it says: thousands of heads under a veil have tables of their own, which lie all about the
 * memory, and most frames stay within a cell.
 */
interface ReadCells {
  /** Cells of each table. */
  readonly counts: Int32Array;
  /** -1 = nothing was read yet. */
  readonly cells: Int32Array;
  readonly starts: Float32Array;
  readonly rises: Float32Array;
}

export function readCells(tables: readonly CycleTable[]): ReadCells {
  return {
    counts: numbersOf(Int32Array, tables, (table) => table.length >> 1),
    cells: new Int32Array(tables.length).fill(-1),
    starts: new Float32Array(tables.length),
    rises: new Float32Array(tables.length),
  };
}

/** One motion on its way into flat arrays. */
export interface Swing {
  readonly target: number;
  readonly motion: RowMotion;
  readonly timing: number;
}

/** The run that motions belong to: its master drives those that name none, and what was ahead before it began counts no more. */
export interface RunClock {
  readonly masterId: string | null;
  readonly sinceSeconds?: Seconds;
  /** What the run as a whole is ahead since its master was changed. */
  readonly lead?: RunLead | undefined;
}

/** How far a motion is ahead in this run; null = not at all. */
export function leadOf(motion: RowMotion, run: RunClock): { lead: number; leadSeconds: Seconds } | null {
  const { lead: own, leadSeconds = 0, rate, ownBpm, masterId } = motion;
  const kept = own !== undefined && leadSeconds >= (run.sinceSeconds ?? 0);
  const shared = masterId === null ? run.lead : undefined;
  if (!kept && !shared) return null;
  const ofRun = shared ? rate * (shared.beats + (shared.ownSeconds * ownBpm) / 60) : 0;
  return { lead: (kept ? own : 0) + ofRun, leadSeconds: Math.max(kept ? leadSeconds : 0, shared?.atSeconds ?? 0) };
}

export function sameClock(a: DriveClock, b: DriveClock): boolean {
  return (Object.keys({ ...a, ...b }) as (keyof DriveClock)[]).every((field) => a[field] === b[field]);
}

/** Distinct clocks, in the order in which they come. */
export class DriveClocks {
  readonly values: DriveClock[] = [];
  readonly #indices = new Map<string, number>();
  readonly #run: RunClock;
  #last: RowMotion | null = null;
  #lastIndex = 0;

  constructor(run: RunClock) {
    this.#run = run;
  }

  indexOf(motion: RowMotion): number {
    const { masterId: named, rate, ownBpm, family, count } = motion;
    const last = this.#last;
    // Most of a veil's motions go by one clock.
    if (last && named === last.masterId && rate === last.rate && ownBpm === last.ownBpm && family === last.family && count === last.count)
      if (motion.lead === last.lead && motion.leadSeconds === last.leadSeconds) return this.#lastIndex;
    const masterId = named ?? this.#run.masterId;
    const ahead = leadOf(motion, this.#run);
    const key = `${masterId} ${rate} ${ownBpm} ${family} ${count} ${ahead?.lead} ${ahead?.leadSeconds}`;
    let index = this.#indices.get(key);
    if (index === undefined) this.#indices.set(key, (index = this.values.push({ masterId, rate, ownBpm, family, count, ...ahead }) - 1));
    this.#last = motion;
    this.#lastIndex = index;
    return index;
  }
}

export function flatMotions(swings: readonly Swing[], clocks: DriveClocks): FlatMotions {
  const tables = swings.map(({ motion }) => motion.table);
  const sized = swings.some(({ motion }) => motion.fadeInSeconds > 0 || motion.fadeOutSeconds > 0);
  return {
    targets: numbersOf(Int32Array, swings, ({ target }) => target),
    tables,
    read: readCells(tables),
    phases: numbersOf(Float64Array, swings, ({ motion }) => motion.phaseCycles),
    lows: numbersOf(Float32Array, swings, ({ motion }) => motion.low),
    spans: numbersOf(Float32Array, swings, ({ motion }) => motion.span),
    middles: numbersOf(Float32Array, swings, ({ motion }) => motion.middle),
    clocks: numbersOf(Uint16Array, swings, ({ motion }) => clocks.indexOf(motion)),
    relative: numbersOf(Uint8Array, swings, ({ motion }) => (motion.relative ? 1 : 0)),
    meetings: numbersOf(Uint8Array, swings, ({ motion }) => motion.meeting ?? ADDS),
    opacities: swings.some(({ motion }) => motion.meeting === COVERS)
      ? numbersOf(Float32Array, swings, ({ motion }) => motion.opacity ?? 1)
      : null,
    covers: swings.some(({ motion }) => motion.cover) ? swings.map(({ motion }) => motion.cover) : null,
    timings: numbersOf(Uint32Array, swings, ({ timing }) => timing),
    fades: sized
      ? {
          in: numbersOf(Float32Array, swings, ({ motion }) => motion.fadeInSeconds),
          out: numbersOf(Float32Array, swings, ({ motion }) => motion.fadeOutSeconds),
        }
      : null,
  };
}

/** How much of a motion counts now, 0..1, by the rounds that its clock has gone through. */
export function coverAt({ covers, phases }: FlatMotions, at: number, cycles: number): number {
  const cover = covers?.[at];
  if (!cover) return 1;
  const turned = cycles + phases[at]!;
  return readTable(cover, turned - Math.floor(turned));
}

/** Of tables of so many cells the one that was read is kept. */
const MOST_KEPT = 512;

/** Where a motion is now, by the rounds that its clock has gone through. */
export function swingAt(motions: FlatMotions, at: number, cycles: number): number {
  const { read } = motions;
  const turned = cycles + motions.phases[at]!;
  const place = (turned - Math.floor(turned)) * read.counts[at]!;
  const cell = place | 0;
  if (read.cells[at] !== cell) {
    const table = motions.tables[at]!;
    // Of a fine table, which many share, each frame has another cell.
    if (read.counts[at]! > MOST_KEPT)
      return motions.lows[at]! + motions.spans[at]! * (table[2 * cell]! + table[2 * cell + 1]! * (place - cell));
    read.cells[at] = cell;
    read.starts[at] = table[2 * cell]!;
    read.rises[at] = table[2 * cell + 1]!;
  }
  return motions.lows[at]! + motions.spans[at]! * (read.starts[at]! + read.rises[at]! * (place - cell));
}
