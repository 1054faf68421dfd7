/** What takes longer than this is done less often: a hand on something else goes first. */
const CHEAP_MS = 2.5;
/** Of the time it may take such a part. */
const SHARE = 0.1;
const LONGEST_MS = 100;

/** Keeps costly painting apart, so that it takes no more than its share of a page's time. */
export class Pace {
  #dueMs = 0;
  #waits = false;
  readonly #nowMs: () => number;

  constructor(nowMs: () => number = () => performance.now()) {
    this.#nowMs = nowMs;
  }

  isDue(): boolean {
    return this.#nowMs() >= this.#dueMs;
  }

  /** Does it now; the next time is due the later the longer it took. */
  spend(work: () => void): void {
    const begun = this.#nowMs();
    work();
    const tookMs = this.#nowMs() - begun;
    this.#dueMs = tookMs <= CHEAP_MS ? 0 : begun + Math.min(LONGEST_MS, tookMs / SHARE);
  }

  /** Calls once when it is due. */
  whenDue(call: () => void): void {
    if (this.#waits) return;
    this.#waits = true;
    const due = (): void => {
      this.#waits = false;
      call();
    };
    setTimeout(due, Math.max(0, Math.ceil(this.#dueMs - this.#nowMs())));
  }
}
