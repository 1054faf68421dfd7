/** So many wait; what comes beyond is taken at once for what it is. */
const MOST = 200;
/** Nobody waits longer for what they touched: it isn't done behind their back. */
const LONGEST_MS = 2000;

export interface Touch {
  /** Whose touch of which card, board, macro or control it is: those of one stay in their order. */
  readonly about: string;
  /** Looks whether what it is about is there. */
  isThere(): boolean;
  /** Does it, or refuses it, as the last look found it. */
  take(): void;
}

interface Waiting {
  readonly touch: Touch;
  readonly sinceMs: number;
  /** Number of the last edit that had come when it came: later ones don't concern it. */
  readonly lastEdit: number;
}

/**
 * Touches on what isn't there yet. A hand is quicker than the database: it presses Go on a card whose making is still being written. They look
 * again as each edit ends that came before them, in the order in which they came.
 */
export class EarlyTouches {
  #begun = 0;
  #ended = 0;
  #waiting: Waiting[] = [];

  hear(touch: Touch): void {
    this.#look({ touch, sinceMs: performance.now(), lastEdit: this.#begun });
  }

  editBegins(): void {
    this.#begun += 1;
  }

  /** Edits end in the order in which they began. */
  editEnded(): void {
    this.#ended += 1;
    if (this.#waiting.length > 0) for (const waiting of this.#waiting.splice(0)) this.#look(waiting);
  }

  #look(waiting: Waiting): void {
    const { touch, sinceMs, lastEdit } = waiting;
    const isLate = performance.now() - sinceMs > LONGEST_MS || this.#waiting.length >= MOST;
    const isBehind = this.#waiting.some((other) => other.touch.about === touch.about);
    if (isLate || (!isBehind && (touch.isThere() || this.#ended >= lastEdit))) touch.take();
    else this.#waiting.push(waiting);
  }
}
