import { changedId, type Show, type Transaction } from "@vexa/core";
import { StorageAway, type Commit, type DoorStorage, type JournalWrite, type LeftSteps, type LongerLine } from "../storage/commit";

const SAVE_AFTER_MS = 100;
const AGAIN_AFTER_MS = 1000;

/** Records that are to be written, by their ids, and lines of history that have grown. */
export interface Taken {
  readonly ids: readonly string[];
  readonly longer: readonly LongerLine[];
}

/** The records as they are now, which are gone, and the lines. */
export function writtenBy(show: Show, { ids, longer }: Taken): Omit<Commit, "seq" | "journal"> {
  const changed = ids.flatMap((id) => show.records.get(id) ?? []);
  return { changed, removed: ids.filter((id) => !show.records.has(id)), ...(longer.length > 0 ? { longer } : {}) };
}

/** A line of history that is still to be written, and the failed edit that is settled by it. */
export interface Owed {
  readonly line: JournalWrite;
  readonly settles?: string;
}

/** What a former run had not saved: records, edits of which nobody knows whether they came to the database, and steps of drags. */
export interface Left {
  readonly ids: readonly string[];
  readonly struck: readonly string[];
  readonly steps: readonly LeftSteps[];
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
  /** Lines of history to which drags added steps, by their ids, until they are known to be written as they are now. */
  readonly #lines = new Map<string, LongerLine>();
  /** Those of them that are not on their way. */
  readonly #longer = new Set<string>();
  #timer: NodeJS.Timeout | null = null;
  #closed = false;
  #flushing: Promise<void> = Promise.resolve();

  constructor(of: { storage: DoorStorage; now: () => { readonly show: Show; readonly seq: number }; told: Told; before: Left }) {
    this.#storage = of.storage;
    this.#now = of.now;
    this.#told = of.told;
    this.#ids = new Set(of.before.ids);
    const { struck, steps } = of.before;
    this.#owed = [
      ...struck.map((editId) => ({ line: { type: "strike", editId }, settles: editId }) as const),
      ...steps.map((left) => ({ line: { type: "steps", steps: left } }) as const),
    ];
    if (this.#ids.size + this.#owed.length > 0) this.#soon();
  }

  add(ids: readonly string[], owed: readonly Owed[] = []): void {
    ids.forEach((id) => this.#ids.add(id));
    this.#owed.push(...owed);
    this.#soon();
  }

  /** A further step of a drag: its records, and its line of history as it is now. */
  addStep({ changes }: Transaction, line: LongerLine): void {
    this.#lines.set(line.id, line);
    this.#longer.add(line.id);
    this.add(changes.map(changedId));
  }

  /** What is to be written, records by their ids: by whoever takes it, and tells how it went. */
  take(): Taken {
    const taken = { ids: [...this.#ids], longer: [...this.#longer].map((id) => this.#lines.get(id)!) };
    this.#ids.clear();
    this.#longer.clear();
    return taken;
  }

  written({ longer }: Taken): void {
    for (const line of longer) {
      // It may have grown meanwhile.
      if (this.#lines.get(line.id) !== line) continue;
      this.#lines.delete(line.id);
      this.#longer.delete(line.id);
    }
  }

  /** What was taken and couldn't be written. */
  giveBack({ ids, longer }: Taken): void {
    // A later one may have been written meanwhile.
    for (const { id } of longer) if (this.#lines.has(id)) this.#longer.add(id);
    this.add(ids);
  }

  /** Writes what there is, one after the other. */
  flush(): Promise<void> {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    this.#flushing = this.#flushing.then(() => this.#flush());
    return this.#flushing;
  }

  /** Writes what drags added to their lines, which must be there before one is taken back. False: they couldn't be written. */
  async flushLines(): Promise<boolean> {
    const left = (): boolean => this.#owed.some(({ line }) => line.type === "steps");
    const there = (): boolean => this.#lines.size === 0 && !left();
    await (this.#longer.size > 0 || left() ? this.flush() : this.#flushing);
    // A late write of a former run may have been there before, which doesn't happen twice.
    if (!there()) await this.flush();
    return there();
  }

  async #flush(): Promise<void> {
    if (this.#ids.size + this.#longer.size + this.#owed.length === 0) return;
    const { show, seq } = this.#now();
    const [taken, owed] = [this.take(), this.#owed];
    this.#owed = [];
    try {
      await this.#storage.commit({ seq, ...writtenBy(show, taken), journal: null });
      this.written(taken);
      while (owed.length > 0) {
        const { line, settles } = owed[0]!;
        await this.#storage.commit({ seq, changed: [], removed: [], journal: line });
        owed.shift();
        if (settles !== undefined) this.#told.settled(settles);
      }
      this.#told.saved(seq);
    } catch (error) {
      this.#soon(AGAIN_AFTER_MS);
      this.giveBack(taken);
      this.#owed = [...owed, ...this.#owed];
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
