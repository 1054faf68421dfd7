/** Something that somebody sent and that waits for its turn. */
export interface Waiting {
  /** Steps of the same fader by the same hand: the newest stands for those before it. Null = nothing stands for it. */
  readonly supersedes: string | null;
  /** A fader at zero is an act of its own (it may let go, or start): it is kept. */
  readonly atZero: boolean;
  /** For steps of a fader: ends when it is done. */
  readonly run: () => void | Promise<unknown>;
  /** A newer one stands for it. */
  readonly superseded: () => void;
  readonly refused: () => void;
}

export interface InboxLimits {
  /** Most that waits for one sender. */
  readonly waiting: number;
  /** So many at once, and then so many a second. */
  readonly burst: number;
  readonly aSecond: number;
}

export const INBOX_LIMITS: InboxLimits = { waiting: 1000, burst: 600, aSecond: 300 };
const TURN_MS = 4;
/** Steps of faders of one sender that are under way at once. */
const MOST_STEPS = 4;

/** What one sender has sent and has not been done yet, in order. */
export class Inbox {
  readonly #limits: InboxLimits;
  readonly #nowMs: () => number;
  #entries: Waiting[] = [];
  #tokens: number;
  #filledMs: number;
  #steps = 0;

  constructor(nowMs: () => number, limits: InboxLimits = INBOX_LIMITS) {
    this.#limits = limits;
    this.#nowMs = nowMs;
    this.#tokens = limits.burst;
    this.#filledMs = nowMs();
  }

  get length(): number {
    return this.#entries.length;
  }

  push(entry: Waiting): void {
    const earlier = this.#earlier(entry);
    if (earlier >= 0) {
      this.#entries[earlier]!.superseded();
      this.#entries[earlier] = entry;
      return;
    }
    if (this.#entries.length >= this.#limits.waiting) entry.refused();
    else this.#entries.push(entry);
  }

  /**
   * What comes next, or null. Beyond the rate, and while others are under way, the fader steps wait, since a newer one stands for them; all
   * else is refused beyond the rate. `then` is told when a step is done, and something waits.
   */
  take(then: () => void = () => undefined): Waiting | null {
    this.#fill();
    const first = this.#entries[0];
    if (!first) return null;
    const step = first.supersedes !== null;
    if (step && (this.#tokens < 1 || this.#steps >= MOST_STEPS)) return null;
    this.#entries.shift();
    if (this.#tokens < 1) return { ...first, run: first.refused };
    this.#tokens -= 1;
    return step ? { ...first, run: () => this.#runStep(first, then) } : first;
  }

  async #runStep({ run }: Waiting, then: () => void): Promise<void> {
    this.#steps++;
    await run();
    this.#steps--;
    if (this.#entries.length > 0) then();
  }

  /** Where a step of the same fader waits that this one stands for: faders don't mind each other's order, acts do. -1 for none. */
  #earlier({ supersedes, atZero }: Waiting): number {
    if (supersedes === null) return -1;
    const at = this.#entries.findLastIndex((entry) => entry.supersedes === null || entry.supersedes === supersedes);
    const found = this.#entries[at];
    return found?.supersedes === supersedes && found.atZero === atZero ? at : -1;
  }

  #fill(): void {
    const now = this.#nowMs();
    const { burst, aSecond } = this.#limits;
    this.#tokens = Math.min(burst, this.#tokens + ((now - this.#filledMs) * aSecond) / 1000);
    this.#filledMs = now;
  }
}

/** Serves inboxes in turns, one message of each at a time and for a bounded while, so that nobody's flood keeps others waiting. */
export class Turns {
  readonly #inboxes = new Set<Inbox>();
  readonly #later: (work: () => void, waitMs: number) => void;
  readonly #nowMs: () => number;
  #planned = false;

  constructor(nowMs: () => number, later: (work: () => void, waitMs: number) => void) {
    this.#nowMs = nowMs;
    this.#later = later;
  }

  add(inbox: Inbox): void {
    this.#inboxes.add(inbox);
  }

  remove(inbox: Inbox): void {
    this.#inboxes.delete(inbox);
  }

  /** Something has come. What comes alone is done at once; of what comes in a row, steps that are overtaken are never begun. */
  wake(): void {
    if (this.#planned) return;
    this.#serve();
    this.#plan(0);
  }

  #serve(): void {
    this.#planned = false;
    const until = this.#nowMs() + TURN_MS;
    let served = true;
    while (served && this.#nowMs() < until) {
      served = false;
      for (const inbox of this.#inboxes) {
        const entry = inbox.take(() => this.wake());
        void entry?.run();
        served ||= entry !== null;
      }
    }
    const waits = [...this.#inboxes].some(({ length }) => length > 0);
    // Others' sockets are read in between; what waits for its rate waits a little longer.
    if (waits) this.#plan(served ? 0 : 5);
  }

  #plan(waitMs: number): void {
    if (this.#planned) return;
    this.#planned = true;
    this.#later(() => this.#serve(), waitMs);
  }
}
