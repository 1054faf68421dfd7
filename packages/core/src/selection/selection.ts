import type { HeadKey } from "../rig/fixture";
import type { Order } from "../shape/order";
import { stepped } from "./mask";
import { placedBase, placedHeads, type Who, type WhoContext } from "./who";

/** What a person has selected: who is meant. It follows its groups while it refers to them. */
export type Selection = Who;

export const EMPTY_SELECTION: Selection = { heads: [] };

/** The heads that are selected now, in order. */
export function selectedHeads(selection: Selection, context: WhoContext): HeadKey[] {
  return placedHeads(selection, context).map(({ key }) => key);
}

/** The heads before the mask, in order. */
export function selectionBase(selection: Selection, context: WhoContext): HeadKey[] {
  return placedBase(selection, context).map(({ key }) => key);
}

export function selectHeads(heads: readonly HeadKey[]): Selection {
  return { heads: [...new Set(heads)] };
}

export function selectGroups(groupIds: readonly string[]): Selection {
  return groupIds.length === 0 ? EMPTY_SELECTION : { groupIds: [...new Set(groupIds)] };
}

/** With the heads added behind those that are there; what was there keeps its order. */
export function added(selection: Selection, heads: readonly HeadKey[], context: WhoContext): Selection {
  return selectHeads([...selectedHeads(selection, context), ...heads]);
}

export function removed(selection: Selection, heads: readonly HeadKey[], context: WhoContext): Selection {
  const gone = new Set(heads);
  return selectHeads(selectedHeads(selection, context).filter((head) => !gone.has(head)));
}

/** Each head goes out if it was in, and in (at the end) if it was out. */
export function toggled(selection: Selection, heads: readonly HeadKey[], context: WhoContext): Selection {
  const present = new Set(selectedHeads(selection, context));
  const out = removed(
    selection,
    heads.filter((head) => present.has(head)),
    context,
  );
  return added(
    out,
    heads.filter((head) => !present.has(head)),
    context,
  );
}

export function withMask(selection: Selection, mask: Selection["mask"]): Selection {
  const { mask: _, ...rest } = selection;
  return mask ? { ...rest, mask } : rest;
}

/** Drops the mask and gives the base back in its order. */
export function all(selection: Selection): Selection {
  return withMask(selection, undefined);
}

/** The next or previous part, wrapping; without a mask it goes head by head, from the first or the last. */
export function step(selection: Selection, by: 1 | -1, context: WhoContext): Selection {
  const count = placedBase(selection, context).length;
  if (count === 0) return selection;
  if (!selection.mask) return withMask(selection, { type: "single", at: by === 1 ? 1 : count });
  return withMask(selection, stepped(selection.mask, count, by));
}

/** The same heads in another order; the link to groups stays. A mask stays as well, over the new order. */
export function reordered(selection: Selection, by: { order: Order; seed: number }): Selection {
  const { order: _, seed: __, turned: ___, ...rest } = selection;
  if (by.order === "picked") return rest;
  return { ...rest, order: by.order, ...(by.order === "scattered" ? { seed: by.seed } : {}) };
}

/** The same heads from the other end. */
export function turnedRound(selection: Selection): Selection {
  const { turned, ...rest } = selection;
  return turned ? rest : { ...rest, turned: true };
}
