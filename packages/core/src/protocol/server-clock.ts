import type { Seconds } from "../units/units";

/** What was asked and answered, by one's own clock, and what the server's clock said in between. */
export interface ClockAnswer {
  readonly asked: Seconds;
  readonly answered: Seconds;
  readonly server: Seconds;
}

/** Clocks run apart by so much at most: an older answer is worth less. */
const DRIFT = 1e-4;
/** What is known better only now is taken up so slowly that taps keep their tempo (0.1 %)… */
const SLEW = 1e-3;
/** …unless the present one is off by more than any tempo is worth. */
const OFF_SECONDS = 0.1;

/**
 * The server's clock as known from answers: each is right to half its way there and back, so the quickest counts, and a slow one on a
 * crowded network moves nothing (the rule of clock filters in NTP, RFC 5905 section 10, from memory).
 */
export class ServerClock {
  #offset: Seconds | null = null;
  #best: { readonly offset: Seconds; readonly within: Seconds; readonly at: Seconds } | null = null;
  #slewedAt = 0;

  take({ asked, answered, server }: ClockAnswer): void {
    const within = (answered - asked) / 2;
    if (!(within >= 0)) return;
    const aged = this.#best ? this.#best.within + (answered - this.#best.at) * DRIFT : Infinity;
    if (within > aged) return;
    this.#approach(answered);
    const known = this.#best !== null;
    this.#best = { offset: server - (asked + answered) / 2, within, at: answered };
    if (!known) this.#offset = this.#best.offset;
  }

  /** A server that may have begun anew: what was known stands until the next answer, and not longer. */
  doubt(): void {
    this.#best = null;
  }

  /** The server's time at a moment of one's own clock; one's own before the first answer. */
  at(own: Seconds): Seconds {
    this.#approach(own);
    return own + (this.#offset ?? 0);
  }

  #approach(own: Seconds): void {
    if (this.#offset !== null && this.#best) {
      const off = this.#best.offset - this.#offset;
      const most = SLEW * Math.max(0, own - this.#slewedAt);
      this.#offset += Math.abs(off) > OFF_SECONDS ? off : Math.max(-most, Math.min(most, off));
    }
    this.#slewedAt = Math.max(this.#slewedAt, own);
  }
}
