import { sameJson } from "../document/record";
import { fields, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import type { HeadKey } from "../rig/fixture";
import { orderedIndices, type PlacedHead } from "../shape/order";

/** Parts of a bed for a second coat, in pairs: each is what the other leaves. */
export const MASK_PAIRS = [
  ["odd", "even"],
  ["left", "right"],
  ["near", "far"],
  ["ends", "middle"],
  ["checker", "other-checker"],
] as const;
export type PlaceMask = (typeof MASK_PAIRS)[number][number];
/** Those of a bed that are in a saved group, or all others of it. */
export interface GroupMask {
  readonly groupId: string;
  readonly others?: true;
}
export type CoatMask = PlaceMask | GroupMask;

const placeMaskSchema = oneOf<PlaceMask>(MASK_PAIRS.flat());
const groupMaskSchema = fields<GroupMask>({
  groupId: textUpTo(64),
  others: optional((value, path) => (value === true ? null : { path, value, why: "it must be true or left out" })),
});
export const coatMaskSchema: Schema<CoatMask> = (value, path) =>
  typeof value === "object" ? groupMaskSchema(value, path) : placeMaskSchema(value, path);

export function sameMask(one: CoatMask | null | undefined, other: CoatMask | null | undefined): boolean {
  return sameJson(one ?? null, other ?? null);
}

/** Heads this close in depth hang in one row, in metres. */
const ROW_METRES = 0.5;

/** The part that comes when a mask moves on: the other of its pair, or the rest of the bed. */
export function movedOn(mask: CoatMask): CoatMask {
  if (typeof mask === "object") return mask.others ? { groupId: mask.groupId } : { groupId: mask.groupId, others: true };
  const pair = MASK_PAIRS.find((each) => (each as readonly CoatMask[]).includes(mask))!;
  return pair[0] === mask ? pair[1] : pair[0];
}

/** The heads of a bed that a mask lets through, in their order; of a group that is gone nobody. */
export function maskedBed(
  heads: readonly PlacedHead[],
  mask: CoatMask,
  groupHeads: (groupId: string) => readonly HeadKey[] | null,
): PlacedHead[] {
  if (typeof mask !== "object") return coatedHeads(heads, mask);
  const group = groupHeads(mask.groupId);
  if (!group) return [];
  const own = new Set(group);
  return heads.filter(({ key }) => own.has(key) !== (mask.others ?? false));
}

/**
 * The heads of a bed in one of the parts by order or place. Odd and even go by the group's order; halves by the place on stage, the middle
 * one of an odd number to the left and to the near half; ends are the outer quarters from left to right, and one head at least; a checker alternates along each row and from row to row.
 */
export function coatedHeads(heads: readonly PlacedHead[], mask: PlaceMask): PlacedHead[] {
  const [one, other] = MASK_PAIRS.find((pair) => (pair as readonly PlaceMask[]).includes(mask))!;
  const first = firstOf(one, heads);
  return heads.filter((_, index) => first(index) === (mask !== other));
}

function firstOf(mask: (typeof MASK_PAIRS)[number][0], heads: readonly PlacedHead[]): (index: number) => boolean {
  const half = Math.ceil(heads.length / 2);
  const ranks = (order: "left-to-right" | "front-to-back"): Map<number, number> =>
    new Map(orderedIndices(heads, order, 1).map((index, rank) => [index, rank]));
  switch (mask) {
    case "odd":
      return (index) => index % 2 === 0;
    case "left": {
      const rank = ranks("left-to-right");
      return (index) => rank.get(index)! < half;
    }
    case "near": {
      const rank = ranks("front-to-back");
      return (index) => rank.get(index)! < half;
    }
    case "ends": {
      const rank = ranks("left-to-right");
      const quarter = Math.max(1, Math.round(heads.length / 4));
      return (index) => rank.get(index)! < quarter || rank.get(index)! >= heads.length - quarter;
    }
    case "checker": {
      const odd = checkered(heads);
      return (index) => odd.has(index);
    }
  }
}

/** Every second head along each row, begun anew from row to row. */
function checkered(heads: readonly PlacedHead[]): Set<number> {
  const found = new Set<number>();
  let row = -1;
  let rowStart = -Infinity;
  const rows: number[][] = [];
  for (const index of orderedIndices(heads, "front-to-back", 1)) {
    const { y } = heads[index]!.position;
    if (y - rowStart > ROW_METRES) {
      rows[++row] = [];
      rowStart = y;
    }
    rows[row]!.push(index);
  }
  rows.forEach((members, at) => {
    members.sort((a, b) => heads[a]!.position.x - heads[b]!.position.x || a - b);
    members.forEach((index, rank) => {
      if ((rank + at) % 2 === 0) found.add(index);
    });
  });
  return found;
}
