import type { NumberedEdit } from "@vexa/core";

/** Edits that come sooner after each other than this travel together. */
export const TOGETHER_MS = 20;

/** Edits on their way to one connection. The first goes at once; what follows closely waits to go in one message, in order. */
export class EditFeed {
  readonly #send: (edits: readonly NumberedEdit[]) => void;
  #waiting: NumberedEdit[] = [];
  #due: NodeJS.Timeout | null = null;
  #sentMs = -Infinity;

  constructor(send: (edits: readonly NumberedEdit[]) => void) {
    this.#send = send;
  }

  push(edit: NumberedEdit): void {
    this.#waiting.push(edit);
    const waitMs = this.#sentMs + TOGETHER_MS - performance.now();
    if (waitMs <= 0) this.flush();
    else this.#due ??= setTimeout(() => this.flush(), waitMs);
  }

  /** Sends what waits: whatever else is said must not arrive before it. */
  flush(): void {
    if (this.#due) clearTimeout(this.#due);
    this.#due = null;
    if (this.#waiting.length === 0) return;
    const edits = this.#waiting;
    this.#waiting = [];
    this.#sentMs = performance.now();
    this.#send(edits);
  }

  /** Nobody is there any more. */
  drop(): void {
    this.#waiting = [];
    this.flush();
  }
}
