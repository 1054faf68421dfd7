import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { MAX_UNIVERSE, type Fixture, type Patch } from "../rig/fixture";
import { modeOf, type Mode } from "../rig/profile";
import type { Show } from "../show/show";
import { ownerOf, slotKey, slotOwners } from "./slot-owners";

/** Lamps to be added: so many of a mode of a profile, from a number and an address on. */
export interface LampsToAdd {
  readonly profileId: string;
  readonly modeId: string;
  readonly count: number;
  /** The number of the first; the others follow, as far as numbers are free. */
  readonly number: number;
  /** Where each break of the first begins; null = it stays unpatched. */
  readonly patches: readonly (Patch | null)[];
  /** Free slots between one and the next. */
  readonly gap: number;
  /** `{n}` stands for the lamp's place in the row from 1 on. */
  readonly name: string;
}

export const MOST_LAMPS_AT_ONCE = 2000;

/** Metres from one new lamp to the next: they hang in a row over the stage's middle until somebody places them. */
const STEP = 0.5;
const HEIGHT = 6;

/**
 * The changes that add lamps one behind the other, flowing over into the next universe where one doesn't fit any more. Errors:
 * value.invalid where a number or a slot is taken, with whose it is, or where nothing is left.
 */
export function addLamps(show: Show, of: LampsToAdd, newId: () => string): Result<Change[]> {
  const profile = show.get("profile", of.profileId);
  const mode = modeOf(profile, of);
  if (!profile || !mode) return fail("record.unknown", { what: "profile or mode" });
  if (!Number.isInteger(of.count) || of.count < 1 || of.count > MOST_LAMPS_AT_ONCE)
    return invalid("The number of lamps", String(of.count), `it must be from 1 to ${MOST_LAMPS_AT_ONCE}`);
  const fixtures = show.all("fixture");
  const numbered = new Map(fixtures.map((fixture) => [fixture.number, fixture]));
  const slots = slotOwners(show);
  const footprints = [mode.footprint, ...(mode.moreFootprints ?? [])];
  const next = footprints.map((_, index) => of.patches[index] ?? null);
  const changes: Change[] = [];
  for (let at = 0; at < of.count; at++) {
    const number = of.number + at;
    const twin = numbered.get(number);
    if (twin) return invalid("The number", String(number), `${twin.name} has it`);
    if (number > 99999) return invalid("The number", String(number), "the highest is 99999");
    const patches = next.map((patch, index) => (patch ? flowed(patch, footprints[index]!) : null));
    for (const [index, patch] of patches.entries()) {
      if (!patch) continue;
      if (patch.universe > MAX_UNIVERSE) return invalid("The address", "beyond the last universe", `only ${at} fit`);
      const owner = ownerOf(slots, patch, footprints[index]!);
      if (owner) return invalid("The address", `${patch.universe}.${patch.address}`, `${owner.name} (${owner.number}) has slots there`);
      next[index] = { universe: patch.universe, address: patch.address + footprints[index]! + of.gap };
    }
    const [patch = null, ...morePatches] = patches;
    const record: Fixture = {
      id: newId(),
      kind: "fixture",
      version: 1,
      number,
      name: of.name.replaceAll("{n}", String(at + 1)).slice(0, 80) || `${profile.model} ${number}`.slice(0, 80),
      profileId: profile.id,
      modeId: mode.id,
      patch,
      ...(morePatches.length > 0 ? { morePatches } : {}),
      position: { x: Math.round((at - (of.count - 1) / 2) * STEP * 1000) / 1000, y: 0, z: HEIGHT },
      rotation: { x: 0, y: 0, z: 0 },
    };
    changes.push({ op: "add", record });
  }
  return ok(changes);
}

/** The lowest number above all that are taken, as people would go on counting. */
export function nextFreeNumber(show: Show): number {
  return Math.min(99999, Math.max(0, ...show.all("fixture").map(({ number }) => number)) + 1);
}

/** The first place behind all that is patched in a universe, or in a later one, where so many slots are free for each of a mode's breaks. */
export function nextFreePatches(show: Show, mode: Mode, from: number): Patch[] {
  const slots = slotOwners(show);
  const found: Patch[] = [];
  for (const footprint of [mode.footprint, ...(mode.moreFootprints ?? [])]) {
    const patch = nextFree(
      slots,
      footprint,
      found.length === 0 ? { universe: from, address: 1 } : { universe: found[0]!.universe, address: 1 },
    );
    for (let slot = 0; slot < footprint; slot++) slots.set(slotKey({ ...patch, address: patch.address + slot }), null);
    found.push(patch);
  }
  return found;
}

function nextFree(slots: ReadonlyMap<number, unknown>, footprint: number, from: Patch): Patch {
  for (let universe = from.universe; universe <= MAX_UNIVERSE; universe++) {
    let free = 0;
    for (let address = 1; address <= 512; address++) {
      free = slots.has(slotKey({ universe, address })) ? 0 : free + 1;
      if (free === footprint) return { universe, address: address - footprint + 1 };
    }
  }
  return { universe: MAX_UNIVERSE, address: 1 };
}

/** The same place, or the next universe's beginning where it doesn't fit. */
function flowed(patch: Patch, footprint: number): Patch {
  return patch.address + footprint - 1 > 512 ? { universe: patch.universe + 1, address: 1 } : patch;
}

function invalid(field: string, value: string, why: string): Result<Change[]> {
  return fail("value.invalid", { field, value, why });
}
