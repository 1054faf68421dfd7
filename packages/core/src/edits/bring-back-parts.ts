import { fieldChanges } from "../document/field-changes";
import type { Change } from "../document/transaction";
import { namedIn } from "../show/needs";
import type { ShowRecord } from "../show/records";
import { isVersioned } from "../show/restore";
import type { Show } from "../show/show";

/**
 * The changes that make some records what they were in a version: what has come since goes, what is gone comes back with whatever it needs and
 * isn't here. All else stays.
 */
export function partsBroughtBack(show: Show, version: Show, ids: readonly string[]): Change[] {
  const back = new Map<string, ShowRecord>();
  const take = (record: ShowRecord): void => {
    if (back.has(record.id)) return;
    back.set(record.id, record);
    for (const need of namedIn(record, version)) if (!show.records.has(need.id)) take(need);
  };
  const wanted = ids.flatMap((id) => version.records.get(id) ?? []).filter(isVersioned);
  for (const record of wanted) take(record);
  const since = ids.filter((id) => !version.records.has(id)).flatMap((id) => show.records.get(id) ?? []);
  return [
    ...since.filter(isVersioned).map((record): Change => ({ op: "remove", record })),
    ...[...back.values()].flatMap((record): Change[] => {
      const now = show.records.get(record.id);
      return now ? fieldChanges(now, record) : [{ op: "add", record }];
    }),
  ];
}
