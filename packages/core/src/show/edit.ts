import { apply } from "../document/apply";
import { changedId, type Change } from "../document/transaction";
import { fieldWords } from "../errors/field-words";
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
  return fail("value.invalid", {
    field: flaw.path.length === 0 ? `This ${KINDS[record.kind].label}` : fieldWords(flaw.path),
    value: plainly(flaw.value),
    why: flaw.why,
  });
}

/** What can't be, as it is told: plain values as they are, what has parts as what it is. */
function plainly(value: unknown): string {
  if (value === undefined) return "left out";
  if (typeof value === "object")
    return value === null ? "nothing" : Array.isArray(value) ? `a list of ${value.length}` : "what it was to become";
  const text = JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}
