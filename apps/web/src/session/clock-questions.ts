import { ServerClock } from "@vexa/core";

const FIRST_QUESTIONS = 5;
const ASK_EVERY_MS = 15_000;

/** Asks the server for its time: a few times at the beginning, where one answer may have been slow, and then now and again. */
export class ClockQuestions {
  readonly #clock = new ServerClock();
  readonly #ask: (answer: (serverSeconds: number) => void) => void;
  #round = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(ask: (answer: (serverSeconds: number) => void) => void) {
    this.#ask = ask;
  }

  /** Show time at a moment of `performance.now()`. */
  at(ms: number): number {
    return this.#clock.at(ms / 1000);
  }

  /** Show time of a touch at a moment of `performance.now()`. */
  touch(ms: number): number {
    return this.#clock.touch(ms / 1000);
  }

  /** After each connection: the server may be another one. */
  begin(): void {
    this.stop();
    this.#clock.doubt();
    const round = ++this.#round;
    const question = (left: number): void => {
      const asked = performance.now() / 1000;
      this.#ask((server) => {
        if (round !== this.#round) return;
        this.#clock.take({ asked, answered: performance.now() / 1000, server });
        if (left > 0) question(left - 1);
      });
      if (left === 0) this.#timer = setTimeout(() => question(0), ASK_EVERY_MS);
    };
    question(FIRST_QUESTIONS - 1);
  }

  stop(): void {
    this.#round++;
    clearTimeout(this.#timer);
  }
}
