import type { DataSource } from "typeorm";
import type { HistoryLine, Place } from "@vexa/core";
import { JournalEntity } from "./entities";

export interface HistoryFilter {
  readonly personId?: string;
  readonly place?: Place;
  /** Milliseconds since 1970. */
  readonly from?: number;
  readonly to?: number;
  /** Lines older than this one. */
  readonly before?: string;
}

export const LINES_A_PAGE = 100;

/** Who changed what, the latest first. */
export async function readHistory(database: DataSource, showId: string, filter: HistoryFilter): Promise<HistoryLine[]> {
  const query = database
    .getRepository(JournalEntity)
    .createQueryBuilder("line")
    .select(["line.id", "line.author", "line.label", "line.state", "line.places", "line.changedAt"])
    .where("line.show_id = :showId", { showId })
    .orderBy("line.id", "DESC")
    .limit(LINES_A_PAGE);
  const { personId, place, from, to, before } = filter;
  if (personId !== undefined) query.andWhere("line.author = :personId", { personId });
  if (place !== undefined) query.andWhere(":place = ANY(line.places)", { place });
  if (from !== undefined) query.andWhere("line.changed_at >= :from", { from: new Date(from) });
  if (to !== undefined) query.andWhere("line.changed_at <= :to", { to: new Date(to) });
  if (before !== undefined) query.andWhere("line.id < :before", { before });
  const lines = await query.getMany();
  return lines.map(({ id, author, label, state, places, changedAt }) => ({
    id,
    personId: author,
    label,
    state,
    places,
    at: changedAt.getTime(),
  }));
}

/** Who has changed which records since a moment, by the record's id. */
export async function changedSince(database: DataSource, showId: string, since: Date): Promise<Record<string, string[]>> {
  const rows = await database.query<{ id: string; author: string }[]>(
    `SELECT DISTINCT COALESCE("change"->>'id', "change"->'record'->>'id') AS "id", "author"
       FROM "journal", jsonb_array_elements("changes") AS "change"
      WHERE "show_id" = $1 AND "changed_at" >= $2 AND "state" <> 'undone'`,
    [showId, since],
  );
  const found: Record<string, string[]> = {};
  for (const { id, author } of rows) (found[id] ??= []).push(author);
  return found;
}
