import { io, type Socket } from "socket.io-client";
import {
  apply,
  edit,
  explain,
  PROTOCOL_VERSION,
  readLevelMessage,
  Show,
  type Answer,
  type Change,
  type ClientToServer,
  type ControlTouch,
  type HeadAttribute,
  type Health,
  type PlayCommand,
  type PresenceEntry,
  type Records,
  type ServerToClient,
  type ShowRecord,
  type Standing,
  type Trace,
  type Transaction,
} from "@vexa/core";
import { fetchShow, ServerError } from "./api";

export type Connection = "connecting" | "live" | "lost" | "signed-out";

/** What a message to the person is about. */
export type Tell = (kind: "refused" | "note" | "done", sentence: string) => void;

/**
 * The browser's side of a show. One's own edits show at once and are settled when the server answers; a refused one goes
 * back with a plain sentence. `view` is what the server has plus what waits for its answer.
 */
export class ShowClient {
  #confirmed = new Show(new Map());
  #view = this.#confirmed;
  #seq = 0;
  #pending: Transaction[] = [];
  #early: { seq: number; transaction: Transaction }[] | null = [];
  #connection: Connection = "connecting";
  #presence: readonly PresenceEntry[] = [];
  #health: Health | null = null;
  #standing: Standing | null = null;
  #personId = "";
  #showName = "";
  #clockOffset = 0;
  #values = new Float32Array(0);
  #version = 0;
  readonly #listeners = new Set<() => void>();
  readonly #levelListeners = new Set<() => void>();
  readonly #touchListeners = new Set<(touch: ControlTouch) => void>();
  readonly #socket: Socket<ServerToClient, ClientToServer>;
  readonly #tell: Tell;

  constructor(tell: Tell) {
    this.#tell = tell;
    this.#socket = io({ transports: ["websocket"], reconnectionDelay: 300, reconnectionDelayMax: 2000 });
    this.#socket.on("connect", () => void this.#catchUp());
    this.#socket.on("disconnect", () => this.#setConnection("lost"));
    this.#socket.on("connect_error", (error) => {
      // The server turned us away: socket.io doesn't try again by itself.
      if (error.message === "sign-in.needed") this.#setConnection("signed-out");
      else this.#setConnection(this.#connection === "connecting" ? "connecting" : "lost");
    });
    this.#socket.on("changes", (seq, transaction) => this.#hear(seq, transaction));
    this.#socket.on("presence", (people) => this.#set(() => (this.#presence = people)));
    this.#socket.on("health", (health) => this.#set(() => (this.#health = health)));
    this.#socket.on("touched", (touch) => this.#touchListeners.forEach((listener) => listener(touch)));
    this.#socket.on("standing", (standing) => this.#set(() => (this.#standing = standing)));
    this.#socket.on("levels", (message) => {
      if (readLevelMessage(message, this.#values)) this.#levelListeners.forEach((listener) => listener());
      // Made for another rig than the one we know by now: all of them again.
      else this.#socket.emit("watch");
    });
  }

  get view(): Show {
    return this.#view;
  }
  get connection(): Connection {
    return this.#connection;
  }
  get presence(): readonly PresenceEntry[] {
    return this.#presence;
  }
  get health(): Health | null {
    return this.#health;
  }
  /** Cards that can't have their full effect, and what was left behind. */
  get standing(): Standing | null {
    return this.#standing;
  }
  get personId(): string {
    return this.#personId;
  }
  get showName(): string {
    return this.#showName;
  }
  /** Edits that wait for the server's answer. */
  get waiting(): number {
    return this.#pending.length;
  }
  /** Live values of all parameters 0..1, in the order of `view.rig`. */
  get values(): Float32Array {
    return this.#values;
  }
  /** Rises with everything that listeners hear of. */
  readonly version = (): number => this.#version;

  /** Show time now, in step with the server's clock. */
  now(): number {
    return performance.now() / 1000 + this.#clockOffset;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly subscribeLevels = (listener: () => void): (() => void) => {
    this.#levelListeners.add(listener);
    return () => this.#levelListeners.delete(listener);
  };

  /** Touches of wings at the server. */
  readonly subscribeTouches = (listener: (touch: ControlTouch) => void): (() => void) => {
    this.#touchListeners.add(listener);
    return () => this.#touchListeners.delete(listener);
  };

  /** Makes an edit. False when it can't be; the person has been told why. Steps of one drag share a `gesture`. */
  transact(label: string, changes: readonly Change[], gesture?: string): boolean {
    if (changes.length === 0) return true;
    const next = edit(this.#view, changes);
    if (!next.ok) {
      this.#tell("refused", explain(next.error));
      return false;
    }
    const transaction: Transaction = {
      id: crypto.randomUUID(),
      author: this.#personId,
      label: label.slice(0, 200),
      changes,
      ...(gesture ? { gesture } : {}),
    };
    this.#pending.push(transaction);
    this.#set(() => (this.#view = next.value));
    if (this.#connection === "live") this.#send(transaction);
    return true;
  }

  /** Plays at once; `atSeconds` is when it was meant, where that is known better than now. */
  play(command: PlayCommand, atSeconds: number = this.now()): void {
    if (this.#connection !== "live") {
      this.#tell("refused", explain({ code: "server.unreachable", details: {} }));
      return;
    }
    this.#socket.emit("play", { ...command, atSeconds }, (answer) => this.#tellAnswer(answer));
  }

  /** Why an attribute of a head is what it is; null without an answer. */
  async trace(of: HeadAttribute): Promise<Trace | null> {
    if (this.#connection !== "live") return null;
    return this.#socket
      .timeout(2000)
      .emitWithAck("trace", of)
      .catch(() => null);
  }

  undo(direction: "undo" | "redo"): void {
    this.#socket.emit("undo", direction, (answer) => {
      if (answer.ok && answer.label) this.#tell("done", answer.label);
      this.#tellAnswer(answer);
    });
  }

  tellPresence(place: string, heads: readonly string[]): void {
    this.#socket.volatile.emit("presence", { place, heads });
  }

  close(): void {
    this.#socket.disconnect();
  }

  /** Fetches the show whole and then hears changes from there on; edits without an answer are sent again. */
  async #catchUp(): Promise<void> {
    this.#early = [];
    try {
      const hello = await fetchShow();
      if (hello.protocol !== PROTOCOL_VERSION) {
        location.reload();
        return;
      }
      this.#personId = hello.personId;
      this.#showName = hello.showName;
      this.#seq = hello.seq;
      this.#takeConfirmed(new Map(hello.records.map((record) => [record.id, record as ShowRecord])));
    } catch (error) {
      if (error instanceof ServerError && error.status === 401) this.#setConnection("signed-out");
      else setTimeout(() => void this.#catchUp(), 1000);
      return;
    }
    const asked = performance.now();
    this.#socket.emit("clock", (nowSeconds) => {
      // The server read its clock about half-way between question and answer.
      this.#clockOffset = nowSeconds - (asked + performance.now()) / 2000;
    });
    this.#socket.emit("watch");
    this.#setConnection("live");
    const early = this.#early ?? [];
    this.#early = null;
    early.forEach(({ seq, transaction }) => this.#hear(seq, transaction));
    this.#pending.forEach((transaction) => this.#send(transaction));
  }

  #send(transaction: Transaction): void {
    this.#socket.emit("transact", transaction, (answer) => {
      if (!answer.ok) {
        this.#pending = this.#pending.filter(({ id }) => id !== transaction.id);
        this.#set(() => (this.#view = this.#withPending()));
      }
      this.#tellAnswer(answer);
    });
  }

  #tellAnswer(answer: Answer): void {
    if (!answer.ok) this.#tell("refused", explain(answer.error));
    else if (answer.note) this.#tell("note", answer.note);
  }

  #hear(seq: number, transaction: Transaction): void {
    if (this.#early) {
      this.#early.push({ seq, transaction });
      return;
    }
    if (seq <= this.#seq) return;
    const applied = seq === this.#seq + 1 ? apply(this.#confirmed.records, transaction.changes) : null;
    if (!applied?.ok) {
      void this.#catchUp();
      return;
    }
    this.#seq = seq;
    this.#pending = this.#pending.filter(({ id }) => id !== transaction.id);
    this.#takeConfirmed(applied.value);
  }

  #takeConfirmed(records: Records<ShowRecord>): void {
    this.#set(() => {
      this.#confirmed = this.#confirmed.withRecords(records);
      this.#view = this.#withPending();
      const count = this.#view.rig.parameters.length;
      if (this.#values.length !== count) this.#values = Float32Array.from(this.#view.rig.parameters, ({ home }) => home);
    });
  }

  /** What waits is laid over what the server has; what no longer fits is left to the server's answer. */
  #withPending(): Show {
    return this.#pending.reduce((show, { changes }) => {
      const next = edit(show, changes);
      return next.ok ? next.value : show;
    }, this.#confirmed);
  }

  #setConnection(connection: Connection): void {
    this.#set(() => (this.#connection = connection));
  }

  #set(change: () => void): void {
    change();
    this.#version++;
    this.#listeners.forEach((listener) => listener());
  }
}
