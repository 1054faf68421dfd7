import type { NumberedEdit } from "@vexa/core";

/** Edits that come sooner after each other than this travel together. */
export const TOGETHER_MS = 20;
/** The more connections there are, the longer edits wait for each other, since each message is written to each of them. */
const WAITS_FOR_EACH_MS = 2.5;
const LONGEST_MS = 60;

/**
 * Edits on their way to connections that are told the same. The first goes at once; those that follow closely travel together, and whoever
 * stands at the same place gets the same message, so that it is written once however many they are.
 */
export class SharedFeed {
  readonly #send: (connections: readonly string[], edits: readonly NumberedEdit[]) => void;
  /** How many edits each connection was sent, of all that ever came. */
  readonly #places = new Map<string, number>();
  /** Those that somebody still waits for; the last is the `#end`th of all. */
  #waiting: NumberedEdit[] = [];
  #end = 0;
  #due: NodeJS.Timeout | null = null;
  #sentMs = -Infinity;

  constructor(send: (connections: readonly string[], edits: readonly NumberedEdit[]) => void) {
    this.#send = send;
  }

  has(connection: string): boolean {
    return this.#places.has(connection);
  }

  /** Hears what comes from now on. */
  join(connection: string): void {
    if (!this.has(connection)) this.#places.set(connection, this.#end);
  }

  leave(connection: string): void {
    this.#places.delete(connection);
  }

  push(edit: NumberedEdit): void {
    if (this.#places.size === 0) return;
    this.#waiting.push(edit);
    this.#end++;
    const togetherMs = Math.min(LONGEST_MS, Math.max(TOGETHER_MS, this.#places.size * WAITS_FOR_EACH_MS));
    const waitMs = this.#sentMs + togetherMs - performance.now();
    if (waitMs <= 0) this.flush();
    else this.#due ??= setTimeout(() => this.flush(), waitMs);
  }

  /** Sends one connection what waits for it: whatever else it is told must not arrive before. */
  flushFor(connection: string): void {
    this.flushTo([connection]);
  }

  flush(): void {
    this.#forgetDue();
    this.flushTo([...this.#places.keys()]);
  }

  /** Sends these what waits for them; whoever stands at the same place gets the same message. */
  flushTo(connections: readonly string[]): void {
    const alike = new Map<number, string[]>();
    for (const connection of connections) {
      const place = this.#places.get(connection);
      if (place === undefined || place === this.#end) continue;
      alike.set(place, [...(alike.get(place) ?? []), connection]);
      this.#places.set(connection, this.#end);
    }
    const messages = [...alike].map(([place, together]) => [together, this.#since(place)] as const);
    if (messages.length > 0 && [...this.#places.values()].every((place) => place === this.#end)) this.#rest();
    for (const [together, edits] of messages) this.#send(together, edits);
  }

  /** Nobody waits for anything any more. */
  #rest(): void {
    this.#forgetDue();
    this.#waiting = [];
    this.#sentMs = performance.now();
  }

  #forgetDue(): void {
    if (this.#due) clearTimeout(this.#due);
    this.#due = null;
  }

  #since(place: number): readonly NumberedEdit[] {
    return this.#waiting.slice(this.#waiting.length - (this.#end - place));
  }
}
