import { fail, ok, type Result } from "../errors/result";
import type { Seconds } from "../units/units";

/** Frames a second of SMPTE time; 29.97 drop leaves out frame numbers so that an hour of it is an hour of the clock. Source: ST 12-1. */
export const TIMECODE_RATES = ["24", "25", "29.97 drop", "30"] as const;
export type TimecodeRate = (typeof TIMECODE_RATES)[number];

/** A time of day in frames. */
export interface Timecode {
  readonly hours: number;
  readonly minutes: number;
  readonly seconds: number;
  readonly frames: number;
  readonly rate: TimecodeRate;
}

/** Frame numbers in a second as it is counted. */
export function framesInSecond(rate: TimecodeRate): number {
  return rate === "29.97 drop" ? 30 : Number(rate);
}

/** Frames that go by in a second of real time. */
export function framesPerSecond(rate: TimecodeRate): number {
  return rate === "29.97 drop" ? 30000 / 1001 : Number(rate);
}

const DROPPED = 2;
const IN_TEN_MINUTES = 17982;
const IN_MINUTE = 1798;

/** Frames since 0:00:00:00. Source: ST 12-1; numbers 0 and 1 of each minute but the tenth don't exist in drop-frame time. */
export function frameOf({ hours, minutes, seconds, frames, rate }: Timecode): number {
  const all = minutes + 60 * hours;
  const counted = (all * 60 + seconds) * framesInSecond(rate) + frames;
  return rate === "29.97 drop" ? counted - DROPPED * (all - Math.floor(all / 10)) : counted;
}

/** The time of a frame; days go round. */
export function timecodeOfFrame(frame: number, rate: TimecodeRate): Timecode {
  const day = frameOf({ hours: 24, minutes: 0, seconds: 0, frames: 0, rate });
  let counted = ((Math.floor(frame) % day) + day) % day;
  if (rate === "29.97 drop") {
    const tens = Math.floor(counted / IN_TEN_MINUTES);
    const rest = counted % IN_TEN_MINUTES;
    counted += DROPPED * 9 * tens + DROPPED * Math.max(0, Math.floor((rest - DROPPED) / IN_MINUTE));
  }
  const perSecond = framesInSecond(rate);
  const whole = Math.floor(counted / perSecond);
  return { hours: Math.floor(whole / 3600), minutes: Math.floor(whole / 60) % 60, seconds: whole % 60, frames: counted % perSecond, rate };
}

/** Seconds of real time from 0:00:00:00. */
export function secondsOfTimecode(timecode: Timecode): Seconds {
  return frameOf(timecode) / framesPerSecond(timecode.rate);
}

/** The time of the frame that shows at so many seconds of real time; a hair below a frame counts as that frame. */
export function timecodeAt(seconds: Seconds, rate: TimecodeRate): Timecode {
  return timecodeOfFrame(Math.floor(seconds * framesPerSecond(rate) + 1e-6), rate);
}

/** 01:02:03:04, with a semicolon before the frames of drop-frame time. */
export function timecodeText({ hours, minutes, seconds, frames, rate }: Timecode): string {
  const two = (part: number): string => String(part).padStart(2, "0");
  return `${two(hours)}:${two(minutes)}:${two(seconds)}${rate === "29.97 drop" ? ";" : ":"}${two(frames)}`;
}

/** Reads 01:02:03:04 or 1:02:03;04. A number that drop-frame time leaves out is an error. */
export function readTimecode(text: string, rate: TimecodeRate): Result<Timecode> {
  const wrong = (why: string): Result<Timecode> => fail("value.invalid", { field: "The timecode", value: `“${text}”`, why });
  const match = /^(\d{1,2}):(\d{1,2}):(\d{1,2})[:;.](\d{1,2})$/.exec(text.trim());
  if (!match) return wrong("it is written as hours:minutes:seconds:frames, such as 01:00:10:12");
  const [hours, minutes, seconds, frames] = match.slice(1).map(Number) as [number, number, number, number];
  const perSecond = framesInSecond(rate);
  if (hours > 23 || minutes > 59 || seconds > 59 || frames >= perSecond)
    return wrong(`hours go to 23, minutes and seconds to 59, frames to ${perSecond - 1}`);
  if (rate === "29.97 drop" && seconds === 0 && frames < DROPPED && minutes % 10 !== 0)
    return wrong("drop-frame time has no frames 0 and 1 at the start of this minute");
  return ok({ hours, minutes, seconds, frames, rate });
}
