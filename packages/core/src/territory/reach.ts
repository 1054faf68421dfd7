import { FAMILIES, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Loan } from "./loan";
import { territoriesOf } from "./own-territory";
import { extentOf, type Act } from "./role-table";
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

/** What a loan really lends: of what it names, what the lender holds now. */
export function lentBits({ fromTerritoryId, part }: Loan, context: Omit<ReachContext, "lent">): FamilyBits {
  const lender = context.territories.find(({ id }) => id === fromTerritoryId);
  const held = addParts(new Map(), lender?.parts ?? [], context);
  const bits = addParts(new Map(), [part], context);
  bits.forEach((families, head) => bits.set(head, families & (held.get(head) ?? 0)));
  return bits;
}

function addBits(bits: FamilyBits, more: FamilyBits): void {
  more.forEach((families, head) => bits.set(head, (bits.get(head) ?? 0) | families));
}

/**
 * What a person may change, or hold, or shine on: by the table of roles everything, nothing, or what their territories hold and have
 * borrowed but haven't lent.
 */
export function reachOf(person: Person, context: ReachContext, act: Extract<Act, "build" | "hold" | "identify"> = "build"): Reach {
  const extent = extentOf(person, act);
  if (extent === "all") return EVERYTHING;
  if (extent !== "own") return NOTHING;
  const bits: FamilyBits = new Map();
  const own = territoriesOf(person, context);
  for (const territory of own) {
    const held = addParts(new Map(), territory.parts, context);
    for (const loan of context.lent)
      if (loan.fromTerritoryId === territory.id)
        addParts(new Map(), [loan.part], context).forEach((gone, head) => held.set(head, (held.get(head) ?? 0) & ~gone));
    addBits(bits, held);
  }
  for (const loan of context.lent) if (own.some(({ id }) => id === loan.toTerritoryId)) addBits(bits, lentBits(loan, context));
  return (head, family) => hasFamily(bits, head, family);
}

/** What content owned by a territory may drive: its parts and what it has borrowed; common content (null) may drive everything. */
export function reachOfOwner(territoryId: string | null, context: ReachContext): Reach {
  if (territoryId === null) return EVERYTHING;
  const territory = context.territories.find(({ id }) => id === territoryId);
  const bits = addParts(new Map(), territory?.parts ?? [], context);
  for (const loan of context.lent) if (loan.toTerritoryId === territoryId) addBits(bits, lentBits(loan, context));
  return (head, family) => hasFamily(bits, head, family);
}

/** Tells whose people may change a head's family: the borrower's while it is lent; null when nobody but the lead may. */
export function ownership(context: ReachContext): (head: HeadKey, family: Family) => Territory | null {
  const held = context.territories.map((territory) => ({ territory, bits: addParts(new Map(), territory.parts, context) }));
  const lent = context.lent.flatMap((loan) => {
    const territory = context.territories.find(({ id }) => id === loan.toTerritoryId);
    return territory ? [{ territory, bits: lentBits(loan, context) }] : [];
  });
  return (head, family) => [...lent, ...held].find(({ bits }) => hasFamily(bits, head, family))?.territory ?? null;
}
