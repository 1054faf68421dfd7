import { clamp, type Bpm, type Seconds } from "../units/units";
import { fields, listOf, numberIn, oneOf, optional, type Schema } from "../document/schema";

/** A tempo as plain data: the count of beats is a straight line from the anchor on. */
export interface TempoState {
  readonly bpm: Bpm;
  /** Multiplies the tempo: 0.5 halves, 2 doubles; 0..2 for a fader. */
  readonly scale: number;
  readonly anchorSeconds: Seconds;
  readonly anchorBeats: number;
  readonly running: "yes" | "held";
  /** The latest taps by the clock of the hand, at most nine, rising. */
  readonly taps: readonly Seconds[];
  /** The tempo that beats followed before it was changed last. */
  readonly bpmBefore?: Bpm;
}

export const MIN_BPM = 1;
export const MAX_BPM = 600;
const TAP_PAUSE_SECONDS = 2;
const TAP_INTERVALS = 8;

const time = numberIn(0, 1e12);
export const tempoSchema: Schema<TempoState> = fields<TempoState>({
  bpm: numberIn(MIN_BPM, MAX_BPM),
  scale: numberIn(0, 64),
  anchorSeconds: time,
  anchorBeats: numberIn(-1e12, 1e12),
  running: oneOf(["yes", "held"]),
  taps: listOf(time, { max: TAP_INTERVALS + 1 }),
  bpmBefore: optional(numberIn(0, MAX_BPM * 64)),
});

export function steadyTempo(bpm: Bpm): TempoState {
  return { bpm, scale: 1, anchorSeconds: 0, anchorBeats: 0, running: "yes", taps: [] };
}

/**
 * Counts beats and never jumps: a change of tempo changes the slope from that moment on. Times are show seconds
 * and may not run backwards between calls that change the clock. Source: 2-model.md section 6.
 */
export class TempoClock {
  #state: TempoState;

  constructor(state: TempoState) {
    this.#state = state;
  }

  /** The clock as plain data, for keeping. */
  get state(): TempoState {
    return this.#state;
  }

  /** Beats at time t; motions multiply them by their rate. */
  cycles(t: Seconds): number {
    return beatsAt(this.#state, t);
  }

  /** The tempo that beats follow now: 0 while held. */
  get effectiveBpm(): Bpm {
    return beatsPerSecond(this.#state) * 60;
  }

  /** Sets the tempo (limited to 1..600 BPM) from t on. */
  setBpm(bpm: Bpm, t: Seconds): void {
    this.#change(t, { bpm: clamp(bpm, MIN_BPM, MAX_BPM), bpmBefore: this.effectiveBpm });
  }

  /**
   * A tap: the tempo follows the last up to 8 intervals (`tapInterval`); a pause of over 2 s starts afresh. `hand` is when the hand did it by
   * its own clock, which may run ahead of ours: what counts is how far apart taps are; the tempo changes at t.
   */
  tap(t: Seconds, hand: Seconds = t): void {
    const { taps } = this.#state;
    const last = taps.at(-1);
    const fresh = last === undefined || hand - last > TAP_PAUSE_SECONDS || hand <= last;
    const kept = fresh ? [hand] : [...taps, hand].slice(-(TAP_INTERVALS + 1));
    if (kept.length < 2) {
      this.#state = { ...this.#state, taps: kept };
      return;
    }
    const interval = tapInterval(kept);
    // A row of taps is one change: what counts as before is the tempo before the first of them.
    const before = kept.length === 2 ? { bpmBefore: this.effectiveBpm } : {};
    // People mean the tempo that they tap: a scale left from before would turn it into another.
    this.#change(t, { bpm: clamp(60 / interval, MIN_BPM, MAX_BPM), scale: 1, taps: kept, ...before });
  }

  /** Makes t the start of a cycle for all that this drives. */
  resync(t: Seconds): void {
    this.#state = { ...this.#state, anchorSeconds: t, anchorBeats: 0 };
  }

  /** Stops the count at t. */
  hold(t: Seconds): void {
    this.#change(t, { running: "held" });
  }

  /** Continues the count at t from where it stopped. */
  go(t: Seconds): void {
    this.#change(t, { running: "yes" });
  }

  /** Multiplies the tempo from t on; the phase goes on where it is. */
  scale(factor: number, t: Seconds): void {
    this.#change(t, { scale: clamp(factor, 0, 64), bpmBefore: this.effectiveBpm });
  }

  #change(t: Seconds, change: Partial<TempoState>): void {
    this.#state = { ...this.#state, anchorBeats: beatsAt(this.#state, t), anchorSeconds: t, ...change };
  }
}

/** How fast a master drives what it drives: 0 while it is held. */
export function drivenBpm({ bpm, scale, running }: TempoState): Bpm {
  return running === "held" ? 0 : bpm * scale;
}

/** Beats of a tempo at time t: a pure function, so that seeking equals playing to there. */
export function beatsAt(state: TempoState, t: Seconds): number {
  return state.anchorBeats + (t - state.anchorSeconds) * beatsPerSecond(state);
}

function beatsPerSecond(state: TempoState): number {
  return drivenBpm(state) / 60;
}

/** So many taps, each interval so near to the median, count as even tapping. */
const EVEN_TAPS = 6;
const EVEN_PART = 0.2;

/**
 * Seconds between taps: the median of the intervals, which a slip doesn't move. Even tapping with a shaky hand is told closer by the
 * median of the slopes between all pairs of taps (Theil and Sen): within 1 % at +-15 ms, where the median of 8 intervals is off by 2 % at
 * times, and a tap that comes 90 ms late, which the line of least squares takes for 1.2 %, moves it by 0.3 % (measured, in the middle).
 */
function tapInterval(taps: readonly Seconds[]): Seconds {
  const intervals = taps.slice(1).map((tap, index) => tap - taps[index]!);
  const middle = median(intervals);
  const even = intervals.every((interval) => Math.abs(interval - middle) <= EVEN_PART * middle);
  if (taps.length < EVEN_TAPS || !even) return middle;
  return median(taps.flatMap((later, last) => taps.slice(0, last).map((tap, first) => (later - tap) / (last - first))));
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
