import type { DataSource, EntityManager } from "typeorm";

/** Tables of files that belong to a show, and their columns besides the show's id; the first one is the record's. */
const COLUMNS = {
  sound_file: ["id", "content_type", "size"],
  sound_part: ["id", "part", "content"],
  wheel_picture: ["profile_id", "name", "content_type", "content"],
} as const;
export type FileTable = keyof typeof COLUMNS;
export const FILE_TABLES = Object.keys(COLUMNS) as FileTable[];

/** Tables whose rows belong to a show. */
const BELONGING = [...FILE_TABLES, "version", "journal"] as const;

interface Copied {
  readonly from: string;
  readonly to: string;
  readonly tables: readonly FileTable[];
  /** Of these records alone; none = of all. */
  readonly ids?: readonly string[];
}

/** Copies files of one show to another, which keeps what it has already. */
export async function copyFiles(database: DataSource, { from, to, tables, ids }: Copied): Promise<void> {
  for (const table of tables) {
    const names = COLUMNS[table].map((name) => `"${name}"`).join(", ");
    const some = ids ? ` AND "${COLUMNS[table][0]}" = ANY($3)` : "";
    await database.query(
      `INSERT INTO "${table}" ("show_id", ${names}) SELECT $2, ${names} FROM "${table}" WHERE "show_id" = $1${some} ON CONFLICT DO NOTHING`,
      [from, to, ...(ids ? [ids] : [])],
    );
  }
}

/** All that belongs to a show goes to another id. */
export async function moveBelongings(manager: EntityManager, from: string, to: string): Promise<void> {
  for (const table of BELONGING) await manager.query(`UPDATE "${table}" SET "show_id" = $2 WHERE "show_id" = $1`, [from, to]);
}

export async function forgetBelongings(database: DataSource, showId: string): Promise<void> {
  for (const table of BELONGING) await database.query(`DELETE FROM "${table}" WHERE "show_id" = $1`, [showId]);
}

export async function soundsOf(database: DataSource, showId: string): Promise<{ id: string; contentType: string; bytes: Uint8Array }[]> {
  const files = await database.query<{ id: string; content_type: string }[]>(
    `SELECT "id", "content_type" FROM "sound_file" WHERE "show_id" = $1 ORDER BY "id"`,
    [showId],
  );
  return Promise.all(
    files.map(async ({ id, content_type: contentType }) => {
      const parts = await database.query<{ content: Buffer }[]>(
        `SELECT "content" FROM "sound_part" WHERE "show_id" = $1 AND "id" = $2 ORDER BY "part"`,
        [showId, id],
      );
      return { id, contentType, bytes: Buffer.concat(parts.map(({ content }) => content)) };
    }),
  );
}

export async function picturesOf(database: DataSource, showId: string): Promise<{ profileId: string; name: string; bytes: Uint8Array }[]> {
  const rows = await database.query<{ profile_id: string; name: string; content: Buffer }[]>(
    `SELECT "profile_id", "name", "content" FROM "wheel_picture" WHERE "show_id" = $1 ORDER BY "profile_id", "name"`,
    [showId],
  );
  return rows.map(({ profile_id: profileId, name, content }) => ({ profileId, name, bytes: content }));
}
