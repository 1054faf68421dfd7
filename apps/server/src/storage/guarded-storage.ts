import { EventEmitter } from "node:events";
import type { DataSource } from "typeorm";
import { StorageAway, type Commit, type DoorStorage, type FoundUndo } from "./commit";

const LOOK_EVERY_MS = 1000;
const LOOK_WITHIN_MS = 1500;

/**
 * Keeps people from waiting for a database that is away: after a write that failed, everything is refused at once until a small write has
 * gone through again. Tells when it goes and when it is back.
 */
export class GuardedStorage extends EventEmitter<{ here: [here: boolean] }> implements DoorStorage {
  readonly #storage: DoorStorage;
  readonly #database: DataSource;
  readonly #showId: string;
  readonly #term: number | null;
  #here = true;
  #looking = false;
  #tookMs: number | null = null;
  readonly #timer: NodeJS.Timeout;

  constructor(of: { storage: DoorStorage; database: DataSource; showId: string; term?: number | null }) {
    super();
    this.#storage = of.storage;
    this.#database = of.database;
    this.#showId = of.showId;
    this.#term = of.term ?? null;
    this.#timer = setInterval(() => void this.#look(), LOOK_EVERY_MS).unref();
  }

  /** How long the last small write took; null while there is no answer. */
  get tookMs(): number | null {
    return this.#here ? this.#tookMs : null;
  }

  get here(): boolean {
    return this.#here;
  }

  commit(commit: Commit): Promise<string | null> {
    return this.#guarded(() => this.#storage.commit(commit));
  }

  findUndo(author: string, direction: "undo" | "redo"): Promise<FoundUndo | null> {
    return this.#guarded(() => this.#storage.findUndo(author, direction));
  }

  stop(): void {
    clearInterval(this.#timer);
  }

  async #guarded<T>(work: () => Promise<T>): Promise<T> {
    if (!this.#here) throw new StorageAway("the database is away");
    try {
      return await work();
    } catch (error) {
      if (error instanceof StorageAway) void this.#look();
      throw error;
    }
  }

  /** A write that changes nothing, but needs all that a real one needs. */
  async #look(): Promise<void> {
    if (this.#looking) return;
    this.#looking = true;
    const begun = performance.now();
    const query = this.#database
      .query(`UPDATE "show" SET "write" = "write" WHERE "id" = $1 AND ($2::bigint IS NULL OR "term" = $2)`, [this.#showId, this.#term])
      .then(
        ([, written]: [unknown, number]) => written > 0,
        () => false,
      );
    const late = new Promise<boolean>((resolve) => setTimeout(() => resolve(false), LOOK_WITHIN_MS).unref());
    this.#set(await Promise.race([query, late]));
    this.#tookMs = performance.now() - begun;
    // One look at a time, also while one hangs.
    await query;
    this.#looking = false;
  }

  #set(here: boolean): void {
    if (here === this.#here) return;
    this.#here = here;
    this.emit("here", here);
  }
}
