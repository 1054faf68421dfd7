import type { DataSource } from "typeorm";
import { LOCK } from "../process/leadership";

/**
 * Begins a term of writing: whoever wrote before can't any more. Only while the database's process `pid` holds the lock of whoever leads;
 * otherwise somebody else does, and this throws.
 */
export async function beginTerm(database: DataSource, { showId, pid }: { showId: string; pid: number }): Promise<number> {
  const rows: { term: string }[] = (
    await database.query(
      `UPDATE "show" SET "term" = "term" + 1 WHERE "id" = $1 AND EXISTS (
         SELECT 1 FROM pg_locks WHERE "locktype" = 'advisory' AND "classid" = $2 AND "objid" = $3 AND "granted" AND "pid" = $4
           AND "database" = (SELECT "oid" FROM pg_database WHERE "datname" = current_database()))
       RETURNING "term"`,
      [showId, ...LOCK, pid],
    )
  )[0];
  if (!rows[0]) throw new Error("Another Vexa leads this show now.");
  return Number(rows[0].term);
}

/** Where standbys find whoever leads, and browsers its pages. */
export async function tellWhere(
  database: DataSource,
  { showId, term }: { showId: string; term: number },
  { link, port }: { link: string | null; port: number },
): Promise<void> {
  await database.query(`UPDATE "show" SET "link" = $3, "port" = $4 WHERE "id" = $1 AND "term" = $2`, [showId, term, link, port]);
}
