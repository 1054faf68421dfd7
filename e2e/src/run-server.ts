import { spawn, type ChildProcess } from "node:child_process";
import { randomBytes } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import pg from "pg";
import { DatabaseProxy } from "./database-proxy";

const MAIN = fileURLToPath(new URL("../../apps/server/dist/main.js", import.meta.url));

/** A running Vexa with a database of its own, as people start it. */
export interface RunningVexa {
  readonly url: string;
  readonly databaseUrl: string;
  /** Of the processes now running: the supervisor, the engine and the web server. */
  readonly pids: { readonly supervisor: number; readonly stage: number; readonly web: number };
  /** What stands before the database, where it was asked for. */
  readonly database: DatabaseProxy | null;
  /** Ends the server and starts it anew on the same database and port. */
  restart(how: "SIGTERM" | "SIGKILL", from?: "from the database"): Promise<void>;
  stop(): Promise<void>;
}

/** Starts the built server with the demo show; `sacn` is where its output goes. */
export async function runVexa(
  sacn: string,
  {
    demo = "understory",
    osc = "off",
    proxied = false,
  }: { demo?: "understory" | "large"; osc?: string; /** The database can be taken away. */ proxied?: boolean } = {},
): Promise<RunningVexa> {
  const admin = process.env["VEXA_DATABASE_ADMIN_URL"];
  if (!admin) throw new Error("VEXA_DATABASE_ADMIN_URL isn't set. Run this with ./vexa test or ./vexa shots.");
  const name = `vexa_e2e_${randomBytes(5).toString("hex")}`;
  await query(admin, `CREATE DATABASE ${name}`);
  const address = new URL(admin);
  address.pathname = `/${name}`;
  const through = proxied ? await DatabaseProxy.open(address.toString()) : null;
  const databaseUrl = through?.url ?? address.toString();
  const state = mkdtempSync(join(tmpdir(), "vexa-e2e-"));
  let { child, url } = await launch({ databaseUrl, sacn, port: "0", demo, osc, state });
  return {
    get url() {
      return url;
    },
    databaseUrl: address.toString(),
    get pids() {
      const parts = JSON.parse(readFileSync(join(state, "pids.json"), "utf8")) as { stage: number; web: number };
      return { supervisor: child.pid!, ...parts };
    },
    restart: async (how, from) => {
      await end(child, how);
      // Without what the engine wrote down beside itself.
      if (from) rmSync(state, { recursive: true, force: true });
      ({ child, url } = await launch({ databaseUrl, sacn, port: new URL(url).port, demo, osc, state }));
    },
    database: through?.proxy ?? null,
    stop: async () => {
      await end(child, "SIGTERM");
      through?.proxy.close();
      await query(admin, `DROP DATABASE ${name} WITH (FORCE)`);
      rmSync(state, { recursive: true, force: true });
    },
  };
}

async function query(connectionString: string, sql: string): Promise<void> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  await client.query(sql);
  await client.end();
}

function launch(
  of: Record<"databaseUrl" | "sacn" | "port" | "demo" | "osc" | "state", string>,
): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [MAIN], {
    env: {
      ...process.env,
      NODE_ENV: "production",
      VEXA_DATABASE_URL: of.databaseUrl,
      VEXA_SACN: of.sacn,
      VEXA_DEMO: of.demo,
      VEXA_PORT: of.port,
      VEXA_OSC_PORT: of.osc,
      VEXA_STATE: of.state,
      VEXA_SESSION_SECRET: "only for this test",
    },
    stdio: ["ignore", "pipe", "inherit"],
  });
  return new Promise((resolve, reject) => {
    let said = "";
    child.once("exit", (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
    child.stdout.on("data", (chunk: Buffer) => {
      said += chunk.toString();
      const ready = /Vexa is ready: (http:\S+)/.exec(said);
      if (ready?.[1]) resolve({ child, url: ready[1] });
    });
  });
}

function end(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once("exit", () => resolve());
    child.kill(signal);
  });
}
