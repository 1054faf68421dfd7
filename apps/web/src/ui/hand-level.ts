/** Sends a level, or a place, and resolves when the server has answered, or given up. */
export type SendLevel<T = number> = (level: T) => Promise<unknown>;

/**
 * Where a hand has a fader, or something on the stage: what the hand did is the truth until the server has answered all of it. Drags begin where the fader is seen,
 * keys add up, an answer never moves a fader that is held, and the last position is always sent.
 */
export class HandLevel<T = number> {
  #level: T | null = null;
  #sent: T | null = null;
  #waiting = 0;
  #held = false;
  readonly #show: (level: T | null) => void;

  /** `show` is told where the hand has it; null = the server's level counts again. */
  constructor(show: (level: T | null) => void) {
    this.#show = show;
  }

  /** Where the hand has it; null = all that it did is answered. */
  get own(): T | null {
    return this.#level;
  }

  /** Where the fader is seen: the hand's place, or the server's. */
  seen(kept: T): T {
    return this.#level ?? kept;
  }

  get held(): boolean {
    return this.#held;
  }

  hold(kept: T): void {
    this.#held = true;
    this.#sent = this.seen(kept);
  }

  /** Moves it; `tell` sends what is newest, now or with the next frame. */
  move(level: T): void {
    this.#level = level;
    this.#show(level);
  }

  /** Sends the newest level unless it is sent already. */
  tell(send: SendLevel<T>): void {
    if (this.#level === null || this.#level === this.#sent) return;
    this.#sent = this.#level;
    this.#waiting++;
    void send(this.#level).finally(() => {
      this.#waiting--;
      this.#settle();
    });
  }

  letGo(send: SendLevel<T>): void {
    this.#held = false;
    this.tell(send);
    this.#settle();
  }

  #settle(): void {
    if (this.#held || this.#waiting > 0) return;
    this.#level = null;
    this.#sent = null;
    this.#show(null);
  }
}
