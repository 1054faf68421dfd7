import { attributeInfo, FAMILIES, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Head, Rig } from "../rig/rig";
import { addParts, hasFamily, type ReachContext } from "./reach";
import type { Territory, TerritoryPart } from "./territory";

interface DividedRig extends ReachContext {
  readonly rig: Rig;
}

/** A head's family that two territories hold although neither is shared. */
export interface Overlap {
  readonly head: HeadKey;
  readonly family: Family;
  readonly territories: readonly [Territory, Territory];
}

/** All overlaps that the lead didn't allow, head by head. One head's family belongs to at most one territory by default. */
export function overlapsOf(context: ReachContext): Overlap[] {
  const first = new Map<string, Territory>();
  const found: Overlap[] = [];
  for (const territory of context.territories) {
    if (territory.shared) continue;
    const bits = addParts(new Map(), territory.parts, context);
    for (const head of bits.keys())
      for (const family of FAMILIES) {
        if (!hasFamily(bits, head, family)) continue;
        const key = `${family} ${head}`;
        const other = first.get(key);
        if (other) found.push({ head, family, territories: [other, territory] });
        else first.set(key, territory);
      }
  }
  return found;
}

/** Heads' families that no territory holds, as parts: heads with the same families together. Families that a head hasn't are left out. */
export function restOf(context: DividedRig): TerritoryPart[] {
  const held = addParts(
    new Map(),
    context.territories.flatMap(({ parts }) => parts),
    context,
  );
  const byFamilies = new Map<string, HeadKey[]>();
  for (const head of context.rig.heads) {
    const free = familiesOf(head).filter((family) => !hasFamily(held, head.key, family));
    if (free.length === 0) continue;
    const name = free.join(" ");
    const same = byFamilies.get(name);
    if (same) same.push(head.key);
    else byFamilies.set(name, [head.key]);
  }
  return [...byFamilies].map(([families, heads]) => ({ groupIds: [], heads, families: families.split(" ") as Family[] }));
}

/** The families that a head has channels for, in their usual order. */
export function familiesOf(head: Head): Family[] {
  const has = new Set([...head.parameters.keys()].map((attribute) => attributeInfo(attribute).family));
  return FAMILIES.filter((family) => has.has(family));
}

/** Who gains and who loses a family of how many heads when the rig is divided anew. */
export interface Shift {
  readonly territory: Territory;
  readonly gains: readonly { readonly family: Family; readonly heads: readonly HeadKey[] }[];
  readonly loses: readonly { readonly family: Family; readonly heads: readonly HeadKey[] }[];
}

/** What a new division of the rig does to each territory that is there before or after. */
export function shiftOf(before: ReachContext, after: ReachContext): Shift[] {
  const ids = new Set([...before.territories, ...after.territories].map(({ id }) => id));
  return [...ids].flatMap((id) => {
    const [old, next] = [before, after].map((context) => {
      const territory = context.territories.find((candidate) => candidate.id === id) ?? null;
      return { territory, bits: addParts(new Map(), territory?.parts ?? [], context) };
    }) as [Held, Held];
    const only = (one: Held, other: Held): Shift["gains"] =>
      FAMILIES.flatMap((family) => {
        const heads = [...one.bits.keys()].filter((head) => hasFamily(one.bits, head, family) && !hasFamily(other.bits, head, family));
        return heads.length > 0 ? [{ family, heads }] : [];
      });
    const [gains, loses] = [only(next, old), only(old, next)];
    return gains.length + loses.length > 0 ? [{ territory: (next.territory ?? old.territory)!, gains, loses }] : [];
  });
}

interface Held {
  readonly territory: Territory | null;
  readonly bits: Map<HeadKey, number>;
}
