import type { Seconds } from "../units/units";

/** The part done of a fade, 0..1. A fade of no time is done at the instant at which its delay ends. */
export function progressAt(elapsed: Seconds, delay: Seconds, fade: Seconds): number {
  const under = elapsed - delay;
  if (under < 0) return 0;
  return fade > 0 && under < fade ? under / fade : 1;
}

interface Times {
  readonly delays: ArrayLike<Seconds>;
  readonly fades: ArrayLike<Seconds>;
}

/** The same of many, each at its place; true when all are done. */
export function putProgress(into: Float64Array, elapsed: Seconds, { delays, fades }: Times): boolean {
  let arrived = true;
  for (let at = 0; at < into.length; at++) {
    // As `progressAt` has it: a number that is handed over would be made anew each time.
    const under = elapsed - delays[at]!;
    const fade = fades[at]!;
    into[at] = under < 0 ? 0 : fade > 0 && under < fade ? under / fade : 1;
    if (into[at]! < 1) arrived = false;
  }
  return arrived;
}

/** The same while a hand does it: what snaps, in less than no time, is there as soon as the hand moves. */
export function putByHand(into: Float64Array, hand: number, fades: ArrayLike<Seconds>): boolean {
  let arrived = true;
  for (let at = 0; at < into.length; at++) {
    into[at] = fades[at]! < 0 && hand > 0 ? 1 : hand;
    if (into[at]! < 1) arrived = false;
  }
  return arrived;
}
