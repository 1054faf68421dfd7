import type { Seconds } from "../units/units";

/** Who plays, and when: `hand` is the moment by the clock of who did it, where that isn't quite ours. */
export interface Played {
  readonly t: Seconds;
  readonly personId: string;
  readonly hand?: Seconds;
  /** What is on stage by parameter, 0..1 of the channels' ranges; null before the first frame. */
  readonly values?: () => ArrayLike<number> | null;
}
