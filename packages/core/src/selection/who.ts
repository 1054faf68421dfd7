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
  /** Heads hang where they hung as long as this is the same object; without it nothing is remembered. */
  readonly rig?: object;
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

interface Known {
  readonly rig: object;
  readonly groups: readonly (readonly HeadKey[] | null)[];
  readonly base: readonly PlacedHead[];
  readonly heads: readonly PlacedHead[];
}

// What is meant never changes in place, so what was found holds as long as rig and groups are the same objects.
const known = new WeakMap<Who, Known>();

function found(who: Who, context: WhoContext): Pick<Known, "base" | "heads"> {
  const { rig } = context;
  const groups = (who.groupIds ?? []).map((id) => context.groupHeads(id));
  const before = known.get(who);
  if (rig !== undefined && before?.rig === rig && before.groups.every((heads, index) => heads === groups[index])) return before;
  const base = ordered(who, groups, context);
  const now = { base, heads: masked(base, who.mask) };
  if (rig !== undefined) known.set(who, { rig, groups, ...now });
  return now;
}

function ordered(who: Who, groups: Known["groups"], context: WhoContext): readonly PlacedHead[] {
  const distinct = new Map<HeadKey, PlacedHead>();
  const take = (heads: readonly HeadKey[], group?: string): void => {
    for (const head of heads) {
      const placed = distinct.has(head) ? null : context.placed(head);
      if (placed) distinct.set(head, group === undefined ? placed : { ...placed, group });
    }
  };
  const { groupIds, order, seed, turned } = who;
  if (groupIds === undefined) take(who.heads ?? []);
  // One group needs no mark: runs per group are one run then.
  else if (groupIds.length === 1) take(groups[0] ?? []);
  else groupIds.forEach((id, index) => take(groups[index] ?? [], id));
  const base = [...distinct.values()];
  const taken = order === undefined || order === "picked" ? base : orderedIndices(base, order, seed ?? 1).map((index) => base[index]!);
  return turned ? taken.reverse() : taken;
}

/** The distinct heads in order before the mask, each with the group through which it came. Those that the rig lost are left out. */
export function placedBase(who: Who, context: WhoContext): readonly PlacedHead[] {
  return found(who, context).base;
}

/** The heads that are meant now, in order, as orders and distances see them. */
export function placedHeads(who: Who, context: WhoContext): readonly PlacedHead[] {
  return found(who, context).heads;
}
