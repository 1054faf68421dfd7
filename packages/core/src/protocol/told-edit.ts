import { applyInPlace, valueAt } from "../document/apply";
import { sameJson, type Json, type RecordBase, type Records } from "../document/record";
import { changedId, setChange, type Change, type Transaction } from "../document/transaction";

/** A change as it is told to those who have the show up to it: of a field only what it is now. */
export type ToldChange =
  | Exclude<Change, { op: "set" }>
  | { readonly op: "put"; readonly id: string; readonly path: readonly string[]; readonly to?: Json };

/** An edit as it is told: a third of what it takes to ask for it. By its id whoever made it knows it again. */
export interface ToldEdit {
  readonly id: string;
  readonly changes: readonly ToldChange[];
}

/** An edit that holds, with its number. */
export type NumberedEdit = readonly [seq: number, edit: ToldEdit];

export function toldEdit({ id, changes }: Transaction): ToldEdit {
  return { id, changes: changes.map(told) };
}

function told(change: Change): ToldChange {
  if (change.op !== "set") return change;
  const { id, path, to } = change;
  return { op: "put", id, path, ...(to === undefined ? {} : { to }) };
}

/** The changes of an edit that was told, with the values that they were made from: those in the records up to it. */
export function heardChanges(records: Records, { changes }: ToldEdit): Change[] {
  const own = new Map<string, RecordBase>();
  for (const id of new Set(changes.map(changedId))) {
    const record = records.get(id);
    if (record) own.set(id, record);
  }
  return changes.map((change) => {
    const heard =
      change.op === "put" ? setChange(change.id, change.path, { from: valueAt(own.get(change.id), change.path), to: change.to }) : change;
    // The next one may build on it.
    if (changes.length > 1) applyInPlace(own, heard);
    return heard;
  });
}

/** Whether an edit comes back as it was made: on the same show it leads to the same. */
export function toldAsMade({ changes }: Transaction, edit: ToldEdit): boolean {
  return changes.length === edit.changes.length && changes.every((change, index) => sameJson(told(change), edit.changes[index]));
}
