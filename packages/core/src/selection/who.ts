import { fields, integerIn, listOf, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";
import type { HeadKey } from "../rig/fixture";
import { orderedIndices, ORDERS, type Order, type PlacedHead } from "../shape/order";
import { masked, maskSchema, type Mask } from "./mask";

/**
 * Who is meant: groups by reference or heads in order, the order in which they are taken, and a mask over them. A
 * reference follows its groups: "odd of Rib spots" stays true when the group changes.
 */
export interface Who {
  readonly groupIds?: readonly string[];
  readonly heads?: readonly HeadKey[];
  /** Another order than that of the groups or the list. */
  readonly order?: Order;
  /** Throw of the scattered order. */
  readonly seed?: number;
  readonly turned?: true;
  readonly mask?: Mask;
}

/** What is looked up to find the heads. */
export interface WhoContext {
  /** A group's heads in order, or null when there is no such group. */
  groupHeads(groupId: string): readonly HeadKey[] | null;
  /** A head's place, or null when the rig doesn't have it. */
  placed(head: HeadKey): PlacedHead | null;
}

export const whoSchema: Schema<Who> = where(
  fields<Who>({
    groupIds: optional(listOf(textUpTo(64), { min: 1, max: 200 })),
    heads: optional(listOf(textUpTo(80), { max: 20000 })),
    order: optional(oneOf(ORDERS)),
    seed: optional(integerIn(0, 0xffffffff)),
    turned: optional((value, path) => (value === true ? null : { path, value, why: "it must be true or left out" })),
    mask: optional(maskSchema),
  }),
  ({ groupIds, heads }) => ((groupIds === undefined) === (heads === undefined) ? "it must be either groups or heads" : null),
);

/** The distinct heads in order before the mask, each with the group through which it came. Those that the rig lost are left out. */
export function placedBase(who: Who, context: WhoContext): PlacedHead[] {
  const found = new Map<HeadKey, PlacedHead>();
  const take = (heads: readonly HeadKey[], group?: string): void => {
    for (const head of heads) {
      const placed = found.has(head) ? null : context.placed(head);
      if (placed) found.set(head, group === undefined ? placed : { ...placed, group });
    }
  };
  const { groupIds } = who;
  if (groupIds === undefined) take(who.heads ?? []);
  // One group needs no mark: runs per group are one run then.
  else if (groupIds.length === 1) take(context.groupHeads(groupIds[0]!) ?? []);
  else for (const id of groupIds) take(context.groupHeads(id) ?? [], id);
  const base = [...found.values()];
  const { order, seed, turned } = who;
  const ordered = order === undefined || order === "picked" ? base : orderedIndices(base, order, seed ?? 1).map((index) => base[index]!);
  return turned ? ordered.reverse() : ordered;
}

/** The heads that are meant now, in order, as orders and distances see them. */
export function placedHeads(who: Who, context: WhoContext): PlacedHead[] {
  return masked(placedBase(who, context), who.mask);
}
