import type { DataSource } from "typeorm";
import { inject } from "vitest";
import { openDatabase } from "../storage/data-source";

/** The database of this run of tests with every table empty. */
export async function freshDatabase(): Promise<DataSource> {
  const database = await openDatabase(inject("databaseUrl"));
  await database.query(
    `TRUNCATE "account", "show", "record", "journal", "session", "sound_file", "sound_part", "version", "wheel_picture", "kept_show"`,
  );
  return database;
}
