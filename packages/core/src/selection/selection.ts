import type { HeadKey } from "../rig/fixture";
import { orderedIndices, type Order, type PlacedHead } from "../shape/order";
import { masked, stepped, type Mask } from "./mask";

/**
 * An ordered list of distinct heads, with an optional mask over it. `groupId` says that the base is that
 * group as it stands, so that what is built on it follows the group.
 */
export interface Selection {
  readonly base: readonly HeadKey[];
  readonly mask?: Mask;
  readonly groupId?: string;
}

export const EMPTY_SELECTION: Selection = { base: [] };

/** The heads that are selected now, in order. */
export function selectedHeads(selection: Selection): HeadKey[] {
  return masked(selection.base, selection.mask);
}

export function selectHeads(heads: readonly HeadKey[]): Selection {
  return { base: [...new Set(heads)] };
}

export function selectGroup(groupId: string, heads: readonly HeadKey[]): Selection {
  return { base: [...new Set(heads)], groupId };
}

/** With the heads added behind those that are there; what was there keeps its order. */
export function added(selection: Selection, heads: readonly HeadKey[]): Selection {
  return selectHeads([...selectedHeads(selection), ...heads]);
}

export function removed(selection: Selection, heads: readonly HeadKey[]): Selection {
  const gone = new Set(heads);
  return selectHeads(selectedHeads(selection).filter((head) => !gone.has(head)));
}

/** Each head goes out if it was in, and in (at the end) if it was out. */
export function toggled(selection: Selection, heads: readonly HeadKey[]): Selection {
  const present = new Set(selectedHeads(selection));
  const out = heads.filter((head) => present.has(head));
  return added(
    removed(selection, out),
    heads.filter((head) => !present.has(head)),
  );
}

export function withMask(selection: Selection, mask: Mask): Selection {
  return { ...selection, mask };
}

/** Drops the mask and gives the base back in its order. */
export function all(selection: Selection): Selection {
  const { mask: _, ...rest } = selection;
  return rest;
}

/** The next or previous part, wrapping; without a mask it goes head by head, from the first or the last. */
export function step(selection: Selection, by: 1 | -1): Selection {
  const count = selection.base.length;
  if (count === 0) return selection;
  if (!selection.mask) return withMask(selection, { type: "single", at: by === 1 ? 1 : count });
  return withMask(selection, stepped(selection.mask, count, by));
}

/** The same heads in another order. Re-sorting lets go of the link to a group and of the mask. */
export function reordered(heads: readonly PlacedHead[], by: { order: Order; seed: number }): Selection {
  return selectHeads(orderedIndices(heads, by.order, by.seed).map((index) => heads[index]!.key));
}
