import type { DataSource, EntityManager } from "typeorm";
import type { Change, ShowRecord } from "@vexa/core";
import { JournalEntity, RecordEntity, ShowEntity } from "./entities";

/** A show as it lies in the database. */
export interface StoredShow {
  readonly id: string;
  readonly name: string;
  readonly seq: number;
  readonly cid: string;
  readonly records: readonly ShowRecord[];
}

/** What one edit writes: the records as they are now, those that are gone, and a line of history. */
export interface Commit {
  readonly seq: number;
  readonly changed: readonly ShowRecord[];
  readonly removed: readonly string[];
  readonly journal: JournalWrite | null;
}

export interface JournalEntry {
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
  | { readonly type: "extend"; readonly id: string; readonly label: string; readonly changes: Change[] }
  | {
      readonly type: "mark";
      readonly id: string;
      readonly state: "done" | "undone";
      readonly step: JournalEntry;
    };

/** Reads and writes one show. Every write is one database transaction. */
export class ShowStorage {
  readonly #database: DataSource;
  readonly #showId: string;

  constructor(database: DataSource, showId: string) {
    this.#database = database;
    this.#showId = showId;
  }

  async load(): Promise<StoredShow> {
    const show = await this.#database.getRepository(ShowEntity).findOneByOrFail({ id: this.#showId });
    const rows = await this.#database.getRepository(RecordEntity).find({ where: { showId: this.#showId }, order: { place: "ASC" } });
    return { ...show, seq: Number(show.seq), records: rows.map(({ body }) => body as ShowRecord) };
  }

  /** Writes an edit whole or not at all. Returns the id of its line of history, if it has one. */
  async commit(commit: Commit): Promise<string | null> {
    return this.#database.transaction(async (manager) => {
      await this.#writeRecords(manager, commit);
      return commit.journal ? this.#writeJournal(manager, commit.journal) : null;
    });
  }

  /** The author's edit that undo or redo is about, or null. */
  async findUndo(author: string, direction: "undo" | "redo"): Promise<JournalEntity | null> {
    const journal = this.#database.getRepository(JournalEntity);
    const latestDone = await journal.findOne({ where: { showId: this.#showId, author, state: "done" }, order: { id: "DESC" } });
    if (direction === "undo") return latestDone;
    return journal
      .createQueryBuilder("entry")
      .where({ showId: this.#showId, author, state: "undone" })
      .andWhere("entry.id > :after", { after: latestDone?.id ?? "0" })
      .orderBy("entry.id", "ASC")
      .getOne();
  }

  async #writeRecords(manager: EntityManager, { seq, changed, removed }: Commit): Promise<void> {
    if (changed.length > 0) {
      // The place of a record that exists stays: only its body follows.
      await manager.query(
        `INSERT INTO "record" ("show_id", "id", "kind", "place", "body")
         SELECT $1, r->>'id', r->>'kind', $2::bigint * 100000 + n, r FROM jsonb_array_elements($3::jsonb) WITH ORDINALITY AS rows(r, n)
         ON CONFLICT ("show_id", "id") DO UPDATE SET "body" = EXCLUDED."body"`,
        [this.#showId, seq, JSON.stringify(changed)],
      );
    }
    if (removed.length > 0) await manager.query(`DELETE FROM "record" WHERE "show_id" = $1 AND "id" = ANY($2)`, [this.#showId, removed]);
    await manager.query(`UPDATE "show" SET "seq" = GREATEST("seq", $2) WHERE "id" = $1`, [this.#showId, seq]);
  }

  async #writeJournal(manager: EntityManager, write: JournalWrite): Promise<string> {
    const journal = manager.getRepository(JournalEntity);
    const changedAt = new Date();
    if (write.type === "extend") {
      await manager.query(`UPDATE "journal" SET "label" = $2, "changes" = $3::jsonb, "changed_at" = $4 WHERE "id" = $1`, [
        write.id,
        write.label,
        JSON.stringify(write.changes),
        changedAt,
      ]);
      return write.id;
    }
    const entry = write.type === "new" ? write.entry : { ...write.step, gesture: null, state: "step" as const };
    if (write.type === "mark") await journal.update({ id: write.id }, { state: write.state });
    const { id } = await journal.save(journal.create({ ...entry, showId: this.#showId, changedAt }));
    return id;
  }
}
