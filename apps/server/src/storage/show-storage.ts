import type { DataSource } from "typeorm";
import { merge, type ShowRecord } from "@vexa/core";
import { isAway, StorageAway, type Commit, type DoorStorage, type JournalWrite } from "./commit";
import { JournalEntity, RecordEntity, ShowEntity } from "./entities";

type WholeLine = Exclude<JournalWrite, { type: "steps" }>;
type WholeCommit = Commit & { readonly journal: WholeLine | null };

/** A show as it lies in the database. */
export interface StoredShow {
  readonly name: string;
  readonly seq: number;
  readonly cid: string;
  readonly records: readonly ShowRecord[];
}

/** Reads and writes one show. Every write is one database transaction. */
export class ShowStorage implements DoorStorage {
  readonly #database: DataSource;
  readonly #showId: string;
  /** In whose term it is written; null where nobody else is expected. */
  readonly #term: number | null;
  /** Number of the latest write; one that comes late, after others, is left out by the database. */
  #write: number | null = null;
  #queue: Promise<unknown> = Promise.resolve();

  constructor(database: DataSource, showId: string, term: number | null = null) {
    this.#database = database;
    this.#showId = showId;
    this.#term = term;
  }

  /** What the show is called, and its number. */
  async head(): Promise<Omit<StoredShow, "records">> {
    const { name, cid, seq } = await this.#database.getRepository(ShowEntity).findOneByOrFail({ id: this.#showId });
    return { name, cid, seq: Number(seq) };
  }

  async load(): Promise<StoredShow> {
    const head = await this.head();
    const rows = await this.#database.getRepository(RecordEntity).find({ where: { showId: this.#showId }, order: { place: "ASC" } });
    return { ...head, records: rows.map(({ body }) => body as ShowRecord) };
  }

  /** Writes an edit whole or not at all, in one statement, one after the other. Returns the id of its line of history, if it has one. */
  commit(commit: Commit): Promise<string | null> {
    const turn = this.#queue.then(() => this.#commit(commit));
    this.#queue = turn.catch(() => undefined);
    return turn;
  }

  async #commit(commit: Commit): Promise<string | null> {
    this.#write ??= Number((await this.#database.getRepository(ShowEntity).findOneByOrFail({ id: this.#showId })).write);
    const whole = await this.#whole(commit);
    const values: unknown[] = [this.#showId, whole.seq, ++this.#write, this.#term];
    const rows = await this.#query(statement(whole, values), values);
    if (rows[0]?.written) return rows[0].line;
    // Somebody else leads, or this one was overtaken: numbers are read anew, and whoever asked tries again.
    this.#write = null;
    throw new StorageAway("a later write was there before this one");
  }

  /** Steps that were left come to the line of their drag, or to one of their own if it isn't there; merged twice they stay as they are. */
  async #whole({ journal, ...commit }: Commit): Promise<WholeCommit> {
    if (journal?.type !== "steps") return { ...commit, journal };
    const { editId, author, gesture, label, changes } = journal.steps;
    const where = { showId: this.#showId, author, gesture };
    const line = await this.#database.getRepository(JournalEntity).findOne({ where, order: { id: "DESC" } });
    if (!line) {
      const entry = { ...{ editId, author, label, gesture, state: "done" as const }, places: [], changes: [...changes] };
      return { ...commit, journal: { type: "new", entry } };
    }
    if (line.editId === editId) return { ...commit, journal: null };
    return { ...commit, journal: null, longer: [{ id: line.id, editId, label, changes: merge(line.changes, changes) }] };
  }

  async #query(sql: string, values: unknown[]): Promise<{ written: string | null; line: string | null }[]> {
    try {
      return await this.#database.query(sql, values);
    } catch (error) {
      throw isAway(error) ? new StorageAway(error instanceof Error ? error.message : String(error)) : error;
    }
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

/** Everything hangs on the row that takes the number: when it isn't taken, nothing is written. */
function statement({ changed, removed, journal, longer = [] }: WholeCommit, values: unknown[]): string {
  const value = (of: unknown): string => `$${values.push(of)}`;
  const parts = [
    `numbered AS (UPDATE "show" SET "seq" = GREATEST("seq", $2::bigint), "write" = $3::bigint WHERE "id" = $1 AND "write" < $3::bigint AND ($4::bigint IS NULL OR "term" = $4) RETURNING "write")`,
  ];
  if (changed.length > 0)
    // The place of a record that exists stays: only its body follows.
    parts.push(`written AS (
      INSERT INTO "record" ("show_id", "id", "kind", "place", "body")
      SELECT $1, r->>'id', r->>'kind', $2::bigint * 100000 + n, r FROM numbered, jsonb_array_elements(${value(JSON.stringify(changed))}::jsonb) WITH ORDINALITY AS rows(r, n)
      ON CONFLICT ("show_id", "id") DO UPDATE SET "body" = EXCLUDED."body")`);
  if (removed.length > 0)
    parts.push(`gone AS (DELETE FROM "record" USING numbered WHERE "show_id" = $1 AND "id" = ANY(${value(removed)}))`);
  if (longer.length > 0)
    parts.push(`longer AS (
      UPDATE "journal" SET "edit_id" = (l->>'editId')::uuid, "label" = l->>'label', "changes" = l->'changes', "changed_at" = ${value(new Date())}
      FROM numbered, jsonb_array_elements(${value(JSON.stringify(longer))}::jsonb) AS l WHERE "journal"."id" = (l->>'id')::bigint)`);
  const marks = journal?.type === "mark" ? journal : journal?.type === "strike" ? journal.restores : undefined;
  if (marks) parts.push(`marked AS (UPDATE "journal" SET "state" = ${value(marks.state)} FROM numbered WHERE "id" = ${value(marks.id)})`);
  if (journal) parts.push(`line AS (${lineOf(journal, value)} RETURNING "journal"."id")`);
  return `WITH ${parts.join(", ")} SELECT (SELECT "write" FROM numbered) AS written, ${journal ? `(SELECT "id" FROM line)` : "NULL"} AS line`;
}

/** The statement that writes a line of history, or strikes it. */
function lineOf(write: WholeLine, value: (of: unknown) => string): string {
  if (write.type === "strike") return `DELETE FROM "journal" USING numbered WHERE "show_id" = $1 AND "edit_id" = ${value(write.editId)}`;
  const now = value(new Date());
  const { editId, author, label, places, changes, gesture, state } =
    write.type === "new" ? write.entry : { ...write.step, gesture: null, state: "step" };
  return `INSERT INTO "journal" ("show_id", "edit_id", "author", "label", "gesture", "state", "changes", "changed_at", "places")
    SELECT $1, ${value(editId)}::uuid, ${value(author)}, ${value(label)}, ${value(gesture)}, ${value(state)}, ${value(JSON.stringify(changes))}::jsonb, ${now}, ${value(places)} FROM numbered
    ON CONFLICT ("show_id", "edit_id") DO NOTHING`;
}
