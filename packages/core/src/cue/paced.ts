import type { Seconds } from "../units/units";
import type { CueTimes } from "./cue-times";

/** Times of a cue under a pace: what it would have by itself, drawn out or together. */
export interface Paced<C extends CueTimes> {
  readonly cue: C;
  readonly fade: (seconds: Seconds) => Seconds;
  readonly delay: (seconds: Seconds) => Seconds;
}

/**
 * A cue under a pace: what comes in and what goes out take its seconds; delays, fans and the times of families keep their share of them. Where
 * the cue comes at once by itself there is no share: what has no time takes the pace's, and the rest keeps its own.
 */
export function paced<C extends CueTimes>(cue: C, seconds: Seconds): Paced<C> {
  const { outSeconds: _, ...rest } = cue;
  const factor = cue.inSeconds > 0 ? seconds / cue.inSeconds : null;
  return {
    cue: rest as C,
    fade: (own) => (factor === null ? (own === 0 ? seconds : own) : own * factor),
    delay: (own) => own * (factor ?? 1),
  };
}
