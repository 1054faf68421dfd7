import { applyInPlace, valueAt } from "./apply";
import type { RecordBase, Records } from "./record";
import { changedId, setChange, type Change } from "./transaction";

/**
 * The changes again, made from what is there by now, as far as `own` says that nobody else made that: later ones of the same hand count. What
 * leads to something that is gone, or that somebody else changed, stays as it is and is for `apply` to refuse.
 */
export function rebased(records: Records, changes: readonly Change[], own: (id: string, path: readonly string[]) => boolean): Change[] {
  const draft = new Map<string, RecordBase>(changes.flatMap((change) => entryOf(records, changedId(change))));
  return changes.map((change) => {
    const path = change.op === "set" ? change.path : [];
    const present = draft.get(changedId(change));
    const next = present && own(present.id, path) ? from(present, change) : change;
    applyInPlace(draft, next);
    return next;
  });
}

function entryOf(records: Records, id: string): [string, RecordBase][] {
  const record = records.get(id);
  return record ? [[id, record]] : [];
}

function from(present: RecordBase, change: Change): Change {
  if (change.op === "remove") return { op: "remove", record: present };
  if (change.op === "set") return setChange(change.id, change.path, { from: valueAt(present, change.path), to: change.to });
  return change;
}
