import { DataSource } from "typeorm";
import { ENTITIES } from "./entities";
import { MIGRATIONS } from "./migrations";

/** How long anybody waits for the database, at its side and at ours. */
const STATEMENT_MS = 4000;
const ANSWER_MS = 5000;
const CONNECT_MS = 3000;

const described = (url: string, extra: object): DataSource =>
  new DataSource({
    type: "postgres",
    url,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsTransactionMode: "all",
    synchronize: false,
    // Failed queries log their parameters, which may hold secrets.
    logging: false,
    extra,
  });

/** A connected database whose tables are up to date. Nothing that is asked of it waits for ever. */
export async function openDatabase(url: string): Promise<DataSource> {
  const source = described(url, { max: 6, statement_timeout: STATEMENT_MS, query_timeout: ANSWER_MS, connectionTimeoutMillis: CONNECT_MS });
  await source.initialize();
  if (!(await source.showMigrations())) return source;
  // Bringing tables up to date may take its time.
  const patient = described(url, { max: 1 });
  await patient.initialize();
  await patient.runMigrations();
  await patient.destroy();
  return source;
}
