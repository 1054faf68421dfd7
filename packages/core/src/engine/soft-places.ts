import type { FollowedHead } from "../follow/followed-head";
import type { Seconds } from "../units/units";

/** Nearer than this to where it goes, in metres, a place is there. */
const THERE = 1e-4;

/**
 * Where heads look that come softly to where their targets are, or no faster than so much: through two low-passes of half the time each, as targets
 * themselves are smoothed, so that nothing overshoots. Frames allocate nothing.
 */
export class SoftPlaces {
  /** Half of the time over which each is smoothed, and the metres a second that it goes at the most. */
  readonly #times: Float64Array;
  readonly #speeds: Float64Array;
  /** How far the first and the second low-pass of each have come, and where it looks; NaN before the first look. */
  readonly #halves: Float64Array;
  readonly #smooth: Float64Array;
  readonly #shown: Float64Array;

  constructor(heads: readonly FollowedHead[]) {
    this.#times = Float64Array.from(heads, ({ follow }) => (follow.smoothSeconds ?? 0) / 2);
    this.#speeds = Float64Array.from(heads, ({ follow }) => follow.mostSpeed ?? Infinity);
    [this.#halves, this.#smooth, this.#shown] = [0, 1, 2].map(() => new Float64Array(3 * heads.length).fill(NaN)) as [
      Float64Array,
      Float64Array,
      Float64Array,
    ];
  }

  isSoft(at: number): boolean {
    return this.#times[at]! > 0 || this.#speeds[at]! < Infinity;
  }

  /** One goes on from where another looked: `place`, where that one wasn't soft. */
  goOnFrom(at: number, other: SoftPlaces, { at: otherAt, place }: { at: number; place: Float64Array }): void {
    const from = 3 * otherAt;
    const soft = other.isSoft(otherAt);
    for (const [row, before] of [
      [this.#halves, other.#halves],
      [this.#smooth, other.#smooth],
      [this.#shown, other.#shown],
    ] as const)
      row.set(soft ? before.subarray(from, from + 3) : place, 3 * at);
  }

  /** Brings one nearer to a place within so many seconds, and puts where it looks then into `place`; true = it is there. The first time it is there at once. */
  come(at: number, place: Float64Array, seconds: Seconds): boolean {
    const first = 3 * at;
    // A number that isn't one differs from itself.
    if (seconds === Infinity || this.#shown[first] !== this.#shown[first]) {
      for (const row of [this.#halves, this.#smooth, this.#shown]) row.set(place, first);
      return true;
    }
    this.#pass(first, place, { seconds, time: this.#times[at]! });
    return this.#step(first, place, seconds * this.#speeds[at]!);
  }

  /** The two low-passes, exact for a place that stands for so long. */
  #pass(first: number, place: Float64Array, { seconds, time }: { seconds: Seconds; time: Seconds }): void {
    const ratio = time > 0 ? seconds / time : Infinity;
    const left = Math.exp(-ratio);
    const comes = ratio < Infinity ? ratio * left : 0;
    for (let axis = 0; axis < 3; axis++) {
      const [half, smooth] = [this.#halves[first + axis]! - place[axis]!, this.#smooth[first + axis]! - place[axis]!];
      this.#halves[first + axis] = place[axis]! + half * left;
      this.#smooth[first + axis] = place[axis]! + smooth * left + half * comes;
    }
  }

  /** Straight towards what the low-passes say, by so many metres at the most. */
  #step(first: number, place: Float64Array, most: number): boolean {
    const [smooth, shown] = [this.#smooth, this.#shown];
    const [dx, dy, dz] = [smooth[first]! - shown[first]!, smooth[first + 1]! - shown[first + 1]!, smooth[first + 2]! - shown[first + 2]!];
    const away = Math.hypot(dx, dy, dz);
    const part = away > most ? most / away : 1;
    shown[first] = shown[first]! + dx * part;
    shown[first + 1] = shown[first + 1]! + dy * part;
    shown[first + 2] = shown[first + 2]! + dz * part;
    let left = 0;
    for (let axis = 0; axis < 3; axis++) left = Math.max(left, Math.abs(place[axis]! - shown[first + axis]!));
    if (left > THERE) for (let axis = 0; axis < 3; axis++) place[axis] = shown[first + axis]!;
    else for (const row of [this.#halves, this.#smooth, this.#shown]) row.set(place, first);
    return left <= THERE;
  }
}
