import { fieldChanges } from "../document/field-changes";
import { fieldWords } from "../errors/field-words";
import { PLACE_OF, PLACES, type Place } from "../show/place-of";
import { recordName } from "../show/record-name";
import { KINDS, type Kind, type ShowRecord } from "../show/records";
import { isVersioned } from "../show/restore";
import type { Show } from "../show/show";

/** One record in which recorded work differs from what it was. */
export interface ShowDifference {
  readonly id: string;
  readonly kind: Kind;
  readonly place: Place;
  readonly name: string;
  readonly op: "new" | "gone" | "changed";
  /** What kind of record it is, and which fields of it differ. */
  readonly words: string;
}

/** In what recorded work differs from an earlier state of it, in the order of the places. What is going on isn't compared. */
export function compareShows(before: Show, after: Show): ShowDifference[] {
  const found: ShowDifference[] = [];
  const add = (record: ShowRecord, show: Show, of: Pick<ShowDifference, "op"> & { fields?: readonly string[] }): void => {
    const { id, kind } = record;
    const words = [KINDS[kind].label, ...(of.fields ?? [])].join(": ");
    found.push({ id, kind, place: PLACE_OF[kind], name: recordName(record, show), op: of.op, words });
  };
  for (const record of after.records.values()) {
    if (!isVersioned(record)) continue;
    const was = before.records.get(record.id);
    if (!was) add(record, after, { op: "new" });
    else {
      const fields = changedFields(was, record);
      if (fields.length > 0) add(record, after, { op: "changed", fields: [fields.join(", ")] });
    }
  }
  for (const record of before.records.values())
    if (isVersioned(record) && !after.records.has(record.id)) add(record, before, { op: "gone" });
  const kinds = Object.keys(KINDS);
  return found.sort((a, b) => PLACES.indexOf(a.place) - PLACES.indexOf(b.place) || kinds.indexOf(a.kind) - kinds.indexOf(b.kind));
}

function changedFields(from: ShowRecord, to: ShowRecord): string[] {
  const fields = fieldChanges(from, to).flatMap((change) => (change.op === "set" ? change.path.slice(0, 1) : []));
  return [
    ...new Set(
      fields.map((field) =>
        fieldWords([field])
          .replace(/^The /, "")
          .replace(/^This$/, field),
      ),
    ),
  ];
}
