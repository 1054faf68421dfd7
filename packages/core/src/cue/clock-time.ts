import { fail, ok, type Result } from "../errors/result";
import { WEEKDAYS, type ClockTrigger } from "./cue";

const two = (part: number): string => String(part).padStart(2, "0");

/** "18:30", "18:30:05 on Monday, Saturday". */
export function clockText({ seconds, days }: ClockTrigger): string {
  return `at ${dayTimeText(seconds)}${days ? ` on ${days.map((day) => WEEKDAYS[day - 1]).join(", ")}` : ""}`;
}

/** A time of day from seconds since midnight; seconds are left out where there are none. */
export function dayTimeText(seconds: number): string {
  const rest = seconds % 60;
  return `${two(Math.floor(seconds / 3600))}:${two(Math.floor(seconds / 60) % 60)}${rest === 0 ? "" : `:${two(rest)}`}`;
}

/** Seconds since midnight of a time as it is typed: 18:30, 18:30:05, 1830. Error: value.invalid. */
export function readDayTime(text: string): Result<number> {
  const match = /^(\d{1,2})[:.]?(\d{2})(?:[:.](\d{2}))?$/.exec(text.trim());
  const [hours, minutes, seconds] = [Number(match?.[1]), Number(match?.[2]), Number(match?.[3] ?? 0)];
  if (!match || hours > 23 || minutes > 59 || seconds > 59)
    return fail("value.invalid", {
      field: "The time of day",
      value: text.trim().slice(0, 20) || "empty",
      why: "it must be one such as 18:30 or 18:30:05",
    });
  return ok(hours * 3600 + minutes * 60 + seconds);
}
