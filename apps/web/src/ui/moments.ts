import { format, isToday } from "date-fns";

/** The time of day of a moment in milliseconds, to the minute or the second. */
export function clockTime(atMs: number, to: "minutes" | "seconds" = "minutes"): string {
  return format(atMs, to === "minutes" ? "HH:mm" : "HH:mm:ss");
}

/** The time of day, with the day before it where that isn't today. */
export function dayAndTime(atMs: number): string {
  return isToday(atMs) ? clockTime(atMs) : format(atMs, "d MMM HH:mm");
}
