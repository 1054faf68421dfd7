/** Seconds as they are written: 2, 0.5, 1:05.5 above a minute. */
export function timeWords(seconds: number): string {
  const rounded = Math.round(seconds * 100) / 100;
  if (rounded < 60) return String(rounded);
  const rest = Math.round((rounded % 60) * 100) / 100;
  return `${Math.floor(rounded / 60)}:${rest < 10 ? "0" : ""}${rest}`;
}

/** Reads "2", "0.5", "1:30" as seconds; null where it is none of 0 to 3600. */
export function readSeconds(text: string): number | null {
  const match = /^(?:(\d{1,2}):)?(\d{1,4}(?:[.,]\d{1,3})?)$/.exec(text.trim());
  if (!match) return null;
  const seconds = Number(match[1] ?? 0) * 60 + Number(match[2]!.replace(",", "."));
  return seconds <= 3600 ? seconds : null;
}
