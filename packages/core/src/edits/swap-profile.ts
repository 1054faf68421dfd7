import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { attributeInfo, compareAttributes, isService, type Attribute } from "../rig/attributes";
import { headKeyIn, type Fixture, type HeadKey, type Patch } from "../rig/fixture";
import { modeOf, type Channel, type Mode, type Profile } from "../rig/profile";
import { scaleOf } from "../rig/scale";
import type { Show } from "../show/show";
import { mappedHeads } from "./mapped-heads";
import { setLamps } from "./set-lamps";
import { ownerOf, slotKey, slotOwners } from "./slot-owners";

/** What becomes of an attribute when lamps get another profile or mode. */
export const SWAP_WAYS = ["same", "by its unit", "by colour", "by aim", "new", "lost"] as const;
export type SwapWay = (typeof SWAP_WAYS)[number];

export interface SwapRow {
  readonly attribute: Attribute;
  readonly way: SwapWay;
  /** What that means, in a sentence. */
  readonly words: string;
  /** Cues, presets and sketches say something of it for these lamps. */
  readonly used: boolean;
}

/** A swap before it is done. */
export interface Swap {
  readonly rows: readonly SwapRow[];
  /** What else becomes of the lamps: addresses that don't fit, heads that become others. */
  readonly notes: readonly string[];
  readonly changes: readonly Change[];
}

/**
 * What another mode makes of lamps, attribute by attribute. Values are kept in units (degrees, metres, colours), so most needs no change: what is
 * shown is what can still be done. A lamp whose slots don't fit where it is goes to the next free place. Errors: record.unknown.
 */
export function swapProfile(show: Show, ids: readonly string[], to: { profile: Profile; modeId: string }): Result<Swap> {
  const mode = modeOf(to.profile, to);
  const lamps = ids.flatMap((id) => show.get("fixture", id) ?? []);
  if (!mode || lamps.length === 0) return fail("record.unknown", { what: mode ? "lamp" : "mode" });
  const used = attributesUsed(show, lamps);
  const patches = patchesFor(show, lamps, mode);
  const become = new Map<HeadKey, readonly HeadKey[]>();
  const notes: string[] = [];
  for (const lamp of lamps) {
    const before = modeOf(show.get("profile", lamp.profileId), lamp);
    if (before) for (const [key, keys] of headsBecome(lamp.id, before, mode)) become.set(key, keys);
  }
  const moved = lamps.filter((lamp, at) => patches[at]!.moved && lamp.patch !== null);
  if (moved.length > 0) notes.push(`${namesOf(moved)}: no room for ${mode.footprint} slots there, patched at the next free place`);
  if (become.size > 0)
    notes.push(`Groups, cues and presets name the new heads: ${become.size === 1 ? "one head" : `${become.size} heads`} become others`);
  const changes: Change[] = [
    ...(show.get("profile", to.profile.id) ? [] : [{ op: "add" as const, record: to.profile }]),
    ...setLamps(lamps, "profileId", () => to.profile.id),
    ...setLamps(lamps, "modeId", () => mode.id),
    ...setLamps(lamps, "patch", (_, at) => patches[at]!.all[0] ?? null),
    ...setLamps(lamps, "morePatches", (_, at) => (mode.moreFootprints ? patches[at]!.all.slice(1) : undefined)),
    ...mappedHeads(show, become),
  ];
  return ok({ rows: swapRows(show, lamps, { profile: to.profile, mode, used }), notes, changes });
}

const namesOf = (lamps: readonly Fixture[]): string =>
  lamps
    .slice(0, 3)
    .map(({ number, name }) => `${number} ${name}`)
    .join(", ") + (lamps.length > 3 ? ` and ${lamps.length - 3} more` : "");

/** Heads that both bodies have stay; a lamp without cells becomes its cells, and cells without their lamp become it. */
export function headsBecome(fixtureId: string, before: Mode, after: Mode): [HeadKey, readonly HeadKey[]][] {
  const keysOf = (mode: Mode): HeadKey[] => mode.heads.map((_, index) => headKeyIn(fixtureId, mode, index));
  const [had, has] = [keysOf(before), keysOf(after)];
  return had
    .filter((key) => !has.includes(key))
    .map((key) => [key, key === fixtureId ? has : has.includes(fixtureId) ? [fixtureId] : [has.at(-1)!]]);
}

/** Where each lamp's breaks go: where they are, if there is room, else the next free place. */
function patchesFor(show: Show, lamps: readonly Fixture[], mode: Mode): { all: (Patch | null)[]; moved: boolean }[] {
  const owners = slotOwners(show, new Set(lamps.map(({ id }) => id)));
  const footprints = [mode.footprint, ...(mode.moreFootprints ?? [])];
  const take = (patch: Patch, footprint: number): void => {
    for (let slot = 0; slot < footprint; slot++) owners.set(slotKey({ ...patch, address: patch.address + slot }), TAKEN);
  };
  return lamps.map((lamp) => {
    let moved = false;
    const all = footprints.map((footprint, index): Patch | null => {
      const present = index === 0 ? lamp.patch : (lamp.morePatches?.[index - 1] ?? null);
      if (!present) return null;
      const fits = present.address + footprint - 1 <= 512 && !ownerOf(owners, present, footprint, lamp);
      const patch = fits ? present : freeFrom(owners, present, footprint);
      moved ||= !fits;
      take(patch, footprint);
      return patch;
    });
    return { all, moved };
  });
}

/** Stands for whoever of the lamps took a slot just now. */
const TAKEN = { twin: undefined } as unknown as Fixture;

function freeFrom(owners: ReadonlyMap<number, Fixture | null>, from: Patch, footprint: number): Patch {
  let patch = from;
  while (patch.address + footprint - 1 > 512 || ownerOf(owners, patch, footprint))
    patch = patch.address + footprint > 512 ? { universe: patch.universe + 1, address: 1 } : { ...patch, address: patch.address + 1 };
  return patch;
}

/** Attributes of which strokes and presets say something for any of these lamps' heads. */
function attributesUsed(show: Show, lamps: readonly Fixture[]): Set<Attribute> {
  const ids = new Set(lamps.map(({ id }) => id));
  const keys = new Set(show.rig.heads.flatMap(({ key, fixture }) => (ids.has(fixture.id) ? [key] : [])));
  const own = (key: HeadKey): boolean => keys.has(key);
  const groups = new Set(show.all("group").flatMap(({ id, heads }) => (heads.some(own) ? [id] : [])));
  const used = new Set<Attribute>();
  for (const { strokes } of [...show.all("cue"), ...show.all("sketch")])
    for (const { who, parts } of Object.values(strokes))
      if (who.groupIds?.some((id) => groups.has(id)) || who.heads?.some(own)) for (const name of Object.keys(parts)) used.add(name);
  return used;
}

function swapRows(show: Show, lamps: readonly Fixture[], of: { profile: Profile; mode: Mode; used: ReadonlySet<Attribute> }): SwapRow[] {
  const after = attributesIn(of.mode);
  const before = new Map<Attribute, Channel>();
  for (const lamp of lamps) {
    const mode = modeOf(show.get("profile", lamp.profileId), lamp);
    if (mode) for (const [attribute, channel] of attributesIn(mode)) if (!before.has(attribute)) before.set(attribute, channel);
  }
  const isUsed = (attribute: Attribute): boolean => {
    const { family } = attributeInfo(attribute);
    return of.used.has(attribute) || (family === "Colour" && of.used.has("Color")) || (family === "Position" && of.used.has("Position"));
  };
  const mixes = [...after.keys()].some((attribute) => attributeInfo(attribute).mixing) || of.profile.wheels !== undefined;
  const aims = after.has("Pan") && after.has("Tilt");
  const rows = [...new Set([...before.keys(), ...after.keys()])].sort(compareAttributes).map((attribute): SwapRow => {
    const [was, is] = [before.get(attribute), after.get(attribute)];
    return { attribute, used: was !== undefined && isUsed(attribute), ...becomes(attribute, { was, is, mixes, aims }) };
  });
  return rows.sort((a, b) => SWAP_WAYS.indexOf(b.way) - SWAP_WAYS.indexOf(a.way));
}

function attributesIn(mode: Mode): Map<Attribute, Channel> {
  const found = new Map<Attribute, Channel>();
  for (const channel of mode.channels)
    for (const { attribute } of [channel, ...(channel.more ?? [])]) if (!isService(attribute)) found.set(attribute, channel);
  return found;
}

function becomes(
  attribute: Attribute,
  of: { was: Channel | undefined; is: Channel | undefined; mixes: boolean; aims: boolean },
): { way: SwapWay; words: string } {
  const { was, is, mixes, aims } = of;
  const { family, unit } = attributeInfo(attribute);
  if (!was) return { way: "new", words: "nothing is said of it yet: it stays at home" };
  if (family === "Colour" && attributeInfo(attribute).mixing && mixes)
    return { way: "by colour", words: "whole colours are mixed anew from what the lamp has" };
  if (!is) return { way: "lost", words: "the lamp hasn’t got it; what is said of it stays written and comes back with a lamp that has it" };
  if (family === "Position" && aims) return { way: "by aim", words: `points on stage hold; angles stay within ${rangeOf(is, attribute)}` };
  const same = rangeOf(was, attribute) === rangeOf(is, attribute);
  if (same) return { way: "same", words: "as it is" };
  if (unit === "slot") return { way: "by its unit", words: "by the slot’s place on the wheel: look at it" };
  return {
    way: "by its unit",
    words: `${rangeOf(was, attribute)} before, ${rangeOf(is, attribute)} now: what lies beyond stops at the end`,
  };
}

function rangeOf(channel: Channel, attribute: Attribute): string {
  const { segments } = scaleOf(channel, attribute);
  const { unit } = attributeInfo(attribute);
  const sign = unit === "degrees" ? "°" : unit === "hertz" ? " Hz" : unit === "kelvin" ? " K" : "";
  return `${segments[0]!.from}${sign} to ${segments.at(-1)!.to}${sign}`;
}
