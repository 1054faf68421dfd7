import { placedBase, placedHeads, type Head, type PlacedHead, type Selection, type Show } from "@vexa/core";

/** What is selected in this window, worked out in the show as it is now. */
export interface Selected {
  readonly selection: Selection;
  /** The heads at hand, in thread order. */
  readonly heads: readonly Head[];
  readonly placed: readonly PlacedHead[];
  /** How many the mask is over. */
  readonly baseCount: number;
}

// The core gives the same list as long as neither the selection nor the rig nor the groups that it refers to change.
const known = new WeakMap<readonly PlacedHead[], Selected>();

/** The same object as long as it is about the same heads in the same places. */
export function selectedIn(show: Show, selection: Selection): Selected {
  const placed = placedHeads(selection, show);
  let selected = known.get(placed);
  if (!selected) {
    selected = {
      selection,
      placed,
      heads: placed.map(({ key }) => show.rig.headByKey.get(key)!),
      baseCount: placedBase(selection, show).length,
    };
    known.set(placed, selected);
  }
  return selected;
}
