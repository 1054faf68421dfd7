import { fields, hexColor, integerIn, mapOf, nullable, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";
import { attributeInfo, FAMILIES, type Attribute, type Family } from "../rig/attributes";
import { headNumbersSchema, type HeadNumbers } from "../stroke/head-numbers";
import { partsSchema, type Part, type Stroke } from "../stroke/stroke";

/** What a preset says by attribute. Fans lie along whatever selection takes it. */
export type PresetParts = Stroke["parts"];

/**
 * Content with a name that strokes refer to: change it, and every look that uses it follows. Of its scopes the most specific
 * that fits a head wins: its own values, those of its profile, the universal ones.
 */
export interface Preset {
  readonly id: string;
  readonly kind: "preset";
  readonly version: number;
  /** null = it is called by what it says. */
  readonly name: string | null;
  readonly rank: number;
  readonly family: Family | "Mixed";
  readonly territoryId: string | null;
  readonly universal: PresetParts;
  readonly perProfile: Readonly<Record<string, PresetParts>>;
  /** Values in the attribute's unit. */
  readonly perHead: HeadNumbers;
  /** `#rrggbb` instead of the computed swatch. */
  readonly swatch?: string;
}

const content = where(partsSchema, (parts) =>
  Object.values(parts).some(({ presets }) => presets !== undefined) ? "a preset can't be made of other presets" : null,
);

export const presetSchema: Schema<Preset> = where(
  fields<Preset>({
    id: textUpTo(64),
    kind: oneOf(["preset"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    name: nullable(textUpTo(80)),
    rank: integerIn(0, 1000000),
    family: oneOf([...FAMILIES, "Mixed"]),
    territoryId: nullable(textUpTo(64)),
    universal: content,
    perProfile: mapOf(content, 500),
    perHead: headNumbersSchema,
    swatch: optional(hexColor),
  }),
  (preset) => (presetKeys(preset).length > 0 ? null : "it must say something"),
);

/** The part under which a stroke refers to an attribute of a preset: colours and positions go as wholes. */
export function presetKeyOf(attribute: Attribute): Attribute {
  const { family } = attributeInfo(attribute);
  return family === "Colour" ? "Color" : family === "Position" ? "Position" : attribute;
}

/** The parts that a stroke gets when the preset is applied. */
export function presetKeys({ universal, perProfile, perHead }: Pick<Preset, "universal" | "perProfile" | "perHead">): Attribute[] {
  const said = [universal, ...Object.values(perProfile), ...Object.values(perHead)].flatMap((parts) => Object.keys(parts));
  return [...new Set(said.map(presetKeyOf))];
}

/** The parts of a scope that a key takes, whole colours and points first: single components lie over them. */
export function partsUnder(parts: PresetParts, key: Attribute): [Attribute, Part][] {
  return Object.entries(parts)
    .filter(([attribute]) => presetKeyOf(attribute) === key)
    .sort(([a], [b]) => Number(b === key) - Number(a === key));
}
