import type { Part } from "@vexa/core";

/** The part without what it said before: what is typed takes its place. */
export function emptied(part: Part | undefined, touched: number): Part {
  const { colors: _, points: __, presets: ___, level: ____, nudge: _____, taken: ______, ...rest } = part ?? { shape: {}, touched };
  return rest;
}
