/** A client's clock is believed when it is as near ours as this. */
const NEAR_SECONDS = 1;
/** By so much a second what is known of a clock grows old: no tempo shows it. */
const FORGETS = 1e-3;

/**
 * When touches happened, by what clients say: as exact as the finger, not as the network. Nothing is done in the future: a clock that was seen
 * to be ahead is set back by as much for all that follows, so that what lies between touches stays as it was.
 */
export class TouchTimes {
  /** By how much a person's clock is ahead at the least, as of a moment. */
  readonly #ahead = new Map<string, { readonly by: number; readonly at: number }>();

  /** Show seconds of a touch that came now; `asked`: what its client says. */
  at(personId: string, asked: number | undefined, now: number): number {
    if (asked === undefined || !(Math.abs(asked - now) < NEAR_SECONDS)) return now;
    const known = this.#ahead.get(personId);
    const by = Math.max(0, asked - now, known ? known.by - (now - known.at) * FORGETS : 0);
    if (by > 0) this.#ahead.set(personId, { by, at: now });
    else this.#ahead.delete(personId);
    return Math.min(asked - by, now);
  }
}
