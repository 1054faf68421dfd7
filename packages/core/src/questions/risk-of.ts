import type { Change } from "../document/transaction";
import { isVersioned } from "../show/restore";
import { isKind } from "../show/records";
import type { Show } from "../show/show";

/** What is worth a version of its own before it happens. */
export const KEPT_BEFORE = ["lamps became others", "the division was changed", "much was added", "much was taken out"] as const;
export type KeptBefore = (typeof KEPT_BEFORE)[number];

/** So many records at once are much. */
const MUCH = 20;

/** Whether an edit is one before which the work is kept by itself: a swap, a division, a plan or parts that come in; null = it isn't. */
export function riskOf(show: Show, changes: readonly Change[]): KeptBefore | null {
  let [added, gone] = [0, 0];
  for (const change of changes) {
    if (change.op === "set") {
      const kind = show.records.get(change.id)?.kind;
      if (kind === "fixture" && (change.path[0] === "profileId" || change.path[0] === "modeId")) return "lamps became others";
      if (kind === "territory" && change.path[0] === "parts") return "the division was changed";
      continue;
    }
    if (change.record.kind === "territory") return "the division was changed";
    if (!isKind(change.record.kind) || !isVersioned(change.record as never)) continue;
    if (change.op === "add") added++;
    else gone++;
  }
  return gone >= MUCH ? "much was taken out" : added >= MUCH ? "much was added" : null;
}
