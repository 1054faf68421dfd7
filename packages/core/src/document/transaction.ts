import type { Json, RecordBase } from "./record";

/**
 * One step of an edit. `set` changes one field, also a nested one, and says which value it was made from;
 * a missing `from` or `to` means that the field wasn't there, or is taken away.
 */
export type Change =
  | { readonly op: "add"; readonly record: RecordBase }
  | { readonly op: "remove"; readonly record: RecordBase }
  | {
      readonly op: "set";
      readonly id: string;
      readonly path: readonly string[];
      readonly from?: Json;
      readonly to?: Json;
    };

/**
 * Every edit is one of these: all of its changes happen or none. Transactions of one `gesture` (a drag) are
 * taken back together.
 */
export interface Transaction {
  readonly id: string;
  /** The person's record id. */
  readonly author: string;
  /** What was done, as a person would say it: "Dimmer 20..100..20". */
  readonly label: string;
  readonly gesture?: string;
  readonly changes: readonly Change[];
}

export function setChange(id: string, path: readonly string[], values: { from?: unknown; to?: unknown }): Change {
  const change: { op: "set"; id: string; path: readonly string[]; from?: Json; to?: Json } = { op: "set", id, path };
  if (values.from !== undefined) change.from = values.from as Json;
  if (values.to !== undefined) change.to = values.to as Json;
  return change;
}

/** The changes that take these back, in the order in which they must be applied. */
export function invert(changes: readonly Change[]): Change[] {
  return changes.toReversed().map((change) => {
    switch (change.op) {
      case "add":
        return { op: "remove", record: change.record };
      case "remove":
        return { op: "add", record: change.record };
      case "set":
        return setChange(change.id, change.path, { from: change.to, to: change.from });
    }
  });
}

/** Two runs of changes as one, the second after the first: repeated sets of one field become a single one. */
export function merge(first: readonly Change[], second: readonly Change[]): Change[] {
  const merged = [...first];
  for (const change of second) {
    const last = merged.findLastIndex((earlier) => touches(earlier, change));
    const earlier = merged[last];
    if (earlier?.op === "set" && change.op === "set" && earlier.path.join("\0") === change.path.join("\0"))
      merged[last] = setChange(change.id, change.path, { from: earlier.from, to: change.to });
    else merged.push(change);
  }
  return merged;
}

/** The id of the record that a change is about. */
export function changedId(change: { readonly id: string } | { readonly record: RecordBase }): string {
  return "record" in change ? change.record.id : change.id;
}

function touches(a: Change, b: Change): boolean {
  if (changedId(a) !== changedId(b)) return false;
  if (a.op !== "set" || b.op !== "set") return true;
  const shorter = Math.min(a.path.length, b.path.length);
  return a.path.slice(0, shorter).join("\0") === b.path.slice(0, shorter).join("\0");
}
