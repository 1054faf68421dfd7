import { EventEmitter } from "node:events";
import type { DataSource } from "typeorm";
import { StorageAway, type Commit, type DoorStorage, type FoundUndo } from "./commit";

const LOOK_EVERY_MS = 1000;
const LOOK_WITHIN_MS = 1500;
const STEP_MS = 100;

/** That much time in steps: while this process stands still no more than one of them passes, so that nobody else is blamed for it. */
async function inSteps(ms: number): Promise<void> {
  for (let passed = 0; passed < ms; passed += STEP_MS) await new Promise((resolve) => setTimeout(resolve, STEP_MS).unref());
}

/**
 * Keeps people from waiting for a database that is away: after a write that failed, everything is refused at once until a small write has
 * gone through again. Where a small write is only slow, what comes waits for its end: a moment's hiccup refuses nothing. Tells when the
 * database goes and when it is back.
 */
export class GuardedStorage extends EventEmitter<{ here: [here: boolean] }> implements DoorStorage {
  readonly #storage: DoorStorage;
  readonly #database: DataSource;
  readonly #showId: string;
  readonly #term: number | null;
  #here = true;
  #looking = false;
  /** The small write that an absence began with, while nothing has failed yet. */
  #slow: Promise<boolean> | null = null;
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
    if (!this.#here && !(await this.#slow)) throw new StorageAway("the database is away");
    try {
      return await work();
    } catch (error) {
      if (error instanceof StorageAway) {
        this.#slow = null;
        void this.#look();
      }
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
    const found = await Promise.race([query, inSteps(LOOK_WITHIN_MS).then(() => "slow" as const)]);
    if (found === "slow" && this.#here) this.#slow = query;
    this.#set(found === true);
    // One look at a time, also while one hangs.
    const written = await query;
    this.#slow = null;
    this.#set(written);
    this.#tookMs = performance.now() - begun;
    this.#looking = false;
  }

  #set(here: boolean): void {
    if (here === this.#here) return;
    this.#here = here;
    this.emit("here", here);
  }
}
