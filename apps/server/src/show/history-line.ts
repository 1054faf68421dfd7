import { changedId, isKind, KINDS, PLACE_OF, type Change, type Place, type Show, type ShowRecord, type Transaction } from "@vexa/core";
import type { JournalWrite } from "../storage/commit";

/** Places of the screen that changes belong to. */
export function placesOf(show: Show, changes: readonly Change[]): Place[] {
  const kinds = changes.flatMap(
    (change) => (change.op === "set" ? show.records.get(change.id)?.kind : (change.record as ShowRecord).kind) ?? [],
  );
  return [...new Set(kinds.filter(isKind).map((kind) => PLACE_OF[kind]))];
}

/** The line of an edit. `show` is the one before the edit. */
export function lineOf(show: Show, { id, author, label, gesture, changes }: Transaction): JournalWrite {
  const undoable = changes.some((change) => {
    const record = show.records.get(changedId(change)) ?? (change.op === "add" ? (change.record as ShowRecord) : undefined);
    return record && isKind(record.kind) && KINDS[record.kind].undone === "yes";
  });
  const entry = { editId: id, author, label, places: placesOf(show, changes), changes: [...changes] };
  return { type: "new", entry: { ...entry, gesture: gesture ?? null, state: undoable ? "done" : "step" } };
}

/** The line of what was worked out here, which undo doesn't take back. */
export function stepLine(show: Show, { id, author, label, changes }: Transaction): JournalWrite {
  const entry = { editId: id, author, label, places: placesOf(show, changes), changes: [...changes], gesture: null };
  return { type: "new", entry: { ...entry, state: "step" } };
}

/** What puts the history right after an edit that failed, whether its line was written or not. */
export function redress({ id }: Transaction, line: JournalWrite): JournalWrite {
  if (line.type === "mark")
    return { type: "strike", editId: id, restores: { id: line.id, state: line.state === "undone" ? "done" : "undone" } };
  return { type: "strike", editId: id };
}
