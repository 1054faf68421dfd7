import type { Part } from "@vexa/core";

/** The part without what it said before: what is typed takes its place. */
export function emptied(part: Part | undefined, touched: number): Part {
  if (!part) return { shape: {}, touched };
  const kept = { ...part };
  for (const said of ["colors", "points", "follow", "presets", "level", "nudge", "taken"] as const) delete kept[said];
  return kept;
}
