/** Something that somebody sent and that waits for its turn. */
export interface Waiting {
  /** Steps of the same fader by the same hand: the newest stands for those before it. Null = nothing stands for it. */
  readonly supersedes: string | null;
  /** A fader at zero is an act of its own (it may let go, or start): it is kept. */
  readonly atZero: boolean;
  readonly run: () => void;
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

/** What one sender has sent and has not been done yet, in order. */
export class Inbox {
  readonly #limits: InboxLimits;
  readonly #nowMs: () => number;
  #entries: Waiting[] = [];
  #tokens: number;
  #filledMs: number;

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
    const last = this.#entries.at(-1);
    if (last && entry.supersedes !== null && last.supersedes === entry.supersedes && last.atZero === entry.atZero) {
      last.superseded();
      this.#entries[this.#entries.length - 1] = entry;
      return;
    }
    if (this.#entries.length >= this.#limits.waiting) entry.refused();
    else this.#entries.push(entry);
  }

  /**
   * What comes next, or null. Beyond the rate the fader steps wait, since a newer one stands for them, and all else is refused.
   */
  take(): Waiting | null {
    this.#fill();
    const first = this.#entries[0];
    if (!first) return null;
    if (this.#tokens >= 1) {
      this.#tokens -= 1;
      return this.#entries.shift()!;
    }
    if (first.supersedes !== null) return null;
    this.#entries.shift();
    return { ...first, run: first.refused };
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

  /** Something has come. What comes alone is done at once. */
  wake(): void {
    if (!this.#planned) this.#serve();
  }

  #serve(): void {
    this.#planned = false;
    const until = this.#nowMs() + TURN_MS;
    let served = true;
    while (served && this.#nowMs() < until) {
      served = false;
      for (const inbox of this.#inboxes) {
        const entry = inbox.take();
        entry?.run();
        served ||= entry !== null;
      }
    }
    const waits = [...this.#inboxes].some(({ length }) => length > 0);
    if (!waits || this.#planned) return;
    this.#planned = true;
    // Others' sockets are read in between; what waits for its rate waits a little longer.
    this.#later(() => this.#serve(), served ? 0 : 5);
  }
}
