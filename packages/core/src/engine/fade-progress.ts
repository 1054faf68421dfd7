import type { Seconds } from "../units/units";

/** The part done of a fade, 0..1. A fade of no time is done at the instant at which its delay ends. */
export function progressAt(elapsed: Seconds, delay: Seconds, fade: Seconds): number {
  const under = elapsed - delay;
  if (under < 0) return 0;
  return fade > 0 && under < fade ? under / fade : 1;
}
