import { merge, type Change, type Transaction } from "@vexa/core";
import type { LongerLine } from "../storage/commit";

/** A line of history that steps of a drag are still added to. */
interface OpenLine {
  readonly gesture: string;
  readonly lineId: string;
  readonly changes: readonly Change[];
}

/** Each author's latest line of history, while it is that of a drag. */
export class OpenLines {
  readonly #lines = new Map<string, OpenLine>();

  /** Whether the edit is a further step of the drag that the author's latest line is about. */
  goesOn({ author, gesture }: Transaction): boolean {
    return gesture !== undefined && this.#lines.get(author)?.gesture === gesture;
  }

  /** An edit has a line of its own; null for none. */
  open({ author, gesture, changes }: Transaction, lineId: string | null): void {
    if (gesture !== undefined && lineId !== null) this.#lines.set(author, { gesture, lineId, changes });
    else this.#lines.delete(author);
  }

  /** The line with a further step of its drag. */
  lengthen({ id, author, label, changes: step }: Transaction): LongerLine {
    const line = this.#lines.get(author)!;
    const changes = merge(line.changes, step);
    this.#lines.set(author, { ...line, changes });
    return { id: line.lineId, editId: id, label, changes };
  }
}
