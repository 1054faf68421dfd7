import { rmSync } from "node:fs";
import { createServer, type Server } from "node:net";
import type { Logger } from "pino";
import { fail, Show, type Answer, type LevelFeed, type Person, type ShowRecord, type Trace } from "@vexa/core";
import type { EngineHost } from "../engine-host/engine-host";
import type { SacnTarget } from "../output/sacn-output";
import { RemoteStorage } from "./remote-storage";
import { Stage } from "./stage";
import { leftBy, NOTHING_OPEN, type Open } from "./open-book";
import { engineAhead, goesOn, type EngineAhead } from "./engine-ahead";
import { keptIn, readKept } from "./read-kept";
import { StageJournal, type KeptShow } from "./stage-journal";
import type { Ask, FromStage, ToStage } from "./stage-messages";
import { Wire } from "./wire";
import { StandbyServer } from "../standby/standby-server";
import type { ToStandby } from "../standby/standby-messages";

export interface StageServerOptions {
  /** Path of the local socket. */
  readonly socket: string;
  /** Where the journal and the last frame are kept; null keeps nothing. */
  readonly folder: string | null;
  readonly targets: readonly SacnTarget[];
  readonly oscPort: number | null;
  readonly oscHost?: string | undefined;
  readonly otpAt?: string | undefined;
  /** The component identifier of this one's streams; none = that of the show. */
  readonly cid?: string;
  /** What those who stand by for each other share. */
  readonly secret: string;
  /** Where standbys find this one while it leads; port 0 takes a free one. */
  readonly standbys: { readonly host: string; readonly port: number };
  readonly log: Logger;
}

/** How a run begins: the show, its number, and what the database may not have. */
interface Beginning {
  readonly show: Show;
  readonly seq: number;
  readonly open: Open;
  /** An engine that plays it already. */
  readonly host?: EngineHost;
}

const LEVELS_EVERY_MS = 33;
/** Levels wait while the web server hasn't taken so many octets yet. */
const MOST_WAITING = 256 * 1024;

/**
 * The engine's process: runs the stage from what its journal holds, with or without a web server, and serves one web server over a local
 * socket. A web server that comes later takes the place of the one before.
 */
export class StageServer {
  readonly #options: StageServerOptions;
  readonly #storage = new RemoteStorage();
  readonly #server: Server;
  #stage: Stage | null = null;
  #journal: StageJournal | null = null;
  #standbys: StandbyServer | null = null;
  #show: KeptShow | null = null;
  #wire: Wire | null = null;
  /** What the web server was told of last. */
  #feed: LevelFeed | null = null;
  #turn = 0;
  /** The number of the show that the web server was asked for. */
  #awaited = 0;
  /** The web server that is connected has the show as it stands. */
  #standing = false;
  readonly #levels: NodeJS.Timeout;

  private constructor(options: StageServerOptions) {
    this.#options = options;
    this.#server = createServer((socket) => {
      this.#wire?.close();
      this.#standing = false;
      const wire: Wire = new Wire(socket, {
        heard: (message) => {
          if ("json" in message && wire === this.#wire) void this.#hear(message.json as ToStage, wire);
        },
        closed: () => {
          if (wire !== this.#wire) return;
          this.#wire = null;
          this.#storage.disconnect();
        },
      });
      this.#wire = wire;
    });
    this.#levels = setInterval(() => this.#sendLevels(), LEVELS_EVERY_MS);
  }

  /** `ahead` plays what lies in the folder: the engine of a standby, or one that was begun before all this was loaded. */
  static async open(options: StageServerOptions, ahead: EngineAhead | null = engineAhead(options)): Promise<StageServer> {
    const server = new StageServer(options);
    const files = ahead?.files ?? null;
    let kept = files && keptIn(files);
    let host = ahead?.host;
    if (files && !kept) {
      // The engine couldn't read them either.
      await host!.stop("silently");
      host = undefined;
    }
    if (!kept && options.folder !== null) kept = readKept(`${options.folder}/show`);
    if (kept) await server.#begin(kept, { show: new Show(kept.records), seq: kept.seq, open: kept, ...(host ? { host } : {}) });
    else await host?.stop("silently");
    const { secret, standbys } = options;
    const stands = (): Extract<ToStandby, { type: "stands" }> | null => server.#forStandby();
    server.#standbys = await StandbyServer.open({ ...standbys, secret, stands, now: () => server.#stage?.now() ?? 0 }).catch((error) => {
      options.log.error({ err: error as unknown }, `nobody can stand by: port ${standbys.port} can't be had`);
      return null;
    });
    // A socket that a process left behind when it was killed.
    rmSync(options.socket, { force: true });
    await new Promise<void>((resolve, reject) => {
      server.#server.once("error", reject);
      server.#server.listen(options.socket, resolve);
    });
    return server;
  }

  async stop(): Promise<void> {
    clearInterval(this.#levels);
    await this.#stage?.stop();
    await this.#standbys?.close();
    await this.#journal?.close();
    this.#wire?.close();
    await new Promise<void>((resolve) => this.#server.close(() => resolve()));
  }

  async #begin(kept: KeptShow, { show, seq, open, host }: Beginning): Promise<void> {
    await this.#stage?.stop();
    await this.#journal?.close();
    const { folder, targets, oscPort, oscHost, otpAt, cid, log } = this.#options;
    const { left, savedSeq } = leftBy({ ...open, seq });
    const records = (): ReadonlyMap<string, ShowRecord> => (this.#stage ?? { show }).show.records;
    this.#stage = null;
    const journal =
      folder === null ? null : new StageJournal(`${folder}/show`, { cid: kept.cid, name: kept.name, seq, savedSeq, open, records });
    if (journal) journal.onLine = (line) => this.#standbys?.say({ type: "line", line });
    this.#journal = journal;
    this.#show = { cid: kept.cid, name: kept.name };
    const stage = await Stage.open({
      show,
      seq,
      storage: this.#storage,
      targets,
      cid: cid ?? kept.cid,
      name: kept.name,
      oscPort,
      oscHost,
      otpAt,
      log,
      unsaved: left,
      ...(host ? { host } : {}),
      ...(journal ? { journal } : {}),
      ...goesOn(this.#options),
    });
    this.#stage = stage;
    this.#standbys?.anew();
    stage.on("changes", (number, transaction) => this.#say({ type: "changes", seq: number, transaction }));
    stage.on("standing", (standing) => this.#say({ type: "standing", standing }));
    stage.on("health", (health) => this.#say({ type: "health", health: { ...health, standbys: this.#standbys?.followers ?? 0 } }));
    stage.on("again", (why) => this.#say({ type: "again", why }));
    stage.on("strangers", (strangers) => this.#say({ type: "strangers", strangers }));
    stage.on("said", (said) => this.#say({ type: "said", said }));
    stage.on("touched", (touch) => this.#say({ type: "touched", touch }));
  }

  #say(message: FromStage): void {
    this.#wire?.send(message);
  }

  async #hear(message: ToStage, wire: Wire): Promise<void> {
    switch (message.type) {
      case "database": {
        // The database may be ahead by edits that never came back: nobody was told that they hold, and they are struck.
        const unknown = this.#journal?.state.open.intended.length ?? 0;
        if (this.#stage && this.#show?.cid === message.show.cid && this.#stage.seq + unknown >= message.seq) this.#stand(wire);
        else {
          this.#standing = false;
          this.#show = message.show;
          this.#awaited = message.seq;
          wire.send({ type: "needs show" } satisfies FromStage);
        }
        break;
      }
      case "show": {
        // Whatever is there is of another show, or older than the database.
        if (this.#options.folder !== null) rmSync(`${this.#options.folder}/show`, { recursive: true, force: true });
        const show = new Show(new Map(message.records.map((record) => [record.id, record])));
        await this.#begin(this.#show!, { show, seq: this.#awaited, open: NOTHING_OPEN });
        this.#stand(wire);
        break;
      }
      case "called":
        this.#storage.hear(message);
        break;
      case "ask":
        wire.send({ type: "answer", id: message.id, answer: await this.#answer(message.ask) } satisfies FromStage);
    }
  }

  #forStandby(): Extract<ToStandby, { type: "stands" }> | null {
    const [stage, journal, show] = [this.#stage, this.#journal, this.#show];
    if (!stage || !journal || !show) return null;
    return { type: "stands", show, ...journal.state, records: [...stage.show.records.values()], now: stage.now() };
  }

  #stand(wire: Wire): void {
    const stage = this.#stage!;
    this.#standing = true;
    this.#turn = 0;
    this.#feed = null;
    const records = [...stage.show.records.values()];
    const { clockOffset } = stage.host;
    const standbyAddress = this.#standbys?.address ?? null;
    wire.send({ type: "stands", seq: stage.seq, records, clockOffset, oscPort: stage.oscPort, standbyAddress } satisfies FromStage);
    this.#storage.connect((message) => wire.send(message));
  }

  async #answer(ask: Ask): Promise<Answer | Trace | null> {
    const stage = this.#stage;
    if (ask.what === "trace") return stage?.trace(ask.of) ?? null;
    // Until it is known whose show counts, what is done could be lost.
    if (!stage || !this.#standing) return fail("stage.away");
    const person: Person | null = stage.show.get("person", ask.personId);
    if (!person) return fail("sign-in.needed");
    switch (ask.what) {
      case "transact":
        return stage.transact(person, ask.transaction);
      case "undo":
        return stage.undo(person, ask.direction);
      case "play":
        return stage.play(person, ask.command, ask.atSeconds);
      case "lend":
        return stage.lend(person, ask.command);
      case "restore":
        return stage.restore(person, ask.version);
    }
  }

  /** A web server that is slow to take them is left out: what it missed comes with the next ones. */
  #sendLevels(): void {
    const feed = this.#wire && this.#stage?.levels();
    if (!feed || !this.#wire || this.#wire.waiting > MOST_WAITING) return;
    if (feed !== this.#feed) {
      this.#feed = feed;
      this.#turn = 0;
      this.#say({ type: "parameters", count: feed.parameterCount });
    }
    const message = feed.since(this.#turn);
    this.#turn = feed.turn;
    if (message) this.#wire.sendLevels(message);
  }
}
