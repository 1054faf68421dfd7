import { spawn, type ChildProcess } from "node:child_process";
import { createHash, randomBytes } from "node:crypto";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
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
  /** Kills the supervisor, with which all of it ends, and doesn't begin it again. */
  kill(): Promise<void>;
  /** Begins again what was killed, while a standby leads: it is in step with it when this returns. */
  comeBack(): Promise<void>;
  /** Another Vexa that stands by for this one, on the same database and receivers, when it is in step. */
  standBy(): Promise<StandbyVexa>;
  stop(): Promise<void>;
}

export interface StandbyVexa {
  /** What it has said so far. */
  readonly said: string;
  stop(how: "SIGTERM" | "SIGKILL"): Promise<void>;
}

interface Launch {
  readonly databaseUrl: string;
  readonly sacn: string;
  readonly port: string | null;
  readonly demo: string;
  readonly osc: string;
  readonly state: string;
  readonly standby?: true;
}

const READY = /Vexa is ready: (http:\S+)/;
const IN_STEP = /in step with the one that leads/;

/** Starts the built server with the demo show; `sacn` is where its output goes. */
export async function runVexa(
  sacn: string,
  {
    demo = "understory",
    osc = "off",
    proxied = false,
  }: { demo?: "understory" | "large" | "none"; osc?: string; /** The database can be taken away. */ proxied?: boolean } = {},
): Promise<RunningVexa> {
  const admin = process.env["VEXA_DATABASE_ADMIN_URL"];
  if (!admin) throw new Error("VEXA_DATABASE_ADMIN_URL isn't set. Run this with ./vexa test or ./vexa shots.");
  const name = `vexa_e2e_${randomBytes(5).toString("hex")}`;
  await createFilled(admin, name, demo);
  const address = addressOf(admin, name);
  const through = proxied ? await DatabaseProxy.open(address.toString()) : null;
  const databaseUrl = through?.url ?? address.toString();
  const state = mkdtempSync(join(tmpdir(), "vexa-e2e-"));
  const of: Launch = { databaseUrl, sacn, port: "0", demo, osc, state };
  let { child, url } = await launch(of, READY);
  const again = (until: RegExp): Promise<Launched> => launch({ ...of, port: new URL(url).port }, until);
  const standbys: StandbyVexa[] = [];
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
      ({ child, url } = await again(READY));
    },
    kill: () => end(child, "SIGKILL"),
    comeBack: async () => {
      ({ child } = await again(IN_STEP));
    },
    standBy: async () => {
      const folder = mkdtempSync(join(tmpdir(), "vexa-standby-"));
      const launched = await launch({ ...of, port: null, state: folder, standby: true }, IN_STEP);
      const standby: StandbyVexa = {
        get said() {
          return launched.said();
        },
        stop: async (how) => {
          await end(launched.child, how);
          rmSync(folder, { recursive: true, force: true });
        },
      };
      standbys.push(standby);
      return standby;
    },
    database: through?.proxy ?? null,
    stop: async () => {
      for (const standby of standbys) await standby.stop("SIGTERM");
      await end(child, "SIGTERM");
      through?.proxy.close();
      await query(admin, `DROP DATABASE ${name} WITH (FORCE)`);
      rmSync(state, { recursive: true, force: true });
    },
  };
}

function addressOf(admin: string, name: string): URL {
  const address = new URL(admin);
  address.pathname = `/${name}`;
  return address;
}

/** Of all that is built: what one build puts into an empty database isn't taken for another's. */
const BUILD = createHash("sha256");
for (const file of readdirSync(dirname(MAIN)).sort()) BUILD.update(readFileSync(join(dirname(MAIN), file)));
const BUILT = BUILD.digest("hex").slice(0, 12);
const FILLED = "vexa_filled_";

/** A database as the first start leaves it: a server fills one for each demo and build, and all others are copies of it. */
async function createFilled(admin: string, name: string, demo: string): Promise<void> {
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  // Of stories that begin side by side one fills it.
  await client.query("SELECT pg_advisory_lock(hashtext($1))", [FILLED]);
  const filled = `${FILLED}${demo}_${BUILT}`;
  const { rows } = await client.query<{ datname: string }>("SELECT datname FROM pg_database WHERE starts_with(datname, $1)", [FILLED]);
  for (const { datname } of rows) if (!datname.endsWith(BUILT)) await client.query(`DROP DATABASE ${datname} WITH (FORCE)`);
  if (!rows.some(({ datname }) => datname === filled)) {
    const half = `${filled}_half`;
    await client.query(`DROP DATABASE IF EXISTS ${half} WITH (FORCE)`);
    await client.query(`CREATE DATABASE ${half}`);
    const state = mkdtempSync(join(tmpdir(), "vexa-e2e-"));
    const of = { databaseUrl: addressOf(admin, half).toString(), sacn: "127.0.0.1:9", port: "0", demo, osc: "off", state };
    await end((await launch(of, READY)).child, "SIGTERM");
    rmSync(state, { recursive: true, force: true });
    await client.query(`ALTER DATABASE ${half} RENAME TO ${filled}`);
  }
  await client.query(`CREATE DATABASE ${name} TEMPLATE ${filled}`);
  // What a story writes needn't outlive the machine: nobody waits for its disk.
  await client.query(`ALTER DATABASE ${name} SET synchronous_commit TO off`);
  await client.end();
}

async function query(connectionString: string, sql: string): Promise<void> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  await client.query(sql);
  await client.end();
}

interface Launched {
  readonly child: ChildProcess;
  readonly url: string;
  readonly said: () => string;
}

/** Resolves when the server has said that it is so far. */
function launch(of: Launch, until: RegExp): Promise<Launched> {
  const child = spawn(process.execPath, [MAIN], {
    env: {
      ...process.env,
      NODE_ENV: "production",
      VEXA_DATABASE_URL: of.databaseUrl,
      VEXA_SACN: of.sacn,
      VEXA_DEMO: of.demo,
      ...(of.port === null ? {} : { VEXA_PORT: of.port }),
      VEXA_OSC_PORT: of.osc,
      VEXA_STATE: of.state,
      VEXA_SESSION_SECRET: "only for this test",
      ...(of.standby ? { VEXA_STANDBY: "yes" } : {}),
    },
    stdio: ["ignore", "pipe", "pipe"],
  });
  child.stderr.pipe(process.stderr, { end: false });
  return new Promise((resolve, reject) => {
    let said = "";
    child.once("exit", (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
    const hear = (chunk: Buffer): void => {
      said += chunk.toString();
      if (until.test(said)) resolve({ child, url: READY.exec(said)?.[1] ?? "", said: () => said });
    };
    child.stdout.on("data", hear);
    child.stderr.on("data", hear);
  });
}

function end(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once("exit", () => resolve());
    child.kill(signal);
  });
}
