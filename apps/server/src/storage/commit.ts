import type { Change, ShowRecord } from "@vexa/core";

/** What one edit writes: the records as they are now, those that are gone, a line of history, and what drags added to theirs. */
export interface Commit {
  readonly seq: number;
  readonly changed: readonly ShowRecord[];
  readonly removed: readonly string[];
  readonly journal: JournalWrite | null;
  readonly longer?: readonly LongerLine[];
}

/** A line of history with all steps of its drag so far; `editId` is that of the latest. */
export interface LongerLine {
  readonly id: string;
  readonly editId: string;
  readonly label: string;
  readonly changes: readonly Change[];
}

/** Steps of a drag that held when the engine's process ended, and that its line may not have. */
export interface LeftSteps {
  /** The latest of them. */
  readonly editId: string;
  readonly author: string;
  readonly gesture: string;
  readonly label: string;
  readonly changes: readonly Change[];
}

export interface JournalEntry {
  /** Of the transaction: the same edit written twice has one line. */
  readonly editId: string;
  readonly author: string;
  readonly label: string;
  readonly places: string[];
  readonly changes: Change[];
}

export type JournalWrite =
  | {
      readonly type: "new";
      readonly entry: JournalEntry & { gesture: string | null; state: "done" | "step" };
    }
  | { readonly type: "steps"; readonly steps: LeftSteps }
  /** Takes away the line of an edit that failed: it may have been written all the same. */
  | {
      readonly type: "strike";
      readonly editId: string;
      /** The line that it took back, or did again, and what that was before. */
      readonly restores?: { readonly id: string; readonly state: "done" | "undone" };
    }
  | {
      readonly type: "mark";
      readonly id: string;
      readonly state: "done" | "undone";
      readonly step: JournalEntry;
    };

/** The edit that undo or redo is about. */
export interface FoundUndo {
  readonly id: string;
  readonly label: string;
  readonly changes: Change[];
}

/** Where edits are written, each whole or not at all. It may fail, or not answer in time. */
export interface DoorStorage {
  /** Returns the id of the line of history, if there is one. */
  commit(commit: Commit): Promise<string | null>;
  /** The author's edit that undo or redo is about, or null. */
  findUndo(author: string, direction: "undo" | "redo"): Promise<FoundUndo | null>;
}

/** The database doesn't answer, or not in time: what was to be written is not known to be there. */
export class StorageAway extends Error {}

/** Whether a fault of a query is the database's being away (gone, frozen, locked, read-only, full) and not a fault in what was asked. */
export function isAway(error: unknown): boolean {
  if (error instanceof StorageAway) return true;
  const { code, message = "" } = error as { code?: unknown; message?: string };
  // SQLSTATE: 08 connection, 25006 read-only, 53 resources, 55P03 locked, 57 intervention or cancelled, 58 system.
  if (typeof code === "string" && /^[0-9A-Z]{5}$/.test(code)) return /^(08|25006|53|55P03|57|58)/.test(code);
  return typeof code === "string" || /timeout|terminated|Connection|connect/i.test(message);
}
