import type { Attribute } from "../rig/attributes";
import { attributeInfo, type Family } from "../rig/attributes";
import type { Head } from "../rig/rig";
import { channelOf } from "../rig/mix-head";
import { functionAt, physicalOf } from "../rig/scale";
import type { Resolved } from "../stroke/resolve";
import type { Part, Strokes } from "../stroke/stroke";
import { settled } from "../stroke/seen";
import { inRank } from "../stroke/stroke";
import { presetKeyOf, type Preset, type PresetParts } from "./preset";

export type PresetScope = "per head" | "per profile" | "universal";
export type PresetContent = Pick<Preset, "universal" | "perProfile" | "perHead">;

export const NO_CONTENT: PresetContent = { universal: {}, perProfile: {}, perHead: {} };

/** The scope that suits a family: colours fit all lamps, positions are each head's own unless said as points, gobos each profile's. */
export function suggestedScope(attributes: readonly Attribute[]): PresetScope {
  if (attributes.some((attribute) => attribute === "Color" || attribute === "Position")) return "universal";
  if (attributes.every((attribute) => attributeInfo(attribute).family === "Position")) return "per head";
  if (attributes.every((attribute) => attributeInfo(attribute).family === "Intensity")) return "universal";
  return "per profile";
}

/** The family of what is recorded, or mixed. */
export function familyOf(attributes: readonly Attribute[]): Family | "Mixed" {
  const families = new Set(attributes.map((attribute) => attributeInfo(attribute).family));
  return families.size === 1 ? [...families][0]! : "Mixed";
}

/**
 * What strokes come to as the content of a preset: universal and per profile keep the topmost part of each attribute as it is,
 * fans, motions and all; per head keeps every head's own number. Parts that refer to presets are left out of the first two.
 */
export function presetContent(of: {
  strokes: Strokes;
  attributes: readonly Attribute[];
  scope: PresetScope;
  heads: readonly Head[];
  resolved: Resolved;
}): PresetContent {
  const { strokes, attributes, scope, heads, resolved } = of;
  if (scope === "per head") return { ...NO_CONTENT, perHead: headNumbers(attributes, heads, resolved) };
  const parts: Record<Attribute, Part> = {};
  for (const [, stroke] of inRank(strokes))
    for (const [attribute, part] of Object.entries(stroke.parts))
      if (attributes.includes(attribute) && !part.presets && !part.nudge) parts[attribute] = settled(part);
  if (scope === "universal") return { ...NO_CONTENT, universal: parts };
  const profiles = new Set(heads.map(({ profile }) => profile.id));
  return { ...NO_CONTENT, perProfile: Object.fromEntries([...profiles].map((id) => [id, parts])) };
}

function headNumbers(attributes: readonly Attribute[], heads: readonly Head[], { rows }: Resolved): Preset["perHead"] {
  const keys = new Set(attributes.map(presetKeyOf));
  const values = new Map(rows.map((row) => [row.parameter, row.value]));
  return Object.fromEntries(
    heads.flatMap((head) => {
      const own = [...head.parameters].flatMap(([attribute, parameter]): [Attribute, number][] => {
        const value = values.get(parameter);
        const channel = channelOf(head, attribute);
        if (
          value === undefined ||
          value === null ||
          !channel ||
          !keys.has(presetKeyOf(attribute)) ||
          functionAt(channel, value).attribute !== attribute
        )
          return [];
        return [[attribute, Math.round(physicalOf(channel, value, attribute) * 1e6) / 1e6]];
      });
      return own.length > 0 ? [[head.key, Object.fromEntries(own)] as const] : [];
    }),
  );
}

/** More content over what a preset has: scope by scope, attribute by attribute. */
export function addedContent(present: PresetContent, more: PresetContent): PresetContent {
  const perProfile = { ...present.perProfile };
  for (const [id, parts] of Object.entries(more.perProfile)) perProfile[id] = { ...perProfile[id], ...parts };
  const perHead = { ...present.perHead };
  for (const [key, values] of Object.entries(more.perHead)) perHead[key] = { ...perHead[key], ...values };
  return { universal: { ...present.universal, ...more.universal }, perProfile, perHead };
}

/** Content without these attributes; with `heads` only their own values go. */
export function contentWithout(present: PresetContent, attributes: readonly Attribute[], heads?: readonly Head[]): PresetContent {
  const keys = new Set(attributes.map(presetKeyOf));
  const thinned = <T extends object>(entries: T): T =>
    Object.fromEntries(Object.entries(entries).filter(([name]) => !keys.has(presetKeyOf(name)))) as T;
  const within = heads && new Set(heads.map(({ key }) => key));
  const perHead = Object.fromEntries(
    Object.entries(present.perHead).flatMap(([key, values]) => {
      const left = !within || within.has(key) ? thinned(values) : values;
      return Object.keys(left).length > 0 ? [[key, left] as const] : [];
    }),
  );
  if (within) return { ...present, perHead };
  const perProfile = Object.fromEntries(
    Object.entries(present.perProfile).flatMap(([id, parts]) => {
      const left = thinned<PresetParts>(parts);
      return Object.keys(left).length > 0 ? [[id, left] as const] : [];
    }),
  );
  return { universal: thinned(present.universal), perProfile, perHead };
}
