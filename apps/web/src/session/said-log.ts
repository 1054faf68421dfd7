import type { Said } from "@vexa/core";

/** Lines that are kept. */
const MOST = 100;

/** What cues have told other machines while this window was open, the latest last. */
export class SaidLog {
  #lines: readonly Said[] = [];
  readonly #listeners = new Set<(said: readonly Said[]) => void>();

  get lines(): readonly Said[] {
    return this.#lines;
  }

  take(said: readonly Said[]): void {
    this.#lines = [...this.#lines, ...said].slice(-MOST);
    this.#listeners.forEach((listener) => listener(said));
  }

  readonly subscribe = (listener: (said: readonly Said[]) => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
}
