import { fields, integerIn, listOf, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import { TIMECODE_RATES, type TimecodeRate } from "../timecode/timecode";
import type { Seconds } from "../units/units";

/** A place on a list's time line that somebody marked. */
export interface Marker {
  readonly seconds: Seconds;
  readonly name?: string;
}

/** The time line of a list: what its cues' times are counted by. */
export interface ListTime {
  readonly source: "sound" | "timecode";
  readonly soundId?: string;
  readonly rate: TimecodeRate;
  /** Real seconds from timecode 0:00:00:00 to the list's second 0. */
  readonly startSeconds: Seconds;
  readonly markers?: readonly Marker[];
}

/** A file of sound. Its octets lie beside the show, under the record's id. */
export interface Sound {
  readonly id: string;
  readonly kind: "sound";
  readonly version: number;
  readonly name: string;
  readonly seconds: Seconds;
}

export const MOST_MARKERS = 2000;
const DAY_SECONDS = 86400;

export const listTimeSchema: Schema<ListTime> = fields<ListTime>({
  source: oneOf(["sound", "timecode"]),
  soundId: optional(textUpTo(64)),
  rate: oneOf(TIMECODE_RATES),
  startSeconds: numberIn(0, DAY_SECONDS),
  markers: optional(
    listOf(fields<Marker>({ seconds: numberIn(0, DAY_SECONDS), name: optional(textUpTo(80)) }), { min: 1, max: MOST_MARKERS }),
  ),
});

export const soundSchema: Schema<Sound> = fields<Sound>({
  id: textUpTo(64),
  kind: oneOf(["sound"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(120),
  seconds: numberIn(0.01, DAY_SECONDS),
});
