import type { Seconds } from "../units/units";

/** A cue of plain levels of lamps, as other programs have it. */
export interface PlainCue {
  readonly number: number;
  readonly text?: string;
  readonly up?: PlainTime;
  readonly down?: PlainTime;
  /** Seconds after it was started until the next one starts by itself. */
  readonly followOn?: Seconds;
  /** Levels 0..1 by the lamps' numbers. */
  readonly levels: readonly (readonly [lamp: number, level: number])[];
}

export interface PlainTime {
  readonly seconds: Seconds;
  readonly delay?: Seconds;
}
