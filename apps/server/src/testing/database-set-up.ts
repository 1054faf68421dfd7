import { randomBytes } from "node:crypto";
import { Client } from "pg";
import type {} from "vitest";
import type { TestProject } from "vitest/node";

declare module "vitest" {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** Makes a database for this run of tests and drops it at the end. `./vexa test` says where the cluster is. */
export default async function setUp(project: TestProject): Promise<() => Promise<void>> {
  const admin = process.env["VEXA_DATABASE_ADMIN_URL"];
  if (!admin) throw new Error("VEXA_DATABASE_ADMIN_URL isn't set. Run the tests with ./vexa test.");
  const name = `vexa_test_${randomBytes(5).toString("hex")}`;
  const query = async (sql: string): Promise<void> => {
    const client = new Client({ connectionString: admin });
    await client.connect();
    await client.query(sql);
    await client.end();
  };
  await query(`CREATE DATABASE ${name}`);
  // What a test writes needn't outlive the machine: nobody waits for its disk.
  await query(`ALTER DATABASE ${name} SET synchronous_commit TO off`);
  const url = new URL(admin);
  url.pathname = `/${name}`;
  project.provide("databaseUrl", url.toString());
  return () => query(`DROP DATABASE ${name} WITH (FORCE)`);
}
