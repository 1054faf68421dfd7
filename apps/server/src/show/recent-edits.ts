import { changedId, type Transaction } from "@vexa/core";

interface Write {
  readonly path: readonly string[];
  readonly author: string;
}

const MOST_HELD = 2000;
const MOST_RECORDS = 5000;
const MOST_WRITES = 40;

/** The latest edits that hold, and who changed which field last. What is forgotten counts as somebody else's. */
export class RecentEdits {
  readonly #ids = new Set<string>();
  readonly #writes = new Map<string, Write[]>();

  /** An edit that comes again, since its answer was lost, does nothing again. */
  holds(transactionId: string): boolean {
    return this.#ids.has(transactionId);
  }

  take({ id: transactionId, author, changes }: Transaction): void {
    this.#ids.add(transactionId);
    const [first] = this.#ids;
    if (this.#ids.size > MOST_HELD && first !== undefined) this.#ids.delete(first);
    for (const change of changes) {
      const id = changedId(change);
      const path = change.op === "set" ? change.path : [];
      const before = (this.#writes.get(id) ?? []).filter((write) => !within(write.path, path));
      this.#writes.delete(id);
      this.#writes.set(id, [...before.slice(1 - MOST_WRITES), { path, author }]);
    }
    for (const [oldest] of this.#writes) {
      if (this.#writes.size <= MOST_RECORDS) break;
      this.#writes.delete(oldest);
    }
  }

  /** Whether everything that was changed last at, above or below a field is this person's. */
  isOwn(author: string, id: string, path: readonly string[]): boolean {
    const touching = (this.#writes.get(id) ?? []).filter((write) => within(write.path, path) || within(path, write.path));
    return touching.length > 0 && touching.every((write) => write.author === author);
  }
}

/** A field lies at or below another. */
function within(path: readonly string[], above: readonly string[]): boolean {
  return above.every((key, at) => path[at] === key);
}
