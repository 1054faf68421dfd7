import type { Coat } from "./coat";
import type { Preset } from "../preset/preset";

/** The colour of a bed's coat as a preset, for content that names it: the preset of its pot, or one of its own. Null while nothing is painted there. */
export function coatPreset({ id, color }: Coat, presetOf: (id: string) => Preset | null): Preset | null {
  if (!color) return null;
  return "presetId" in color ? presetOf(color.presetId) : presetLike(id, { name: null, color });
}

/** A preset of one colour that is in no record. */
export function presetLike(id: string, { name, color }: { name: string | null; color: { x: number; y: number } }): Preset {
  const colors = { knots: [{ ...color, luminance: 1 }], path: "straight" } as const;
  return {
    id,
    kind: "preset",
    version: 1,
    name,
    rank: 0,
    family: "Colour",
    territoryId: null,
    universal: { Color: { colors, shape: {}, touched: 1 } },
    perProfile: {},
    perHead: {},
  };
}
