import type { DataSource } from "typeorm";
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

  /** Writes an edit whole or not at all, in one statement. Returns the id of its line of history, if it has one. */
  async commit({ seq, changed, removed, journal }: Commit): Promise<string | null> {
    const values: unknown[] = [this.#showId, seq];
    const value = (of: unknown): string => `$${values.push(of)}`;
    const parts = [`numbered AS (UPDATE "show" SET "seq" = GREATEST("seq", $2) WHERE "id" = $1)`];
    if (changed.length > 0)
      // The place of a record that exists stays: only its body follows.
      parts.push(`written AS (
        INSERT INTO "record" ("show_id", "id", "kind", "place", "body")
        SELECT $1, r->>'id', r->>'kind', $2::bigint * 100000 + n, r FROM jsonb_array_elements(${value(JSON.stringify(changed))}::jsonb) WITH ORDINALITY AS rows(r, n)
        ON CONFLICT ("show_id", "id") DO UPDATE SET "body" = EXCLUDED."body")`);
    if (removed.length > 0) parts.push(`gone AS (DELETE FROM "record" WHERE "show_id" = $1 AND "id" = ANY(${value(removed)}))`);
    if (journal?.type === "mark")
      parts.push(`marked AS (UPDATE "journal" SET "state" = ${value(journal.state)} WHERE "id" = ${value(journal.id)})`);
    if (journal) parts.push(`line AS (${lineOf(journal, value)} RETURNING "id")`);
    const rows = await this.#database.query<{ id: string }[]>(
      `WITH ${parts.join(", ")} SELECT ${journal ? `"id" FROM line` : "1"}`,
      values,
    );
    return journal ? rows[0]!.id : null;
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
}

/** The statement that writes a line of history: a new one, or what a drag adds to its line. */
function lineOf(write: JournalWrite, value: (of: unknown) => string): string {
  const now = value(new Date());
  if (write.type === "extend")
    return `UPDATE "journal" SET "label" = ${value(write.label)}, "changes" = ${value(JSON.stringify(write.changes))}::jsonb, "changed_at" = ${now} WHERE "id" = ${value(write.id)}`;
  const { author, label, places, changes, gesture, state } =
    write.type === "new" ? write.entry : { ...write.step, gesture: null, state: "step" };
  return `INSERT INTO "journal" ("show_id", "author", "label", "gesture", "state", "changes", "changed_at", "places")
    VALUES ($1, ${value(author)}, ${value(label)}, ${value(gesture)}, ${value(state)}, ${value(JSON.stringify(changes))}::jsonb, ${now}, ${value(places)})`;
}
