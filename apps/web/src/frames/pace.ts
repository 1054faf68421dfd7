/** What takes longer than this is done less often: a hand on something else goes first. */
const CHEAP_MS = 2.5;
/** Of the time it may take such a part. */
const SHARE = 0.1;
const LONGEST_MS = 100;
/** After so long of it the page goes on with something else first. */
const TURN_MS = 8;

/** Work that may pause wherever it yields. */
export type Parts<Result = void> = Generator<undefined, Result, undefined>;

/** Keeps costly painting apart, so that it takes no more than its share of a page's time. */
export class Pace {
  #dueMs = 0;
  #waits = false;
  /** What goes on in turns, and what is to be done after it. */
  #goesOn: Parts | null = null;
  #after: (() => void) | null = null;

  /** It took so little last time that it may go with anything else. */
  get isCheap(): boolean {
    return this.#dueMs === 0 && this.#goesOn === null;
  }

  /** Does it now; the next time is due the later the longer it took. */
  spend(work: () => void): void {
    const begun = performance.now();
    work();
    this.#took(begun, performance.now() - begun);
  }

  /**
   * Begins it now, in place of what goes on in turns: `whole` is done at one go, `turns` is paused after eight milliseconds wherever it may
   * be, until the page has done what else it has to do.
   */
  spendParts(parts: Parts, how: "whole" | "turns"): void {
    this.#goesOn = how === "turns" ? parts : null;
    if (how === "whole") {
      this.spend(() => {
        while (!parts.next().done);
      });
      this.#afterAll();
    } else this.#turn(parts, performance.now(), 0);
  }

  #turn(parts: Parts, firstMs: number, spentMs: number): void {
    if (this.#goesOn !== parts) return;
    // What fails doesn't go on.
    this.#goesOn = null;
    const begun = performance.now();
    for (let tookMs = 0; tookMs < TURN_MS; tookMs = performance.now() - begun) {
      if (!parts.next().done) continue;
      this.#took(firstMs, spentMs + performance.now() - begun);
      return this.#afterAll();
    }
    this.#goesOn = parts;
    const soFar = spentMs + performance.now() - begun;
    setTimeout(() => this.#turn(parts, firstMs, soFar));
  }

  #took(begun: number, tookMs: number): void {
    this.#dueMs = tookMs <= CHEAP_MS ? 0 : begun + Math.min(LONGEST_MS, tookMs / SHARE);
  }

  #afterAll(): void {
    const after = this.#after;
    this.#after = null;
    if (after) this.whenDue(after);
  }

  /** Calls once when nothing goes on, it is due and the page has nothing else to do, or has had something to do for long. */
  whenDue(call: () => void): void {
    if (this.#goesOn) {
      this.#after ??= call;
      return;
    }
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
