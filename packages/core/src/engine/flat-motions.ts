import { readTable, type CycleTable } from "../motion/cycle-table";
import type { Driven } from "../playback/speed-master";
import type { RowMotion } from "../stroke/row";

/** A clock that motions share: its master (null = their own clock), how they follow it, and after how many rounds they stop. */
export interface DriveClock extends Driven {
  readonly masterId: string | null;
  readonly count: number | null;
}

/**
 * Motions as flat arrays, those of one target together and in the order in which they lie on each other. Targets are row
 * indices, or parameters for those that ride on what lies beneath.
 */
export interface FlatMotions {
  readonly targets: Int32Array;
  readonly tables: readonly CycleTable[];
  readonly phases: Float64Array;
  readonly lows: Float32Array;
  readonly spans: Float32Array;
  readonly middles: Float32Array;
  readonly clocks: Uint16Array;
  /** 1 = adds to what is there. */
  readonly relative: Uint8Array;
  /** Index of the timing whose progress brings the motion in. */
  readonly timings: Uint32Array;
  /** Seconds over which sizes grow and shrink; null when none does. */
  readonly fades: { readonly in: Float32Array; readonly out: Float32Array } | null;
}

/** One motion on its way into flat arrays. */
export interface Swing {
  readonly target: number;
  readonly motion: RowMotion;
  readonly timing: number;
}

/** Distinct clocks, in the order in which they come. */
export class DriveClocks {
  readonly values: DriveClock[] = [];
  readonly #indices = new Map<string, number>();
  readonly #masterId: string | null;

  /** `masterId` drives the motions that name no master themselves. */
  constructor(masterId: string | null) {
    this.#masterId = masterId;
  }

  indexOf({ masterId: named, rate, ownBpm, family, count }: RowMotion): number {
    const masterId = named ?? this.#masterId;
    const key = `${masterId} ${rate} ${ownBpm} ${family} ${count}`;
    let index = this.#indices.get(key);
    if (index === undefined) this.#indices.set(key, (index = this.values.push({ masterId, rate, ownBpm, family, count }) - 1));
    return index;
  }
}

export function flatMotions(swings: readonly Swing[], clocks: DriveClocks): FlatMotions {
  const sized = swings.some(({ motion }) => motion.fadeInSeconds > 0 || motion.fadeOutSeconds > 0);
  return {
    targets: Int32Array.from(swings, ({ target }) => target),
    tables: swings.map(({ motion }) => motion.table),
    phases: Float64Array.from(swings, ({ motion }) => motion.phaseCycles),
    lows: Float32Array.from(swings, ({ motion }) => motion.low),
    spans: Float32Array.from(swings, ({ motion }) => motion.span),
    middles: Float32Array.from(swings, ({ motion }) => motion.middle),
    clocks: Uint16Array.from(swings, ({ motion }) => clocks.indexOf(motion)),
    relative: Uint8Array.from(swings, ({ motion }) => (motion.relative ? 1 : 0)),
    timings: Uint32Array.from(swings, ({ timing }) => timing),
    fades: sized
      ? {
          in: Float32Array.from(swings, ({ motion }) => motion.fadeInSeconds),
          out: Float32Array.from(swings, ({ motion }) => motion.fadeOutSeconds),
        }
      : null,
  };
}

/** Where a motion is now, by the rounds that its clock has gone through. */
export function swingAt(motions: FlatMotions, at: number, cycles: number): number {
  const turned = cycles + motions.phases[at]!;
  return motions.lows[at]! + motions.spans[at]! * readTable(motions.tables[at]!, turned - Math.floor(turned));
}
