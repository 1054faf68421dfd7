import type { Stranger } from "@vexa/core";

const TELL_EVERY_MS = 1000;
/** Addresses can be made up: no more than this are remembered, the latest. */
const MOST = 32;
const LONGEST_WORDS = 80;

/** Remembers machines that sent something although nobody let them in, and tells now and then. */
export class Strangers {
  readonly #known = new Map<string, Stranger>();
  readonly #tell: (strangers: readonly Stranger[]) => void;
  #timer: NodeJS.Timeout | null = null;

  constructor(tell: (strangers: readonly Stranger[]) => void) {
    this.#tell = tell;
  }

  heard(address: string, said: string): void {
    const messages = (this.#known.get(address)?.messages ?? 0) + 1;
    this.#known.delete(address);
    this.#known.set(address, { address, said: said.slice(0, LONGEST_WORDS), messages, atMs: Date.now() });
    const [oldest] = this.#known.keys();
    if (this.#known.size > MOST && oldest !== undefined) this.#known.delete(oldest);
    this.#timer ??= setTimeout(() => {
      this.#timer = null;
      this.#tell([...this.#known.values()].reverse());
    }, TELL_EVERY_MS);
  }

  stop(): void {
    if (this.#timer) clearTimeout(this.#timer);
  }
}
