import { EventEmitter } from "node:events";
import { createConnection } from "node:net";
import {
  apply,
  changedId,
  fail,
  LevelFeed,
  Show,
  type Answer,
  type HeadAttribute,
  type Health,
  type LoanCommand,
  type Person,
  type PlayCommand,
  type ShowRecord,
  type Trace,
  type Transaction,
} from "@vexa/core";
import { steadySeconds } from "../engine-host/messages";
import { isAway, type DoorStorage } from "../storage/commit";
import type { KeptShow } from "./stage-journal";
import type { Ask, Call, FromStage, ToStage } from "./stage-messages";
import type { BroughtBack, StageEvents, StagePort } from "./stage-port";
import { Wire } from "./wire";

export interface StageLinkOptions {
  readonly socket: string;
  readonly storage: DoorStorage;
  /** Which show the database has, and up to which number. */
  readonly head: () => Promise<KeptShow & { readonly seq: number }>;
  /** All of it. */
  readonly records: () => Promise<readonly ShowRecord[]>;
}

const AGAIN_AFTER_MS = 50;
const ANSWER_WITHIN_MS = 12_000;

/** While the engine's process is away. */
const NO_HEALTH: Health = {
  ...{ framesPerSecond: 0, lateFrames: 0, universes: 0, packetsPerSecond: 0 },
  ...{ worstFrameMs: 0, worstLatenessMs: 0, engineMegabytes: 0 },
};

/** The stage in its own process, as the web server sees it. While that process is away everything is refused with a sentence. */
export class StageLink extends EventEmitter<StageEvents> implements StagePort {
  readonly #options: StageLinkOptions;
  #wire: Wire | null = null;
  #show = new Show(new Map());
  #seq = 0;
  #clockOffset = 0;
  #levels: LevelFeed | null = null;
  #oscPort: number | null = null;
  #standbyAddress: string | null = null;
  #asked = 0;
  #known: KeptShow | null = null;
  readonly #waiting = new Map<number, (answer: Answer | Trace | null) => void>();
  #closed = false;
  #onStands: (() => void) | null = null;

  private constructor(options: StageLinkOptions) {
    super();
    this.#options = options;
  }

  /** Connected, with the show as it stands. */
  static async open(options: StageLinkOptions): Promise<StageLink> {
    const link = new StageLink(options);
    const stands = new Promise<void>((resolve) => (link.#onStands = resolve));
    link.#connect();
    await stands;
    return link;
  }

  get show(): Show {
    return this.#show;
  }
  get seq(): number {
    return this.#seq;
  }
  get oscPort(): number | null {
    return this.#oscPort;
  }
  /** Where standbys find the engine; told anew by `show`. */
  get standbyAddress(): string | null {
    return this.#standbyAddress;
  }

  now(): number {
    return steadySeconds() + this.#clockOffset;
  }
  transact(person: Person, transaction: Transaction): Promise<Answer> {
    return this.#ask({ what: "transact", personId: person.id, transaction });
  }
  undo(person: Person, direction: "undo" | "redo"): Promise<Answer> {
    return this.#ask({ what: "undo", personId: person.id, direction });
  }
  play(person: Person, command: PlayCommand, atSeconds: number | undefined): Promise<Answer> {
    return this.#ask({ what: "play", personId: person.id, command, ...(atSeconds === undefined ? {} : { atSeconds }) });
  }
  lend(person: Person, command: LoanCommand): Promise<Answer> {
    return this.#ask({ what: "lend", personId: person.id, command });
  }
  restore(person: Person, version: BroughtBack): Promise<Answer> {
    return this.#ask({ what: "restore", personId: person.id, version });
  }
  trace(of: HeadAttribute): Promise<Trace | null> {
    return this.#send({ what: "trace", of }, null) as Promise<Trace | null>;
  }
  levels(): LevelFeed | null {
    return this.#levels;
  }

  close(): void {
    this.#closed = true;
    this.#wire?.close();
  }

  #ask(ask: Ask): Promise<Answer> {
    return this.#send(ask, fail("stage.away")) as Promise<Answer>;
  }

  #send(ask: Ask, otherwise: Answer | null): Promise<Answer | Trace | null> {
    if (!this.#wire) return Promise.resolve(otherwise);
    const id = ++this.#asked;
    this.#say({ type: "ask", id, ask });
    return new Promise((resolve) => {
      const done = (answer: Answer | Trace | null): void => {
        clearTimeout(late);
        this.#waiting.delete(id);
        resolve(answer);
      };
      const late = setTimeout(() => done(otherwise), ANSWER_WITHIN_MS);
      this.#waiting.set(id, done);
    });
  }

  #say(message: ToStage): void {
    this.#wire?.send(message);
  }

  #connect(): void {
    if (this.#closed) return;
    const again = (): void => void setTimeout(() => this.#connect(), AGAIN_AFTER_MS);
    const socket = createConnection(this.#options.socket);
    socket.once("error", again);
    socket.once("connect", () => {
      socket.off("error", again);
      const wire: Wire = new Wire(socket, {
        heard: (message) => {
          if ("levels" in message) {
            if (this.#levels?.read(message.levels)) this.emit("levels");
          } else this.#hear(message.json as FromStage);
        },
        closed: () => {
          this.#wire = null;
          for (const done of [...this.#waiting.values()]) done(fail("stage.away"));
          this.#waiting.clear();
          this.emit("health", NO_HEALTH);
          again();
        },
      });
      this.#wire = wire;
      void this.#introduce();
    });
  }

  async #introduce(): Promise<void> {
    // A stage that begins again has all that was heard of it, or more: nobody waits for the database.
    if (this.#known) return this.#say({ type: "database", show: this.#known, seq: this.#seq });
    try {
      const { cid, name, seq } = await this.#options.head();
      this.#known = { cid, name };
      this.#say({ type: "database", show: this.#known, seq });
    } catch {
      // The database is away: the stage has a show, or waits for one.
      setTimeout(() => void this.#introduce(), 1000);
    }
  }

  #hear(message: FromStage): void {
    switch (message.type) {
      case "needs show":
        void this.#sendShow();
        break;
      case "stands":
        this.#show = new Show(new Map(message.records.map((record) => [record.id, record])));
        this.#seq = message.seq;
        this.#clockOffset = message.clockOffset;
        this.#oscPort = message.oscPort;
        this.#standbyAddress = message.standbyAddress;
        this.#onStands?.();
        this.emit("show");
        break;
      case "changes":
        this.#take(message.seq, message.transaction);
        break;
      case "parameters":
        this.#levels = new LevelFeed(message.count);
        break;
      case "standing":
        this.emit("standing", message.standing);
        break;
      case "health":
        this.emit("health", message.health);
        break;
      case "again":
        this.emit("again", message.why);
        break;
      case "strangers":
        this.emit("strangers", message.strangers);
        break;
      case "said":
        this.emit("said", message.said);
        break;
      case "touched":
        this.emit("touched", message.touch);
        break;
      case "answer":
        this.#waiting.get(message.id)?.(message.answer);
        break;
      case "call":
        void this.#called(message.id, message.call);
    }
  }

  async #sendShow(): Promise<void> {
    try {
      this.#say({ type: "show", records: await this.#options.records() });
    } catch {
      setTimeout(() => void this.#sendShow(), 1000);
    }
  }

  #take(seq: number, transaction: Transaction): void {
    const applied = seq === this.#seq + 1 ? apply(this.#show.records, transaction.changes) : null;
    // Something was missed: the show is asked for anew.
    if (!applied?.ok) return this.#wire?.close();
    this.#show = this.#show.withRecords(applied.value, transaction.changes.map(changedId));
    this.#seq = seq;
    this.emit("changes", seq, transaction);
  }

  async #called(id: number, call: Call): Promise<void> {
    const { storage } = this.#options;
    try {
      const value = call.what === "commit" ? await storage.commit(call.commit) : await storage.findUndo(call.author, call.direction);
      const found = typeof value === "object" && value !== null ? { id: value.id, label: value.label, changes: value.changes } : value;
      this.#say({ type: "called", id, value: found });
    } catch (error) {
      this.#say({
        type: "called",
        id,
        error: error instanceof Error ? error.message : String(error),
        ...(isAway(error) ? { away: true } : {}),
      });
    }
  }
}
