import { applyInPlace } from "../document/apply";
import { RecordsDraft } from "../document/records-draft";
import type { Change } from "../document/transaction";
import { ok, type Result } from "../errors/result";
import type { Person } from "../territory/territory";
import { clipToReach } from "./clip";
import { edit } from "../show/edit";
import { mayChange, mayKeep } from "./rights";
import { Show } from "../show/show";

/** What an edit comes to. */
export interface Tried {
  readonly next: Show;
  /** What is left of the changes within the person's reach. */
  readonly changes: readonly Change[];
  /** A sentence on what was left out; null when nothing was. */
  readonly left: string | null;
}

/**
 * The show after the changes that a person may make of these: rights for each as the record was before and as it becomes, then reach within
 * the sketch, then the rules. Linear in the number of changes; what may not be done is refused before anything else is worked out.
 */
export function tryEdit(show: Show, person: Person, wanted: readonly Change[]): Result<Tried> {
  const draft = RecordsDraft.of(show.records);
  const view = new Show(draft);
  for (const change of wanted) {
    const refused = mayChange(view, person, change);
    if (refused) return { ok: false, error: refused };
    const applied = applyInPlace(draft, change);
    if (!applied.ok) return applied;
    const kept = mayKeep(view, person, change);
    if (kept) return { ok: false, error: kept };
  }
  const { changes, note, refusal } = clipToReach(show, person, wanted);
  if (refusal) return { ok: false, error: refusal };
  const next = edit(show, changes);
  return next.ok ? ok({ next: next.value, changes, left: note }) : next;
}
