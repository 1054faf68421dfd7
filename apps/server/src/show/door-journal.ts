import type { Transaction } from "@vexa/core";

/** Where everything that holds is written down at once, beside the engine: it survives the process, and needs no database. */
export interface DoorJournal {
  /** Before an edit goes to the database: whether it came back is known by `append`, or by `settled`. */
  intend(editId: string, ids: readonly string[]): void;
  /** An edit that failed is put right in the database. */
  settled(editId: string): void;
  append(seq: number, transaction: Transaction): void;
  /** All up to this number is in the database. */
  saved(seq: number): void;
}
