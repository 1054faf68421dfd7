import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { Pool } from "pg";
import type { Logger } from "pino";
import { Show } from "@vexa/core";
import { refusalToListen } from "./account/accounts";
import { SessionBook } from "./account/session-book";
import { createApp, createSession } from "./app";
import { EngineHost } from "./engine-host/engine-host";
import { openOsc, type OscInput } from "./input/osc-input";
import { TimecodeInput } from "./input/timecode-input";
import { WingLink } from "./input/wing-link";
import type { SacnTarget } from "./output/sacn-output";
import { openSockets } from "./session/sockets";
import { Door } from "./show/door";
import { FollowOn } from "./show/follow-on";
import { giveWay } from "./show/give-way";
import { LoanClock } from "./show/loan-clock";
import { SHOW_ID, seedWhenEmpty } from "./show/seed";
import { openDatabase } from "./storage/data-source";
import { ShowStorage } from "./storage/show-storage";

export interface Settings {
  readonly databaseUrl: string;
  readonly host: string;
  /** 0 takes a free one. */
  readonly port: number;
  /** What to do when the port is taken. */
  readonly whenTaken: "take a free one" | "fail";
  readonly sessionSecret: string;
  readonly sacnTargets: readonly SacnTarget[];
  /** Where OSC is heard, on loopback: 0 takes a free port, null hears none. A taken port is logged, and none is heard. */
  readonly oscPort: number | null;
  readonly webFolder: string | null;
  /** What an empty database is filled with. */
  readonly demo: "understory" | "large";
  readonly log: Logger;
}

export interface Running {
  readonly port: number;
  /** Null while no OSC is heard. */
  readonly oscPort: number | null;
  readonly door: Door;
  readonly host: EngineHost;
  /** True when the database was empty and the demo was put in. */
  readonly seeded: boolean;
  stop(): Promise<void>;
}

/** Everything, from database to port. Throws with a plain sentence when it may not or can't start. */
export async function start(settings: Settings): Promise<Running> {
  const { log } = settings;
  const database = await openDatabase(settings.databaseUrl);
  const seeded = await seedWhenEmpty(database, settings.demo);
  const refusal = await refusalToListen(database, settings.host);
  if (refusal) {
    await database.destroy();
    throw new Error(refusal);
  }
  const storage = new ShowStorage(database, SHOW_ID);
  const stored = await storage.load();
  const show = new Show(new Map(stored.records.map((record) => [record.id, record])));
  let door: Door | null = null;
  const host = new EngineHost({
    records: () => [...(door?.show ?? show).records.values()],
    targets: settings.sacnTargets,
    cid: Uint8Array.from(Buffer.from(stored.cid.replaceAll("-", ""), "hex")),
    name: `Vexa ${stored.name}`,
  });
  door = new Door({ show, seq: stored.seq, storage, now: host.now });
  door.on("changes", (_seq, { changes }, at) => host.apply(at, changes));
  door.on("trouble", (error) => log.error({ err: error }, "the door had trouble"));
  host.on("trouble", (error) => log.error({ err: error }, "the engine had trouble"));

  const pool = new Pool({ connectionString: settings.databaseUrl, max: 2 });
  pool.on("error", (error) => log.error({ err: error }, "the session store lost its connection"));
  const session = createSession(pool, settings.sessionSecret);
  const book = new SessionBook(pool);
  const app = createApp({ database, session, book, door, show: { name: stored.name, now: host.now }, webFolder: settings.webFolder, log });
  const http = createServer(app);
  const sockets = openSockets(http, { door, host, session, book });
  await listen(http, settings);
  const theDoor = door;
  const followOn = new FollowOn(theDoor, host.now);
  const loans = new LoanClock(theDoor);
  giveWay(theDoor, host);
  const timecode = new TimecodeInput(theDoor, host.now);
  const wings = new WingLink(() => theDoor.show, sockets.tellTouch);
  theDoor.on("changes", () => wings.changed());
  const oscInput = await hearOsc({ door: theDoor, timecode, wings }, settings);
  return {
    oscPort: oscInput?.port ?? null,
    port: (http.address() as AddressInfo).port,
    door: theDoor,
    host,
    seeded,
    stop: async () => {
      // The stage first: receivers hear that the streams end, then what was played is saved.
      followOn.stop();
      loans.stop();
      timecode.stop();
      await host.stop();
      await oscInput?.close();
      await wings.close();
      await sockets.close();
      http.closeAllConnections();
      await theDoor.flush();
      await pool.end();
      await database.destroy();
    },
  };
}

async function hearOsc(
  { door, timecode, wings }: { door: Door; timecode: TimecodeInput; wings: WingLink },
  { oscPort, log }: Settings,
): Promise<OscInput | null> {
  if (oscPort === null) return null;
  try {
    return await openOsc({
      host: "127.0.0.1",
      port: oscPort,
      show: () => door.show,
      play: (person, command) => door.play(person, command, undefined),
      mtc: (octets) => timecode.hear(octets),
      wings,
      log,
    });
  } catch (error) {
    log.warn({ err: error }, `OSC isn't heard: port ${oscPort} can't be had`);
    return null;
  }
}

function listen(http: Server, { host, port, whenTaken }: Pick<Settings, "host" | "port" | "whenTaken">): Promise<void> {
  return new Promise((resolve, reject) => {
    const failed = (error: NodeJS.ErrnoException): void => {
      if (error.code === "EADDRINUSE" && whenTaken === "take a free one") resolve(listen(http, { host, port: 0, whenTaken: "fail" }));
      else reject(error);
    };
    http.once("error", failed);
    http.listen(port, host, () => {
      http.off("error", failed);
      resolve();
    });
  });
}
