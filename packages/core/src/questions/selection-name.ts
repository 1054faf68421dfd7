import { selectedHeads, type Selection } from "../selection/selection";
import type { Who } from "../selection/who";
import type { Show } from "../show/show";

/** What a selection is called: its groups, or how many heads. */
export function selectionName(show: Show, selection: Who): string {
  const groups = (selection.groupIds ?? []).map((id) => show.get("group", id)?.name ?? "a group that is gone");
  if (groups.length > 0) return `${groups.join(" + ")}${selection.mask ? `, ${maskName(selection.mask)}` : ""}`;
  const count = selectedHeads(selection, show).length;
  return `${count} ${count === 1 ? "head" : "heads"}`;
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

function ordinal(n: number): string {
  const ending = n % 100 >= 11 && n % 100 <= 13 ? "th" : ({ 1: "st", 2: "nd", 3: "rd" }[n % 10] ?? "th");
  return `${n}${ending}`;
}
