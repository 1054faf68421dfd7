import { valueAt } from "../document/apply";
import { sameJson, type Json } from "../document/record";
import { setChange, type Change, type Transaction } from "../document/transaction";
import type { Show } from "../show/show";

/** One field that two people changed at once: what it was, what it is now, and what the later one wanted. */
export interface Clash {
  readonly id: string;
  readonly path: readonly string[];
  readonly was: Json | undefined;
  readonly theirs: Json | undefined;
  readonly mine: Json | undefined;
}

/** The fields of an edit that hold another value than it was made from. A record that is gone clashes in nothing: nothing is to choose. */
export function clashesOf(show: Show, { changes }: Transaction): Clash[] {
  return changes.flatMap((change): Clash[] => {
    if (change.op !== "set") return [];
    const record = show.records.get(change.id);
    const theirs = valueAt(record, change.path) as Json | undefined;
    if (!record || sameJson(theirs, change.from) || sameJson(theirs, change.to)) return [];
    return [{ id: change.id, path: change.path, was: change.from, theirs, mine: change.to }];
  });
}

/** The edit again, made from what is there now: for whoever chose their own values. */
export function insisted(show: Show, { changes }: Transaction): Change[] {
  return changes.map((change) =>
    change.op === "set"
      ? setChange(change.id, change.path, { from: valueAt(show.records.get(change.id), change.path), to: change.to })
      : change,
  );
}
