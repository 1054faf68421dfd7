import { modeOf } from "../rig/profile";
import type { Fixture } from "../rig/fixture";
import { takenSlots } from "../rig/patch-conflicts";
import type { Show } from "../show/show";

/** Slots 1 to 512 of a universe, both ends within. */
export interface SlotRun {
  readonly first: number;
  readonly last: number;
}

/** The slots that one place of address of a lamp takes. */
export interface AddressBlock extends SlotRun {
  readonly lamp: Fixture;
  /** Another block takes some of them, too, or they run past the end. */
  readonly wrong: boolean;
}

export interface AddressStrip {
  readonly universe: number;
  /** By their first slots. */
  readonly blocks: readonly AddressBlock[];
  readonly free: readonly SlotRun[];
  /** How many slots are taken. */
  readonly taken: number;
}

const LAST_SLOT = 512;

/** Who takes which slots, universe by universe as far as any is patched; at the end the next one, which is free. */
export function addressStrips(show: Show): AddressStrip[] {
  const own = new Map<number, (SlotRun & { lamp: Fixture })[]>();
  for (const lamp of show.all("fixture")) {
    const mode = modeOf(show.get("profile", lamp.profileId), lamp);
    for (const { universe, address, footprint } of mode ? takenSlots(lamp, mode) : []) {
      const blocks = own.get(universe) ?? [];
      own.set(universe, blocks);
      if (footprint > 0) blocks.push({ lamp, first: address, last: address + footprint - 1 });
    }
  }
  const universes = [...own.keys()].sort((a, b) => a - b);
  return [...universes, (universes.at(-1) ?? 0) + 1].map((universe) => stripOf(universe, own.get(universe) ?? []));
}

function stripOf(universe: number, of: readonly (SlotRun & { lamp: Fixture })[]): AddressStrip {
  const sorted = of.toSorted((a, b) => a.first - b.first || a.lamp.number - b.lamp.number);
  const wrong = new Set<number>();
  const free: SlotRun[] = [];
  let [furthest, reach, taken] = [-1, 0, 0];
  for (const [index, { first, last }] of sorted.entries()) {
    if (first <= reach) wrong.add(index).add(furthest);
    if (last > LAST_SLOT) wrong.add(index);
    if (first > reach + 1) free.push({ first: reach + 1, last: first - 1 });
    taken += Math.max(0, Math.min(last, LAST_SLOT) - Math.max(first - 1, reach));
    if (last > reach) [furthest, reach] = [index, last];
  }
  if (reach < LAST_SLOT) free.push({ first: reach + 1, last: LAST_SLOT });
  const blocks = sorted.map((block, index) => ({ ...block, last: Math.min(block.last, LAST_SLOT), wrong: wrong.has(index) }));
  return { universe, blocks, free, taken };
}
