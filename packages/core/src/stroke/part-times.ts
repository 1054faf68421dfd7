import { fan } from "../shape/fan";
import type { Row } from "./row";
import type { Part } from "./stroke";

/** The times of a row: seconds, parts of the cue's in-time, or none of its own. */
export type Times = Pick<Row, "fade" | "fadePart" | "delay" | "delayPart">;

export const NO_TIMES: Times = { fade: null, delay: null };

/** A part's own times at a place along its shape. */
export function timesAt({ fade, delay, timesIn }: Pick<Part, "fade" | "delay" | "timesIn">, u: number): Times {
  if (!fade && !delay) return NO_TIMES;
  const [fadeHere, delayHere] = [fade ? fan(fade.knots, u, fade.path) : null, delay ? fan(delay.knots, u, delay.path) : null];
  if (timesIn !== "parts") return { fade: fadeHere, delay: delayHere };
  return {
    ...NO_TIMES,
    ...(fadeHere === null ? {} : { fadePart: fadeHere }),
    ...(delayHere === null ? {} : { delayPart: delayHere }),
  };
}

/** Times of which each is taken from the first that has it. */
export function timesOver(above: Times, beneath: Times): Times {
  const fade = above.fade !== null || above.fadePart !== undefined ? above : beneath;
  const delay = above.delay !== null || above.delayPart !== undefined ? above : beneath;
  return {
    fade: fade.fade,
    ...(fade.fadePart === undefined ? {} : { fadePart: fade.fadePart }),
    delay: delay.delay,
    ...(delay.delayPart === undefined ? {} : { delayPart: delay.delayPart }),
  };
}
