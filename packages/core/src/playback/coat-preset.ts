import type { Coat } from "./coat";
import type { Preset } from "../preset/preset";

/** The colour of a bed's coat as a preset, for content that names it: the preset of its pot, or one of its own. Null while nothing is painted there. */
export function coatPreset({ id, color }: Coat, presetOf: (id: string) => Preset | null): Preset | null {
  if (!color) return null;
  if ("presetId" in color) return presetOf(color.presetId);
  const colors = { knots: [{ ...color, luminance: 1 }], path: "straight" } as const;
  return {
    id,
    kind: "preset",
    version: 1,
    name: null,
    rank: 0,
    family: "Colour",
    territoryId: null,
    universal: { Color: { colors, shape: {}, touched: 1 } },
    perProfile: {},
    perHead: {},
  };
}
