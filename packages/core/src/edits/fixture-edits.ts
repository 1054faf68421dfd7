import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { arranged, type Arrangement } from "../geometry/arrangement";
import { addressText, readAddress } from "../rig/address-text";
import { MAX_UNIVERSE, patchOf, type Fixture, type Patch } from "../rig/fixture";
import { modeOf } from "../rig/profile";
import { fan, parseFan } from "../shape/fan";
import type { Show } from "../show/show";
import { setLamps } from "./set-lamps";
import { ownerOf, slotKey, slotOwners, type SlotOwners } from "./slot-owners";

/** What of several lamps can be typed at once, in their order. */
export const LAMP_FIELDS = ["number", "name", "address", "x", "y", "z", "turn x", "turn y", "turn z", "layer", "note"] as const;
export type LampField = (typeof LAMP_FIELDS)[number];

/**
 * The changes that type one thing for several lamps in their order: one value for all, or a run. Numbers and addresses count on by themselves:
 * `201` gives 201, 202…; `3.1` gives each the next free place from there on, `3.1 + 4.1` those that are patched in two places; `none` unpatches. Names count by `{n}`. Places and turns spread
 * (`-6..6`), and with a + or - before them, and a blank, are added (`+ 0.5`). Errors: value.invalid, with what would fit.
 */
export function typedLamps(show: Show, ids: readonly string[], of: { field: LampField; text: string }): Result<Change[]> {
  const lamps = ids.flatMap((id) => show.get("fixture", id) ?? []);
  if (lamps.length === 0) return fail("record.unknown", { what: "lamp" });
  switch (of.field) {
    case "number":
      return numbered(show, lamps, of.text);
    case "name": {
      const name = of.text.trim();
      if (name === "") return invalid("The name", "empty", "it must have a letter");
      const names = lamps.map((_, at) => name.replaceAll("{n}", String(at + 1)).slice(0, 80));
      return ok(setLamps(lamps, "name", (_, at) => names[at]!));
    }
    case "layer":
    case "note": {
      const most = of.field === "layer" ? 40 : 500;
      const said = of.text.trim();
      if (said.length > most) return invalid(`The ${of.field}`, said, `it must have at most ${most} letters`);
      return ok(setLamps(lamps, of.field, () => (said === "" || said === "none" ? undefined : said)));
    }
    case "address":
      return addressed(show, lamps, of.text);
    case "x":
    case "y":
    case "z":
      return spread(lamps, { path: "position", axis: of.field, text: of.text });
    case "turn x":
    case "turn y":
    case "turn z":
      return spread(lamps, { path: "rotation", axis: of.field.slice(-1) as "x" | "y" | "z", text: of.text });
  }
}

/** The changes that put lamps where an arrangement has them. */
export function arrangedLamps(show: Show, ids: readonly string[], of: Arrangement): Change[] {
  const lamps = ids.flatMap((id) => show.get("fixture", id) ?? []);
  const places = arranged(of, lamps.length);
  return setLamps(lamps, "position", (_, at) => places[at]!);
}

function numbered(show: Show, lamps: readonly Fixture[], text: string): Result<Change[]> {
  const match = /^\s*(\d{1,5})\s*(?:\.\.\s*(\d{1,5})?\s*)?$/.exec(text);
  if (!match) return invalid("The number", text, "it must be a number such as 201, from which the others count on");
  const first = Number(match[1]);
  const moved = new Set(lamps.map(({ id }) => id));
  const taken = new Map(show.all("fixture").flatMap((lamp) => (moved.has(lamp.id) ? [] : [[lamp.number, lamp] as const])));
  for (let at = 0; at < lamps.length; at++) {
    const number = first + at;
    const owner = taken.get(number);
    if (owner) return invalid("The number", String(number), `${owner.name} has it`);
    if (number < 1 || number > 99999) return invalid("The number", String(number), "it must be from 1 to 99999");
  }
  return ok(setLamps(lamps, "number", (_, at) => first + at));
}

const NOWHERE = /^(none|unpatched|-)?$/i;

/** One text for each place at which lamps are patched, a + between them; those that it doesn't speak of stay. */
function addressed(show: Show, lamps: readonly Fixture[], text: string): Result<Change[]> {
  const parts = text.split("+").map((part) => part.trim());
  const footprints = lamps.map((lamp) => {
    const mode = modeOf(show.get("profile", lamp.profileId), lamp);
    return mode ? [mode.footprint, ...(mode.moreFootprints ?? [])] : [1];
  });
  const most = Math.max(...footprints.map(({ length }) => length));
  if (parts.length > most)
    return invalid("The address", text, most === 1 ? "these lamps have one address" : `these lamps have ${most} addresses`);
  // Nowhere alone is nowhere at all.
  const said = parts.length === 1 && NOWHERE.test(parts[0]!) ? Array.from({ length: most }, () => "none") : parts;
  const owners = slotOwners(show, new Set(lamps.map(({ id }) => id)));
  const take = (lamp: Fixture, patch: Patch | null | undefined, footprint: number): void => {
    for (let slot = 0; patch && slot < footprint; slot++) owners.set(slotKey({ ...patch, address: patch.address + slot }), lamp);
  };
  lamps.forEach((lamp, at) =>
    footprints[at]!.forEach((footprint, index) => index >= said.length && take(lamp, patchOf(lamp, index + 1), footprint)),
  );
  const patches = lamps.map((lamp, at) => footprints[at]!.map((_, index) => patchOf(lamp, index + 1)));
  for (const [index, part] of said.entries()) {
    const meant = [...lamps.keys()].filter((at) => index < footprints[at]!.length);
    if (NOWHERE.test(part)) {
      for (const at of meant) patches[at]![index] = null;
      continue;
    }
    let next = readAddress(part.replace(/\.\.\s*$/, ""));
    if (!next) return invalid("The address", part, "it must be universe.address, such as 3.101, or none");
    for (const at of meant) {
      const footprint = footprints[at]![index]!;
      const found = roomFrom(next, { footprint, owners, lamp: lamps[at]!, alone: lamps.length === 1 });
      if (!found.ok) return found;
      take(lamps[at]!, found.value, footprint);
      patches[at]![index] = found.value;
      next = { ...found.value, address: found.value.address + footprint };
    }
  }
  return ok([
    ...setLamps(lamps, "patch", (_, at) => patches[at]![0] ?? null),
    ...setLamps(lamps, "morePatches", (lamp, at) => (footprints[at]!.length > 1 ? patches[at]!.slice(1) : lamp.morePatches)),
  ]);
}

/** One alone goes where it is sent; in a row each takes the next place that is free. */
function roomFrom(from: Patch, of: { footprint: number; owners: SlotOwners; lamp: Fixture; alone: boolean }): Result<Patch> {
  const { footprint, owners, lamp, alone } = of;
  const refuse = (why: string) => fail("value.invalid", { field: "The address", value: addressText(from), why });
  let next = from;
  for (;;) {
    if (next.address + footprint - 1 > 512) {
      if (alone) return refuse(`${lamp.name} takes ${footprint} slots and would run past 512`);
      next = { universe: next.universe + 1, address: 1 };
    }
    if (next.universe > MAX_UNIVERSE) return refuse("there is no universe left");
    const owner = ownerOf(owners, next, footprint, lamp);
    if (!owner) return ok(next);
    if (alone) return refuse(`${owner.name} (${owner.number}) has slots there`);
    next = { ...next, address: next.address + 1 };
  }
}

function spread(lamps: readonly Fixture[], of: { path: "position" | "rotation"; axis: "x" | "y" | "z"; text: string }): Result<Change[]> {
  const { path, axis } = of;
  const adds = /^\s*([+-])\s+(.*)$/.exec(of.text) ?? /^\s*(\+)(.*)$/.exec(of.text);
  const knots = parseFan(adds ? adds[2]! : of.text, "The former value", path === "position" ? "metres" : "degrees");
  const name = path === "position" ? `The place (${axis})` : `The turn (${axis})`;
  if (!knots.ok) return invalid(name, of.text, "it must be a number, or a run such as -6..6");
  const sign = adds?.[1] === "-" ? -1 : 1;
  const most = path === "position" ? 10000 : 360;
  const values = lamps.map((lamp, at) => {
    const value = fan(knots.value, lamps.length > 1 ? at / (lamps.length - 1) : 0);
    return Math.round((adds ? lamp[path][axis] + sign * value : value) * 1000) / 1000;
  });
  const beyond = values.find((value) => Math.abs(value) > most);
  if (beyond !== undefined) return invalid(name, String(beyond), `it must be from ${-most} to ${most}`);
  return ok(setLamps(lamps, path, (lamp, at) => ({ ...lamp[path], [axis]: values[at]! })));
}

function invalid(field: string, value: string, why: string): Result<Change[]> {
  return fail("value.invalid", { field, value: value.slice(0, 40) || "empty", why });
}
