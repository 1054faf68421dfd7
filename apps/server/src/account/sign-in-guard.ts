const FREE_TRIES = 5;
const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 60_000;
/** Whoever knows a name can keep others waiting with it no longer than this. */
const LONGEST_WAIT_OF_NAME_MS = 5000;
const FORGET_AFTER_MS = 15 * 60_000;
const MOST_REMEMBERED = 10_000;

interface Failures {
  count: number;
  latestMs: number;
}

/**
 * Slows down whoever tries passwords: each further failure of a name from an address doubles the wait there, and those of a name from
 * anywhere cost a few seconds. An address from which the name came in before doesn't wait for what others do elsewhere, so nobody is locked out.
 */
export class SignInGuard {
  readonly #failures = new Map<string, Failures>();
  readonly #known = new Set<string>();
  readonly #nowMs: () => number;

  constructor(nowMs: () => number = () => performance.now()) {
    this.#nowMs = nowMs;
  }

  /** How long to wait before this may be tried; 0 = now. */
  waitMs(name: string, address: string): number {
    const here = this.#left(`${name}\n${address}`, LONGEST_WAIT_MS);
    return this.#known.has(`${name}\n${address}`) ? here : Math.max(here, this.#left(name, LONGEST_WAIT_OF_NAME_MS));
  }

  failed(name: string, address: string): void {
    for (const key of [name, `${name}\n${address}`]) {
      const known = this.#failures.get(key);
      const fresh = !known || this.#nowMs() - known.latestMs > FORGET_AFTER_MS;
      this.#failures.delete(key);
      this.#failures.set(key, { count: fresh ? 1 : known.count + 1, latestMs: this.#nowMs() });
    }
    const [oldest] = this.#failures.keys();
    if (this.#failures.size > MOST_REMEMBERED && oldest !== undefined) this.#failures.delete(oldest);
  }

  succeeded(name: string, address: string): void {
    this.#failures.delete(`${name}\n${address}`);
    if (this.#known.size < MOST_REMEMBERED) this.#known.add(`${name}\n${address}`);
  }

  #left(key: string, longestMs: number): number {
    const known = this.#failures.get(key);
    if (!known || known.count < FREE_TRIES || this.#nowMs() - known.latestMs > FORGET_AFTER_MS) return 0;
    const wait = Math.min(longestMs, FIRST_WAIT_MS * 2 ** (known.count - FREE_TRIES));
    return Math.max(0, known.latestMs + wait - this.#nowMs());
  }
}
