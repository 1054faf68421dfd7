import { readQuantity } from "@vexa/core";

/** Seconds as they are written: 2, 0.5, 1:05.5 above a minute. */
export function timeWords(seconds: number): string {
  const rounded = Math.round(seconds * 100) / 100;
  if (rounded < 60) return String(rounded);
  const rest = Math.round((rounded % 60) * 100) / 100;
  return `${Math.floor(rounded / 60)}:${rest < 10 ? "0" : ""}${rest}`;
}

/** Reads "2", "0.5", "1:30", "7 s", "2 min" as seconds; null where it is none of 0 to 3600. */
export function readSeconds(text: string): number | null {
  const seconds = readQuantity(text, "seconds");
  return seconds !== null && seconds >= 0 && seconds <= 3600 ? seconds : null;
}
