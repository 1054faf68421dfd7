import { patchOf, type Fixture, type Patch } from "./fixture";
import { modeOf, type Mode, type Profile } from "./profile";

/** Two fixtures that claim one slot, or one that runs out of its universe (`second` is null). */
export interface PatchConflict {
  readonly first: Fixture;
  readonly second: Fixture | null;
  readonly universe: number;
  readonly address: number;
}

/** The slots that a fixture takes in each universe where it is patched. */
export function takenSlots(fixture: Fixture, mode: Mode): (Patch & { readonly footprint: number })[] {
  return [mode.footprint, ...(mode.moreFootprints ?? [])].flatMap((footprint, index) => {
    const patch = patchOf(fixture, index + 1);
    return patch ? [{ ...patch, footprint }] : [];
  });
}

/** Every place where the patch overlaps or runs past slot 512, each pair once, at its first shared slot. Twins may share. */
export function patchConflicts(fixtures: readonly Fixture[], profiles: ReadonlyMap<string, Profile>): PatchConflict[] {
  const owners = new Map<number, Fixture>();
  const seen = new Set<string>();
  const conflicts: PatchConflict[] = [];
  for (const fixture of fixtures) {
    const mode = modeOf(profiles.get(fixture.profileId), fixture);
    for (const { universe, address, footprint } of mode ? takenSlots(fixture, mode) : []) {
      if (address + footprint - 1 > 512) conflicts.push({ first: fixture, second: null, universe, address: 513 });
      for (let slot = address; slot < address + footprint && slot <= 512; slot++) {
        const owner = owners.get(universe * 513 + slot);
        if (!owner) owners.set(universe * 513 + slot, fixture);
        else if (!(owner.twin && fixture.twin) && !seen.has(`${owner.id} ${fixture.id}`)) {
          seen.add(`${owner.id} ${fixture.id}`);
          conflicts.push({ first: owner, second: fixture, universe, address: slot });
        }
      }
    }
  }
  return conflicts;
}
