import { fields, integerIn, numberIn, oneOf, optional, textUpTo, yesOrNo, type Schema } from "../document/schema";
import { TIMECODE_RATES, type TimecodeRate } from "../timecode/timecode";
import type { TimePlace } from "../timecode/time-place";

/** Where the sound of a list, or the timecode that comes in, stands. Kept through a restart, never undone. */
export interface TimeState extends TimePlace {
  readonly id: string;
  readonly kind: "timeState";
  readonly version: number;
  /** A cue list's id, or TIMECODE. */
  readonly of: string;
  /** Of timecode that comes in. */
  readonly rate?: TimecodeRate;
}

/** Whose time the timecode that comes in is. */
export const TIMECODE = "timecode";

export function timeStateIdOf(of: string): string {
  return `time-${of}`;
}

export const timeStateSchema: Schema<TimeState> = fields<TimeState>({
  id: textUpTo(80),
  kind: oneOf(["timeState"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  of: textUpTo(64),
  positionSeconds: numberIn(0, 200000),
  atSeconds: numberIn(0, 1e12),
  running: yesOrNo,
  rate: optional(oneOf(TIMECODE_RATES)),
});
