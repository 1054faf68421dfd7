import { changedId, type Change } from "../document/transaction";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";

/** The records that changes are about, each once, as they are now, or as they were where they are gone. */
export function affectedRecords(changes: readonly Change[], before: Show, after: Show): ShowRecord[] {
  const ids = new Set<string>();
  const affected: ShowRecord[] = [];
  for (const change of changes) {
    const id = changedId(change);
    const record = ids.has(id) ? undefined : (after.records.get(id) ?? before.records.get(id));
    ids.add(id);
    if (record) affected.push(record);
  }
  return affected;
}
