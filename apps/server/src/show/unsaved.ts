import type { Show, ShowRecord } from "@vexa/core";
import { StorageAway, type DoorStorage, type JournalWrite } from "../storage/commit";

const SAVE_AFTER_MS = 100;
const AGAIN_AFTER_MS = 1000;

/** The records as they are now, and which are gone. */
export function writtenOf(show: Show, ids: readonly string[]): { changed: ShowRecord[]; removed: string[] } {
  return { changed: ids.flatMap((id) => show.records.get(id) ?? []), removed: ids.filter((id) => !show.records.has(id)) };
}

/** A line of history that is still to be written, and the failed edit that is settled by it. */
export interface Owed {
  readonly line: JournalWrite;
  readonly settles?: string;
}

interface Told {
  readonly saved: (seq: number) => void;
  readonly settled: (editId: string) => void;
  readonly trouble: (error: unknown) => void;
}

/** What holds already and the database doesn't have yet: it is written soon, and tried again until it is there. */
export class Unsaved {
  readonly #storage: DoorStorage;
  readonly #now: () => { readonly show: Show; readonly seq: number };
  readonly #told: Told;
  /** Records of which the database has an older state, or one that nobody knows. */
  readonly #ids: Set<string>;
  #owed: Owed[];
  #timer: NodeJS.Timeout | null = null;
  #closed = false;

  constructor(of: {
    storage: DoorStorage;
    now: () => { readonly show: Show; readonly seq: number };
    told: Told;
    /** What a former run had not saved, and edits of which nobody knows whether they came to the database. */
    before: { readonly ids: readonly string[]; readonly struck: readonly string[] };
  }) {
    this.#storage = of.storage;
    this.#now = of.now;
    this.#told = of.told;
    this.#ids = new Set(of.before.ids);
    this.#owed = of.before.struck.map((editId) => ({ line: { type: "strike", editId }, settles: editId }));
    if (this.#ids.size + this.#owed.length > 0) this.#soon();
  }

  add(ids: readonly string[], owed: readonly Owed[] = []): void {
    ids.forEach((id) => this.#ids.add(id));
    this.#owed.push(...owed);
    this.#soon();
  }

  /** The records that are to be written: by whoever takes them. */
  take(): string[] {
    const ids = [...this.#ids];
    this.#ids.clear();
    return ids;
  }

  async flush(): Promise<void> {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    if (this.#ids.size + this.#owed.length === 0) return;
    const { show, seq } = this.#now();
    const [ids, owed] = [this.take(), this.#owed];
    this.#owed = [];
    try {
      await this.#storage.commit({ seq, ...writtenOf(show, ids), journal: null });
      while (owed.length > 0) {
        const { line, settles } = owed[0]!;
        await this.#storage.commit({ seq, changed: [], removed: [], journal: line });
        owed.shift();
        if (settles !== undefined) this.#told.settled(settles);
      }
      this.#told.saved(seq);
    } catch (error) {
      ids.forEach((id) => this.#ids.add(id));
      this.#owed = [...owed, ...this.#owed];
      this.#soon(AGAIN_AFTER_MS);
      // Whoever keeps the database tells that it is away, once.
      if (!(error instanceof StorageAway)) this.#told.trouble(error);
    }
  }

  /** Writes what there is, once more, and then no more. */
  async close(): Promise<void> {
    this.#closed = true;
    await this.flush();
    if (this.#timer) clearTimeout(this.#timer);
  }

  #soon(afterMs = SAVE_AFTER_MS): void {
    if (!this.#closed) this.#timer ??= setTimeout(() => void this.flush(), afterMs);
  }
}
