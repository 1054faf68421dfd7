import { sameJson } from "../document/record";
import { setChange, type Change } from "../document/transaction";
import { highlightIdOf, type Highlight } from "../selection/highlight";
import type { Selection } from "../selection/selection";
import type { Show } from "../show/show";

/** The changes that put one's highlight on this selection, or with null end it. Empty when it is so already. */
export function highlightChanges(show: Show, personId: string, next: { who: Selection; dim: number } | null): Change[] {
  const id = highlightIdOf(personId);
  const present = show.get("highlight", id);
  if (!next) return present ? [{ op: "remove", record: present }] : [];
  if (!present) {
    const record: Highlight = { id, kind: "highlight", version: 1, personId, ...next };
    return [{ op: "add", record }];
  }
  return [
    ...(sameJson(present.who, next.who) ? [] : [setChange(id, ["who"], { from: present.who, to: next.who })]),
    ...(present.dim === next.dim ? [] : [setChange(id, ["dim"], { from: present.dim, to: next.dim })]),
  ];
}
