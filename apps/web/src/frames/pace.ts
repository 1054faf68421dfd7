/** What takes longer than this is done less often: a hand on something else goes first. */
const CHEAP_MS = 2.5;
/** Of the time it may take such a part. */
const SHARE = 0.1;
const LONGEST_MS = 100;

/** Keeps costly painting apart, so that it takes no more than its share of a page's time. */
export class Pace {
  #dueMs = 0;
  #waits = false;
  /** It took so little last time that it may go with anything else. */
  get isCheap(): boolean {
    return this.#dueMs === 0;
  }

  /** Does it now; the next time is due the later the longer it took. */
  spend(work: () => void): void {
    const begun = performance.now();
    work();
    const tookMs = performance.now() - begun;
    this.#dueMs = tookMs <= CHEAP_MS ? 0 : begun + Math.min(LONGEST_MS, tookMs / SHARE);
  }

  /** Calls once when it is due and the page has nothing else to do, or has had something to do for long. */
  whenDue(call: () => void): void {
    if (this.#waits) return;
    this.#waits = true;
    const now = (): void => {
      this.#waits = false;
      call();
    };
    // Some browsers don't tell when they rest.
    const due = (): void => void ("requestIdleCallback" in globalThis ? requestIdleCallback(now, { timeout: LONGEST_MS }) : now());
    setTimeout(due, Math.max(0, Math.ceil(this.#dueMs - performance.now())));
  }
}
