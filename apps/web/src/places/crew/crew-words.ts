import { FAMILIES, type Family, type Loan, type Show, type TerritoryPart } from "@vexa/core";

/** "all", or the families by name. */
export function familyWords(families: readonly Family[]): string {
  return families.length === FAMILIES.length ? "all of it" : families.join(", ").toLowerCase();
}

/** "Rib spots and 3 heads". */
export function partWords(show: Show, { groupIds, heads }: TerritoryPart): string {
  const names = groupIds.map((id) => show.get("group", id)?.name ?? "a group that is gone");
  const single = heads.length === 1 ? `head ${show.rig.headByKey.get(heads[0]!)?.label ?? heads[0]}` : `${heads.length} heads`;
  return [...names, ...(heads.length > 0 ? [single] : [])].join(", ") || "nothing";
}

export function headCount(show: Show, part: TerritoryPart): number {
  return new Set([...part.heads, ...part.groupIds.flatMap((id) => show.groupHeads(id) ?? [])]).size;
}

export function loanWords(show: Show, { part, fromTerritoryId, toTerritoryId }: Loan): string {
  const name = (id: string): string => show.get("territory", id)?.name ?? "a territory that is gone";
  return `${partWords(show, part)} (${familyWords(part.families)}), from ${name(fromTerritoryId)} to ${name(toTerritoryId)}`;
}

export function clockTime(at: number): string {
  return new Date(at).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false });
}

export function dayAndTime(at: number): string {
  const day = new Date(at);
  const today = new Date().toDateString() === day.toDateString();
  return today ? clockTime(at) : `${day.toLocaleDateString([], { day: "numeric", month: "short" })} ${clockTime(at)}`;
}
