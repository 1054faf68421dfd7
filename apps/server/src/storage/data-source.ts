import { DataSource } from "typeorm";
import { ENTITIES } from "./entities";
import { MIGRATIONS } from "./migrations";

/** A connected database whose tables are up to date. */
export async function openDatabase(url: string): Promise<DataSource> {
  const source = new DataSource({
    type: "postgres",
    url,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsTransactionMode: "all",
    synchronize: false,
    // Failed queries log their parameters, which may hold secrets.
    logging: false,
    extra: { max: 6 },
  });
  await source.initialize();
  await source.runMigrations();
  return source;
}
