import { fanColor } from "../color/color-fan";
import { xyYOf, xyzOf, type Xyz } from "../color/colorimetry";
import type { Vector } from "../geometry/beam";
import { fanPoint } from "../geometry/point-fan";
import { partsUnder, presetKeyOf, type Preset } from "../preset/preset";
import { attributeInfo, type Attribute } from "../rig/attributes";
import { mix } from "../rig/mix-head";
import type { Head } from "../rig/rig";
import { normalizedFreely } from "../rig/scale";
import { fan } from "../shape/fan";
import type { Column } from "./column";
import { makeColumns } from "./make-columns";
import { followRows } from "./follow-rows";
import { aimedRows, makeRows, plainRow, type PartIn } from "./make-rows";
import { NO_TIMES, timesAt, timesOver } from "./part-times";
import type { ResolveContext, Row } from "./row";
import type { Part } from "./stroke";

/** What a part that refers to presets comes to: one preset as it is, or each head at its place between several. */
export function presetRows(of: PartIn): Row[] {
  const { part, show, spread } = of;
  const presets = part.presets!.ids.flatMap((id) => show.preset?.(id) ?? []);
  if (presets.length === 0) return [];
  const rows = presets.length === 1 ? rowsOfOne(presets[0]!, of) : rowsBetween(presets, of);
  if (!part.fade && !part.delay) return rows;
  const places = spread.places(part.shape, "open");
  const timesOf = new Map(spread.heads.map(({ key }, index) => [key, timesAt(part, places[index]!)]));
  return rows.map(({ fade, fadePart, delay, delayPart, ...row }) => {
    const own = timesOf.get(show.rig.parameters[row.parameter]!.head.key)!;
    const inside = { fade, delay, ...(fadePart === undefined ? {} : { fadePart }), ...(delayPart === undefined ? {} : { delayPart }) };
    return { ...row, ...timesOver(own, inside) };
  });
}

/** The most specific scope of a preset that says something of a key for a head. */
export function scopeOf(preset: Preset, head: Head, key: Attribute): "per head" | "per profile" | "universal" | null {
  const own = preset.perHead[head.key];
  if (own && Object.keys(own).some((attribute) => presetKeyOf(attribute) === key)) return "per head";
  const profile = preset.perProfile[head.profile.id];
  if (profile && partsUnder(profile, key).length > 0) return "per profile";
  return partsUnder(preset.universal, key).length > 0 ? "universal" : null;
}

/** The one content that a preset has for everybody, as the usual colour or point: there is nothing to choose between. */
function contentForAll(preset: Preset, key: Attribute): { attribute: Attribute; part: Part } | null {
  const forAll = partsUnder(preset.universal, key);
  if (forAll.length !== 1 || [preset.perHead, preset.perProfile].some((table) => Object.keys(table).length > 0)) return null;
  const [attribute, part] = forAll[0]!;
  return { attribute, part };
}

/** What a part that refers to one plain preset comes to, without an object a row; null for all other parts. Equals `presetRows`. */
export function presetColumns(of: PartIn): Column[] | null {
  const { attribute: key, part, show } = of;
  const [preset, ...more] = part.presets?.ids.flatMap((id) => show.preset?.(id) ?? []) ?? [];
  if (!preset || more.length > 0 || part.fade || part.delay) return null;
  const content = contentForAll(preset, key);
  return content && makeColumns({ ...of, ...content });
}

function rowsOfOne(preset: Preset, { attribute: key, spread, show, rowsOf }: PartIn): Row[] {
  const content = contentForAll(preset, key);
  if (content) return makeRows({ ...content, spread, show, rowsOf });
  const forAll = partsUnder(preset.universal, key);
  const { family } = attributeInfo(key);
  const rows = new Map<number, Row>();
  const profiles = new Set<string>();
  const scopes = new Map(spread.heads.map((head) => [head.key, scopeOf(preset, head, key)]));
  const take = (parts: [Attribute, Part][], fits: (head: Head) => boolean): void => {
    for (const [attribute, part] of parts)
      for (const row of makeRows({ attribute, part, spread, show, rowsOf }))
        if (fits(show.rig.parameters[row.parameter]!.head)) rows.set(row.parameter, row);
  };
  for (const head of spread.heads) {
    const scope = scopes.get(head.key);
    if (scope === "per profile") profiles.add(head.profile.id);
    if (scope !== "per head" || (show.reaches && !show.reaches(head.key, family))) continue;
    for (const [attribute, value] of Object.entries(preset.perHead[head.key]!)) {
      const parameter = presetKeyOf(attribute) === key ? head.parameters.get(attribute) : undefined;
      if (parameter !== undefined)
        rows.set(parameter, plainRow(parameter, normalizedFreely(show.rig.parameters[parameter]!.channel, value, attribute), NO_TIMES));
    }
  }
  take(forAll, (head) => scopes.get(head.key) === "universal");
  for (const id of profiles)
    take(partsUnder(preset.perProfile[id]!, key), (head) => head.profile.id === id && scopes.get(head.key) === "per profile");
  return [...rows.values()];
}

/** Colours go from preset to preset along the path, points in metres, everything else straight from value to value. */
function rowsBetween(presets: readonly Preset[], of: PartIn): Row[] {
  const { attribute: key, part, spread, show } = of;
  const places = spread.places(part.shape, "open");
  const around = spread.places(part.shape, "round");
  const values = presets.map((preset) => new Map(rowsOfOne(preset, of).map((row) => [row.parameter, row])));
  return spread.heads.flatMap((head, index): Row[] => {
    const u = places[index]!;
    if (show.reaches && !show.reaches(head.key, attributeInfo(key).family)) return [];
    if (key === "Color") {
      const colors = presets.map((preset) => presetColor(preset, head, u));
      if (colors.every((color) => color !== null)) {
        const between = fanColor({ knots: colors.map(xyYOf), path: part.presets!.path }, u);
        return [...mix(head, between)].map(([name, value]) => plainRow(head.parameters.get(name)!, value, NO_TIMES));
      }
    }
    if (key === "Position") {
      const points = presets.map((preset) => presetPoint(preset, head, u));
      if (points.every((point) => point !== null))
        return aimedRows(head, { point: fanPoint({ knots: points, path: "straight" }, u), show, times: NO_TIMES });
      const follows = presets.map((preset) => scopedPart(preset, head, key)?.follow);
      if (follows.every((follow) => follow !== undefined)) {
        const follow = { ...follows[0]!, targetIds: follows.map(({ targetIds }) => targetIds[0]!) };
        return followRows(head, { attribute: key, follow, along: u, around: around[index]!, show, times: NO_TIMES });
      }
    }
    return [...new Set(head.parameters.values())].flatMap((parameter): Row[] => {
      const knots = values.map((rows) => rows.get(parameter)?.value ?? null);
      return knots.every((value) => value !== null) ? [plainRow(parameter, fan(knots, u), NO_TIMES)] : [];
    });
  });
}

function scopedPart(preset: Preset, head: Head, key: Attribute): Part | undefined {
  const scope = scopeOf(preset, head, key);
  return scope === "universal" ? preset.universal[key] : scope === "per profile" ? preset.perProfile[head.profile.id]![key] : undefined;
}

/** The whole colour that a preset gives a head at a place; null when it has none for it. */
export function presetColor(preset: Preset, head: Head, u: number): Xyz | null {
  const colors = scopedPart(preset, head, "Color")?.colors;
  return colors ? (colors.knots.length === 1 ? xyzOf(colors.knots[0]!) : fanColor(colors, u)) : null;
}

/** The point on stage that a preset gives a head at a place; null when it has none for it. */
export function presetPoint(preset: Preset, head: Head, u: number): Vector | null {
  const points = scopedPart(preset, head, "Position")?.points;
  return points ? fanPoint(points, u) : null;
}

/** The records that the presets of a part are. */
export function presetsOf(part: Part, show: ResolveContext): (Preset | null)[] {
  return part.presets?.ids.map((id) => show.preset?.(id) ?? null) ?? [];
}
