import { FAMILIES, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Loan } from "./loan";
import { extentOf } from "./role-table";
import type { Person, Territory, TerritoryPart } from "./territory";

/** What reach is computed from. */
export interface ReachContext {
  readonly territories: readonly Territory[];
  /** Loans that are lent now. */
  readonly lent: readonly Loan[];
  groupHeads(groupId: string): readonly HeadKey[] | null;
}

/** Tells whether a head's family may be changed. */
export type Reach = (head: HeadKey, family: Family) => boolean;

/** Families of each head as bits, the first family lowest. */
export type FamilyBits = Map<HeadKey, number>;

const EVERYTHING: Reach = () => true;
const NOTHING: Reach = () => false;
const BIT = Object.fromEntries(FAMILIES.map((family, at) => [family, 1 << at])) as Readonly<Record<Family, number>>;

export function hasFamily(bits: FamilyBits, head: HeadKey, family: Family): boolean {
  return ((bits.get(head) ?? 0) & BIT[family]) !== 0;
}

/** What parts hold, added to `bits`. */
export function addParts(bits: FamilyBits, parts: readonly TerritoryPart[], context: Pick<ReachContext, "groupHeads">): FamilyBits {
  for (const part of parts) {
    const families = part.families.reduce((sum, family) => sum | BIT[family], 0);
    const add = (head: HeadKey): void => void bits.set(head, (bits.get(head) ?? 0) | families);
    part.heads.forEach(add);
    for (const groupId of part.groupIds) context.groupHeads(groupId)?.forEach(add);
  }
  return bits;
}

/**
 * What a person may change: the lead everything, programmers what their territories hold and have borrowed but haven't lent, others
 * nothing.
 */
export function reachOf(person: Person, context: ReachContext): Reach {
  const extent = extentOf(person, "build");
  if (extent === "all") return EVERYTHING;
  if (extent !== "own") return NOTHING;
  const own = context.territories.filter(({ personIds }) => personIds.includes(person.id));
  if (own.length === 0) return NOTHING;
  const bits: FamilyBits = new Map();
  for (const territory of own) {
    const held = addParts(new Map(), territory.parts, context);
    const away = context.lent.filter(({ fromTerritoryId }) => fromTerritoryId === territory.id);
    addParts(
      new Map(),
      away.map(({ part }) => part),
      context,
    ).forEach((gone, head) => held.set(head, (held.get(head) ?? 0) & ~gone));
    held.forEach((families, head) => bits.set(head, (bits.get(head) ?? 0) | families));
  }
  const ids = new Set(own.map(({ id }) => id));
  addParts(
    bits,
    context.lent.filter(({ toTerritoryId }) => ids.has(toTerritoryId)).map(({ part }) => part),
    context,
  );
  return (head, family) => hasFamily(bits, head, family);
}

/** What content owned by a territory may drive: its parts and what it has borrowed; common content (null) may drive everything. */
export function reachOfOwner(territoryId: string | null, context: ReachContext): Reach {
  if (territoryId === null) return EVERYTHING;
  const territory = context.territories.find(({ id }) => id === territoryId);
  const bits = addParts(new Map(), territory?.parts ?? [], context);
  addParts(
    bits,
    context.lent.filter(({ toTerritoryId }) => toTerritoryId === territoryId).map(({ part }) => part),
    context,
  );
  return (head, family) => hasFamily(bits, head, family);
}

/** Tells whose people may change a head's family: the borrower's while it is lent; null when nobody but the lead may. */
export function ownership(context: ReachContext): (head: HeadKey, family: Family) => Territory | null {
  const held = context.territories.map((territory) => ({ territory, bits: addParts(new Map(), territory.parts, context) }));
  const lent = context.lent.flatMap(({ toTerritoryId, part }) => {
    const territory = context.territories.find(({ id }) => id === toTerritoryId);
    return territory ? [{ territory, bits: addParts(new Map(), [part], context) }] : [];
  });
  return (head, family) => [...lent, ...held].find(({ bits }) => hasFamily(bits, head, family))?.territory ?? null;
}
