/** So many wait; what comes beyond is taken for what it is. */
const MOST = 200;
/** Nobody waits longer for what isn't there: it isn't begun behind their back. */
const LONGEST_MS = 2000;
/** So long at most waits what could be done at once, as the stage has it by now. */
const SOON_MS = 300;

/** `changing`: it is there, and who touches it has an edit on its way to what is taken over of it. */
export type Found = "there" | "changing" | "missing";

export interface Touch {
  /** Whose touch of which card, board, macro or control it is: those of one stay in their order. */
  readonly about: string;
  /** Looks for what it is about. */
  look(): Found;
  /** Does it, or refuses it, as the last look found it. */
  take(): void;
}

interface Waiting {
  readonly touch: Touch;
  readonly sinceMs: number;
  /** Number of the last edit that had come when it came: later ones don't concern it. */
  readonly lastEdit: number;
  /** At its last look. */
  readonly found?: Found;
}

/**
 * Touches on what isn't there yet. A hand is quicker than the database: it presses Go on a card whose making is still being written. They look
 * again as each edit ends that came before them, in the order in which they came.
 */
export class EarlyTouches {
  #begun = 0;
  #ended = 0;
  #waiting: Waiting[] = [];
  #timer: NodeJS.Timeout | null = null;

  hear(touch: Touch): void {
    this.#take({ touch, sinceMs: performance.now(), lastEdit: this.#begun });
  }

  editBegins(): void {
    this.#begun += 1;
  }

  /** Edits end in the order in which they began. */
  editEnded(): void {
    this.#ended += 1;
    if (this.#waiting.length > 0) this.#takeAgain();
  }

  #takeAgain(): void {
    for (const waiting of this.#waiting.splice(0)) this.#take(waiting);
  }

  #take(waiting: Waiting): void {
    const { touch, sinceMs, lastEdit } = waiting;
    const ageMs = performance.now() - sinceMs;
    // It has come by now, perhaps, but too late.
    if (ageMs > LONGEST_MS && waiting.found === "missing") return touch.take();
    const found = touch.look();
    const isDue = found === "there" || this.#ended >= lastEdit || (found === "changing" && ageMs >= SOON_MS);
    const isBehind = this.#waiting.some((other) => other.touch.about === touch.about);
    if ((isDue && !isBehind) || this.#waiting.length >= MOST) return touch.take();
    this.#waiting.push({ ...waiting, found });
    if (found !== "changing" || this.#timer) return;
    this.#timer = setTimeout(() => {
      this.#timer = null;
      this.#takeAgain();
    }, SOON_MS - ageMs).unref();
  }
}
