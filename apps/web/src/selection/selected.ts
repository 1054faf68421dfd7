import { placedBase, placedHeads, type Head, type HeadKey, type PlacedHead, type Rig, type Selection, type Show } from "@vexa/core";

/** What is selected in this window, worked out in the show as it is now. */
export interface Selected {
  readonly selection: Selection;
  /** The heads at hand, in thread order. */
  readonly heads: readonly Head[];
  readonly placed: readonly PlacedHead[];
  /** How many the mask is over. */
  readonly baseCount: number;
}

const known = new WeakMap<
  Selection,
  { readonly rig: Rig; readonly groups: readonly (readonly HeadKey[] | null)[]; readonly selected: Selected }
>();

/** The same object as long as neither the selection nor the rig nor the groups that it refers to change. */
export function selectedIn(show: Show, selection: Selection): Selected {
  const groups = (selection.groupIds ?? []).map((id) => show.groupHeads(id));
  const before = known.get(selection);
  if (before?.rig === show.rig && before.groups.every((heads, index) => heads === groups[index])) return before.selected;
  const placed = placedHeads(selection, show);
  const selected = {
    selection,
    placed,
    heads: placed.map(({ key }) => show.rig.headByKey.get(key)!),
    baseCount: placedBase(selection, show).length,
  };
  known.set(selection, { rig: show.rig, groups, selected });
  return selected;
}
