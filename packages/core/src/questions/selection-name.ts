import { selectedHeads, type Selection } from "../selection/selection";
import type { Who } from "../selection/who";
import type { Show } from "../show/show";
import { counted } from "../units/counted";

/** What a selection is called: its groups, or how many heads. */
export function selectionName(show: Show, selection: Who): string {
  const groups = (selection.groupIds ?? []).map((id) => show.get("group", id)?.name ?? "a group that is gone");
  if (groups.length > 0) return `${groups.join(" + ")}${selection.mask ? `, ${maskName(selection.mask)}` : ""}`;
  return counted(selectedHeads(selection, show).length, "head");
}

export function maskName(mask: NonNullable<Selection["mask"]>): string {
  switch (mask.type) {
    case "every":
      if (mask.n === 2) return mask.at === 1 ? "odd" : "even";
      return `every ${ordinal(mask.n)} from ${mask.at}`;
    case "runs":
      return `run ${mask.at} of ${mask.n} each`;
    case "pairs":
      return `pair ${mask.at}`;
    case "single":
      return `head ${mask.at}`;
  }
}

/** Which part of a base of `count` heads a mask lets through: "2nd of each 3", "block 2 of 4: heads 5 to 8". */
export function maskPlace(mask: NonNullable<Selection["mask"]>, count: number): string {
  const { at } = mask;
  switch (mask.type) {
    case "every":
      return `the ${ordinal(at)} of each ${mask.n}`;
    case "runs": {
      const [first, last] = [(at - 1) * mask.n + 1, Math.min(count, at * mask.n)];
      return first > count ? `no block ${at}` : `block ${at}: heads ${first} to ${last}`;
    }
    case "pairs":
      return `heads ${at} and ${count + 1 - at}`;
    case "single":
      return `head ${at}, of ${count}`;
  }
}

function ordinal(n: number): string {
  const ending = n % 100 >= 11 && n % 100 <= 13 ? "th" : ({ 1: "st", 2: "nd", 3: "rd" }[n % 10] ?? "th");
  return `${n}${ending}`;
}
