import {
  clockText,
  fail,
  ok,
  readTimecode,
  secondsOfTimecode,
  timecodeAt,
  timecodeText,
  type Cue,
  type CueTime,
  type ListTime,
  type Result,
} from "@vexa/core";
import { readSeconds, timeWords } from "../../ui/seconds-text";

/** A time of a family: seconds, or percent of the in-time. */
export function cueTimeWords(time: CueTime | undefined): string {
  if (!time) return "";
  return "seconds" in time ? timeWords(time.seconds) : `${Math.round(time.part * 1000) / 10}%`;
}

/** Reads a time of a family: seconds, or a percent such as 50%. */
export function readCueTime(text: string): CueTime | null {
  const percent = /^(\d{1,4}(?:[.,]\d{1,2})?)\s*%$/.exec(text.trim());
  if (percent) return { part: Number(percent[1]!.replace(",", ".")) / 100 };
  const seconds = readSeconds(text);
  return seconds === null ? null : { seconds };
}

/** A place on a list's time line: as timecode, or minutes, seconds and hundredths. */
export function placeWords(seconds: number, time: ListTime): string {
  if (time.source === "timecode") return timecodeText(timecodeAt(Math.max(0, seconds + time.startSeconds), time.rate));
  const hundredths = Math.round(Math.max(0, seconds) * 100);
  const [minutes, rest] = [Math.floor(hundredths / 6000), hundredths % 6000];
  return `${minutes}:${String(Math.floor(rest / 100)).padStart(2, "0")}.${String(rest % 100).padStart(2, "0")}`;
}

/** Reads a place on a list's time line. Errors say how it is written. */
export function readPlace(text: string, time: ListTime): Result<number> {
  if (time.source === "timecode") {
    const read = readTimecode(text, time.rate);
    if (!read.ok) return read;
    const seconds = secondsOfTimecode(read.value) - time.startSeconds;
    const why = "that is before the list's own start";
    return seconds >= 0 ? ok(seconds) : fail("value.invalid", { field: "The timecode", value: `“${text}”`, why });
  }
  const seconds = readSeconds(text);
  const why = "write minutes and seconds, such as 1:05.5, up to an hour";
  return seconds === null ? fail("value.invalid", { field: "The time", value: `“${text}”`, why }) : ok(seconds);
}

/** What starts a cue. */
export function triggerWords({ trigger }: Pick<Cue, "trigger">): string {
  if (!trigger) return "go";
  switch (trigger.type) {
    case "follow":
      return "follows on";
    case "wait":
      return `after ${timeWords(trigger.seconds)} s`;
    case "timecode":
      return `at ${timeWords(trigger.seconds)}`;
    case "clock":
      return clockText(trigger);
  }
}
