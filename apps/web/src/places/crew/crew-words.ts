import { FAMILIES, type Family, type Loan, type Show, type TerritoryPart } from "@vexa/core";

/** "all", or the families by name. */
export function familyWords(families: readonly Family[]): string {
  return families.length === FAMILIES.length ? "all of it" : families.join(", ").toLowerCase();
}

/** "Rib spots, 3 heads": groups whose heads are all there by name, those that are followed as such, and the other heads by number. */
export function partWords(show: Show, { groupIds, heads }: TerritoryPart): string {
  const followed = groupIds.map((id) => `${show.get("group", id)?.name ?? "a group that is gone"} as it changes`);
  const rest = new Set(heads);
  const whole = show
    .all("group")
    .toSorted((a, b) => b.heads.length - a.heads.length)
    .filter((group) => {
      const inside = group.heads.length > 1 && group.heads.every((head) => rest.has(head));
      if (inside) group.heads.forEach((head) => rest.delete(head));
      return inside;
    })
    .toSorted((a, b) => a.rank - b.rank)
    .map(({ name }) => name);
  const [only] = rest;
  const single = rest.size === 1 ? `head ${show.rig.headByKey.get(only!)?.label ?? only}` : `${rest.size} heads`;
  return [...followed, ...whole, ...(rest.size > 0 ? [single] : [])].join(", ") || "nothing";
}

export function headCount(show: Show, part: TerritoryPart): number {
  return new Set([...part.heads, ...part.groupIds.flatMap((id) => show.groupHeads(id) ?? [])]).size;
}

export function loanWords(show: Show, { part, fromTerritoryId, toTerritoryId }: Loan): string {
  const name = (id: string): string => show.get("territory", id)?.name ?? "a territory that is gone";
  return `${partWords(show, part)} (${familyWords(part.families)}), from ${name(fromTerritoryId)} to ${name(toTerritoryId)}`;
}
