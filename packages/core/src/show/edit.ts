import { apply } from "../document/apply";
import { changedId, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { isKind, KINDS, type ShowRecord } from "./records";
import { brokenRule } from "./rules";
import type { Show } from "./show";

/**
 * The show after the changes, if every changed record still is what its kind demands and the rules between records
 * hold. Otherwise the error, and the show stays as it was. The only way in which a show changes.
 */
export function edit(show: Show, changes: readonly Change[]): Result<Show> {
  const applied = apply(show.records, changes);
  if (!applied.ok) return applied;
  const changed = [...new Set(changes.map(changedId))];
  const next = show.withRecords(applied.value, changed);
  for (const id of changed) {
    const record = applied.value.get(id);
    if (!record) continue;
    const flaw = flawOf(record);
    if (flaw) return flaw;
  }
  const broken = brokenRule(show, next, changes);
  return broken ? { ok: false, error: broken } : ok(next);
}

function flawOf(record: ShowRecord): ReturnType<typeof fail> | null {
  if (!isKind(record.kind))
    return fail("value.invalid", {
      field: "The kind",
      value: JSON.stringify(record.kind),
      why: "there is no such kind of record",
    });
  const flaw = KINDS[record.kind].schema(record, []);
  if (!flaw) return null;
  const value = JSON.stringify(flaw.value) ?? "left out";
  return fail("value.invalid", {
    field: flaw.path.join(" › ") || KINDS[record.kind].label,
    value: value.length > 60 ? `${value.slice(0, 57)}…` : value,
    why: flaw.why,
  });
}
