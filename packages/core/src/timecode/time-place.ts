import type { Seconds } from "../units/units";

/** Where a time line stands: at a place, from a moment on, running or not. What time it is follows from this alone. */
export interface TimePlace {
  readonly positionSeconds: Seconds;
  /** The moment in show time at which it stood there. */
  readonly atSeconds: Seconds;
  readonly running: boolean;
}

/** Where it stands at t. */
export function positionAt({ positionSeconds, atSeconds, running }: TimePlace, t: Seconds): Seconds {
  return running ? positionSeconds + t - atSeconds : positionSeconds;
}
