import type { Fixture, Patch } from "../rig/fixture";
import { takenSlots } from "../rig/patch-conflicts";
import type { Mode } from "../rig/profile";
import type { Show } from "../show/show";

/** Who has each slot that is patched, by `slotKey`; null = it is only kept free. */
export type SlotOwners = Map<number, Fixture | null>;

export function slotKey({ universe, address }: Patch): number {
  return universe * 513 + address;
}

/** The owners of all slots, without those of some lamps. */
export function slotOwners(show: Show, without: ReadonlySet<string> = new Set()): SlotOwners {
  const owners: SlotOwners = new Map();
  const modes = new Map(show.all("profile").map(({ id, modes: own }) => [id, new Map(own.map((mode): [string, Mode] => [mode.id, mode]))]));
  for (const fixture of show.all("fixture")) {
    const mode = without.has(fixture.id) ? undefined : modes.get(fixture.profileId)?.get(fixture.modeId);
    for (const { universe, address, footprint } of mode ? takenSlots(fixture, mode) : [])
      for (let slot = 0; slot < footprint; slot++) owners.set(slotKey({ universe, address: address + slot }), fixture);
  }
  return owners;
}

/** The first lamp that has one of so many slots from an address on; null = they are free. Twins are no bar to twins. */
export function ownerOf(
  owners: ReadonlyMap<number, Fixture | null>,
  { universe, address }: Patch,
  footprint: number,
  lamp?: Pick<Fixture, "twin">,
): Fixture | null {
  for (let slot = 0; slot < footprint; slot++) {
    const owner = owners.get(slotKey({ universe, address: address + slot }));
    if (owner && !(owner.twin && lamp?.twin)) return owner;
  }
  return null;
}
