/** Sends a level and resolves when the server has answered, or given up. */
export type SendLevel = (level: number) => Promise<unknown>;

/**
 * Where a hand has a fader: what the hand did is the truth until the server has answered all of it. Drags begin where the fader is seen,
 * keys add up, an answer never moves a fader that is held, and the last position is always sent.
 */
export class HandLevel {
  #level: number | null = null;
  #sent: number | null = null;
  #waiting = 0;
  #held = false;
  readonly #show: (level: number | null) => void;

  /** `show` is told where the hand has it; null = the server's level counts again. */
  constructor(show: (level: number | null) => void) {
    this.#show = show;
  }

  /** Where the fader is seen: the hand's place, or the server's. */
  seen(kept: number): number {
    return this.#level ?? kept;
  }

  get held(): boolean {
    return this.#held;
  }

  hold(kept: number): void {
    this.#held = true;
    this.#sent = this.seen(kept);
  }

  /** Moves it; `tell` sends what is newest, now or with the next frame. */
  move(level: number): void {
    this.#level = level;
    this.#show(level);
  }

  /** Sends the newest level unless it is sent already. */
  tell(send: SendLevel): void {
    if (this.#level === null || this.#level === this.#sent) return;
    this.#sent = this.#level;
    this.#waiting++;
    void send(this.#level).finally(() => {
      this.#waiting--;
      this.#settle();
    });
  }

  letGo(send: SendLevel): void {
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
