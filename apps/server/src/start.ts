import { createServer, type Server } from "node:http";
import { createServer as createSecureServer } from "node:https";
import type { AddressInfo } from "node:net";
import { Pool } from "pg";
import type { Logger } from "pino";
import type { DataSource } from "typeorm";
import { Show, type Health } from "@vexa/core";
import { isLoopback, refusalToListen } from "./account/accounts";
import { SessionBook } from "./account/session-book";
import { createApp, createSession, sessionStore } from "./app";
import type { EngineHost } from "./engine-host/engine-host";
import { HealthBook } from "./health/health-book";
import type { SacnTarget } from "./output/sacn-output";
import type { Ended } from "./process/supervisor";
import { Audience } from "./session/audience";
import { openSockets } from "./session/sockets";
import type { Door } from "./show/door";
import { SHOW_ID, seedWhenEmpty, type Demo } from "./show/seed";
import { Versions } from "./show/versions";
import { Stage } from "./stage/stage";
import { StageLink } from "./stage/stage-link";
import type { StagePort } from "./stage/stage-port";
import { openDatabase } from "./storage/data-source";
import { beginTerm, tellWhere } from "./storage/leader-row";
import { GuardedStorage } from "./storage/guarded-storage";
import { ShowStorage } from "./storage/show-storage";

export interface WebSettings {
  readonly databaseUrl: string;
  readonly host: string;
  /** 0 takes a free one. */
  readonly port: number;
  /** A certificate and its key, in PEM: the pages are served by HTTPS, and by plain HTTP on loopback at the next port. */
  readonly tls?: { readonly cert: string; readonly key: string };
  /** What to do when the port is taken. */
  readonly whenTaken: "take a free one" | "fail";
  readonly sessionSecret: string;
  readonly webFolder: string | null;
  /** Which proxies are believed where a request came from; none = nobody. */
  readonly trustProxy?: string;
  /** Lets a collector read the health without a sign-in. */
  readonly metricsToken?: string;
  /** The database's process that holds the lock of whoever leads; none = nobody else is expected. */
  readonly leaderPid?: number;
  /** What an empty database is filled with. */
  readonly demo: Demo;
  readonly log: Logger;
}

export interface Settings extends WebSettings {
  readonly sacnTargets: readonly SacnTarget[];
  /** Where OSC is heard, on loopback: 0 takes a free port, null hears none. A taken port is logged, and none is heard. */
  readonly oscPort: number | null;
}

export interface RunningWeb {
  readonly port: number;
  /** Where plain HTTP is served besides, on loopback; null where the port itself does it. */
  readonly plainPort: number | null;
  /** Null while no OSC is heard. */
  readonly oscPort: number | null;
  readonly stage: StagePort;
  readonly database: GuardedStorage;
  /** True when the database was empty and the demo was put in. */
  readonly seeded: boolean;
  /** The engine or the web server had to be begun again: shown to those who look at the health. */
  tellEnded(ended: Ended): void;
  stop(): Promise<void>;
}

export interface Running extends RunningWeb {
  readonly source: DataSource;
  readonly door: Door;
  readonly host: EngineHost;
}

/** Somebody may not do it this way: said to whoever starts Vexa, and not tried again. */
export class NotThisWay extends Error {}

const NEEDS_TLS =
  "Vexa serves others than this machine by HTTPS alone: browsers give pages without it neither MIDI nor safety. Make a certificate with ./vexa certificate, or name one in VEXA_TLS_CERT and VEXA_TLS_KEY.";

interface Opened {
  readonly database: DataSource;
  readonly storage: ShowStorage;
  readonly guarded: GuardedStorage;
  readonly seeded: boolean;
  readonly term: number | null;
}

async function openStorage(settings: WebSettings): Promise<Opened> {
  const database = await openDatabase(settings.databaseUrl);
  const seeded = await seedWhenEmpty(database, settings.demo);
  const refusal = await refusalToListen(database, settings.host);
  const open = isLoopback(settings.host) || settings.tls ? null : NEEDS_TLS;
  if (refusal ?? open) {
    await database.destroy();
    throw new NotThisWay((refusal ?? open)!);
  }
  const term = settings.leaderPid === undefined ? null : await beginTerm(database, { showId: SHOW_ID, pid: settings.leaderPid });
  const storage = new ShowStorage(database, SHOW_ID, term);
  return { database, storage, guarded: new GuardedStorage({ storage, database, showId: SHOW_ID, term }), seeded, term };
}

/** Web server and stage in one process, from database to port: for tests. Throws with a plain sentence when it may not or can't start. */
export async function start(settings: Settings): Promise<Running> {
  const opened = await openStorage(settings);
  const { records, seq, cid, name } = await opened.storage.load();
  const stage = await Stage.open({
    show: new Show(new Map(records.map((record) => [record.id, record]))),
    seq,
    storage: opened.guarded,
    targets: settings.sacnTargets,
    cid,
    name,
    oscPort: settings.oscPort,
    log: settings.log,
  });
  const web = await serve(settings, opened, stage);
  return {
    ...web,
    source: opened.database,
    oscPort: stage.oscPort,
    door: stage.door,
    host: stage.host,
    // The stage first: receivers hear that the streams end, then what was played is saved.
    stop: () => web.stop(() => stage.stop()),
  };
}

/** The web server alone: the stage runs in a process of its own, at the other end of a local socket. */
export async function startWeb(settings: WebSettings & { readonly socket: string }): Promise<RunningWeb> {
  const opened = await openStorage(settings);
  const stage = await StageLink.open({
    socket: settings.socket,
    storage: opened.guarded,
    head: () => opened.storage.head(),
    records: async () => (await opened.storage.load()).records,
  });
  const web = await serve(settings, opened, stage);
  const announce = (): void => {
    const { term } = opened;
    const at = { link: stage.standbyAddress, port: web.port };
    if (term !== null) tellWhere(opened.database, { showId: SHOW_ID, term }, at).catch(() => setTimeout(announce, 1000).unref());
  };
  stage.on("show", announce);
  announce();
  return {
    ...web,
    oscPort: stage.oscPort,
    stop: () =>
      web.stop(() => {
        stage.close();
        return Promise.resolve();
      }),
  };
}

async function serve(
  settings: WebSettings,
  { database, storage, guarded, seeded }: Opened,
  stage: StagePort,
): Promise<Omit<RunningWeb, "oscPort" | "stop"> & { stop: (first: () => Promise<void>) => Promise<void> }> {
  const { log } = settings;
  const { name } = await storage.head();
  const pool = new Pool({ connectionString: settings.databaseUrl, max: 4, connectionTimeoutMillis: 2000, query_timeout: 3000 });
  pool.on("error", (error) => log.error({ err: error }, "the session store lost its connection"));
  guarded.on("here", (here) => (here ? log.warn("the database is back") : log.error("the database is away: playing goes on")));
  const store = sessionStore(pool, () => guarded.here);
  const session = createSession(store, settings.sessionSecret);
  const book = new SessionBook(pool);
  book.on("ended", (sid) => store.forget(sid));
  const audience = new Audience(stage);
  const health = new HealthBook();
  const versions = new Versions({ database, stage, log });
  const app = createApp({
    health,
    versions,
    database,
    here: () => guarded.here,
    session,
    book,
    stage,
    audience,
    show: { name },
    webFolder: settings.webFolder,
    log,
    ...optional(settings),
  });
  const http = settings.tls ? createSecureServer(settings.tls, app) : createServer(app);
  // Whoever sits at this machine needs no certificate.
  const plain = settings.tls ? createServer(app) : null;
  let lastEnded: Ended | undefined;
  const more = (): Pick<Health, "database" | "lastEnded"> => ({
    database: guarded.here ? "here" : "away",
    ...(lastEnded ? { lastEnded } : {}),
  });
  const sockets = openSockets(http, { stage, audience, session, book, more, log });
  stage.on("health", (now) =>
    health.add({
      ...now,
      ...more(),
      atMs: Date.now(),
      webMegabytes: process.memoryUsage.rss() / 1e6,
      connections: sockets.connections(),
      databaseMs: guarded.tookMs,
    }),
  );
  const tellEnded = (ended: Ended): void => {
    lastEnded = ended;
    health.addEnded(ended);
  };
  stage.on("again", (why) => tellEnded({ part: "stage", why, atMs: Date.now() }));
  await listen(http, settings);
  const { port } = http.address() as AddressInfo;
  if (plain) {
    sockets.attach(plain);
    await listen(plain, { host: "127.0.0.1", port: port + 1, whenTaken: "take a free one" });
  }
  return {
    port,
    plainPort: plain && (plain.address() as AddressInfo).port,
    stage,
    database: guarded,
    seeded,
    tellEnded,
    stop: async (first) => {
      await first();
      await sockets.close();
      http.closeAllConnections();
      plain?.close();
      plain?.closeAllConnections();
      versions.stop();
      guarded.stop();
      await pool.end();
      await database.destroy();
    },
  };
}

function optional({ trustProxy, metricsToken }: WebSettings): { trustProxy?: string; metricsToken?: string } {
  return { ...(trustProxy === undefined ? {} : { trustProxy }), ...(metricsToken === undefined ? {} : { metricsToken }) };
}

/** So long a port may still be held by a server that was killed a moment ago. */
const PORT_WITHIN_MS = 3000;
const AGAIN_AFTER_MS = 50;

function listen(http: Server, { host, port, whenTaken }: Pick<WebSettings, "host" | "port" | "whenTaken">): Promise<void> {
  const until = performance.now() + PORT_WITHIN_MS;
  return new Promise((resolve, reject) => {
    const failed = (error: NodeJS.ErrnoException): void => {
      if (error.code === "EADDRINUSE" && whenTaken === "take a free one") resolve(listen(http, { host, port: 0, whenTaken: "fail" }));
      else if (error.code === "EADDRINUSE" && performance.now() < until) setTimeout(attempt, AGAIN_AFTER_MS);
      else reject(error);
    };
    const attempt = (): void => {
      http.once("error", failed);
      http.listen(port, host, () => {
        http.off("error", failed);
        resolve();
      });
    };
    attempt();
  });
}
