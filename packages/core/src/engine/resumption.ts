import type { Seconds } from "../units/units";

/** So long an engine that begins anew takes from what stood on stage to what it works out. */
const SECONDS = 0.5;

/**
 * An engine that takes over from one that died begins with the values that left the machine last and glides from there to its own: what a
 * fade, a letting go or a touch had been in the middle of isn't known any more, and nothing may flash.
 */
export class Resumption {
  readonly from: Float32Array;
  readonly #startSeconds: Seconds;
  #over = false;

  /** `from`: the last values of all parameters, 0..1. */
  constructor(from: Float32Array, startSeconds: Seconds) {
    this.from = from.slice();
    this.#startSeconds = startSeconds;
  }

  get over(): boolean {
    return this.#over;
  }

  /** Between the last values and those worked out for t. */
  lay(values: Float32Array, t: Seconds): void {
    if (this.#over) return;
    const part = Math.max(0, (t - this.#startSeconds) / SECONDS);
    this.#over = part >= 1;
    if (this.#over || this.from.length !== values.length) return;
    for (let at = 0; at < values.length; at++) values[at] = this.from[at]! + (values[at]! - this.from[at]!) * part;
  }
}
