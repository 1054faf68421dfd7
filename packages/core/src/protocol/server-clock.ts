import { clamp, type Seconds } from "../units/units";

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
/** Touches that are no farther apart belong to one row, as taps do. */
const ROW_SECONDS = 2;

/**
 * The server's clock as known from answers: each is right to half its way there and back, so the quickest counts, and a slow one on a
 * crowded network moves nothing (the rule of clock filters in NTP, RFC 5905 section 10, from memory).
 */
export class ServerClock {
  #offset: Seconds | null = null;
  #best: { readonly offset: Seconds; readonly within: Seconds; readonly at: Seconds } | null = null;
  #slewedAt = 0;
  /** The last touch, by one's own clock, and the offset that its row goes by. */
  #touched: { readonly own: Seconds; readonly offset: Seconds } | null = null;

  take({ asked, answered, server }: ClockAnswer): void {
    const within = (answered - asked) / 2;
    if (!(within >= 0)) return;
    const aged = this.#best ? this.#best.within + (answered - this.#best.at) * DRIFT : Infinity;
    if (within > aged) return;
    this.#approach(answered);
    const known = this.#best !== null;
    this.#best = { offset: server - (asked + answered) / 2, within, at: answered };
    if (known) return;
    this.#offset = this.#best.offset;
    this.#touched = null;
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

  /** The server's time of a touch. Those of one row lie as far apart as by one's own clock (0.1 %), whatever becomes known meanwhile. */
  touch(own: Seconds): Seconds {
    const present = this.at(own) - own;
    const since = this.#touched ? own - this.#touched.own : Infinity;
    const offset = since > ROW_SECONDS ? present : slewed(this.#touched!.offset, { to: present, over: since });
    if (this.#offset !== null) this.#touched = { own: Math.max(own, this.#touched?.own ?? own), offset };
    return own + offset;
  }

  #approach(own: Seconds): void {
    if (this.#offset !== null && this.#best) {
      const to = this.#best.offset;
      this.#offset = Math.abs(to - this.#offset) > OFF_SECONDS ? to : slewed(this.#offset, { to, over: own - this.#slewedAt });
    }
    this.#slewedAt = Math.max(this.#slewedAt, own);
  }
}

/** From one offset towards another, as far as may be in this time. */
function slewed(from: Seconds, { to, over }: { to: Seconds; over: Seconds }): Seconds {
  const most = SLEW * Math.max(0, over);
  return from + clamp(to - from, -most, most);
}
