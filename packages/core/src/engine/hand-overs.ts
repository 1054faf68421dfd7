import { followedPlace, type FollowedHead, type TargetsAt } from "../follow/followed-head";
import type { Metres, Seconds } from "../units/units";

/** Whom the heads of a source looked at before it: on the way from there to its own targets beams travel in metres, not in degrees. Frames allocate nothing. */
export class HandOvers {
  readonly #heads: (FollowedHead | null)[];
  /** Where each stood that was on such a way itself; NaN = it looks where its targets are. */
  readonly #stood: Float64Array;
  /** How wide each beam was there, in metres; 0 = it says nothing of that. */
  readonly #widths: Float64Array;
  /** Where one comes from, of the last that was asked for. */
  readonly place = new Float64Array(3);

  constructor(count: number) {
    this.#heads = Array.from({ length: count }, () => null);
    this.#stood = new Float64Array(3 * count).fill(NaN);
    this.#widths = new Float64Array(count);
  }

  isUnderWay(at: number): boolean {
    return this.#heads[at] !== null;
  }

  /** One comes from where another looks, as wide as that is; `stood`: from this place, where that one was on a way itself. */
  begin(at: number, head: FollowedHead, { stood, width }: { stood: Float64Array | null; width: Metres }): void {
    this.#heads[at] = head;
    this.#widths[at] = width;
    if (stood) this.#stood.set(stood, 3 * at);
  }

  widthOf(at: number): Metres {
    return this.#widths[at]!;
  }

  end(at: number): void {
    this.#heads[at] = null;
    this.#stood.fill(NaN, 3 * at, 3 * at + 3);
  }

  /** One goes on as another did. */
  goOnFrom(at: number, other: HandOvers, otherAt: number): void {
    this.#heads[at] = other.#heads[otherAt]!;
    this.#widths[at] = other.#widths[otherAt]!;
    this.#stood.set(other.#stood.subarray(3 * otherAt, 3 * otherAt + 3), 3 * at);
  }

  /** Fills `place` with where one comes from; null = nobody is there any more. */
  find(at: number, targets: TargetsAt, t: Seconds): ReturnType<TargetsAt> {
    const { place } = this;
    const [stood, first] = [this.#stood, 3 * at];
    // A number that isn't one differs from itself.
    if (stood[first] !== stood[first]) return followedPlace(this.#heads[at]!, targets, t, place);
    for (let axis = 0; axis < 3; axis++) place[axis] = stood[first + axis]!;
    return "still";
  }
}
