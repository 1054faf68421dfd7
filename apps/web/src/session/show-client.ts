import { io, type Socket } from "socket.io-client";
import {
  explain,
  insisted,
  PROTOCOL_VERSION,
  readLevelMessage,
  SETTINGS_ID,
  ShowCopy,
  type Answer,
  type Change,
  type ClientToServer,
  type HeadAttribute,
  type Health,
  type LoanCommand,
  type PlayCommand,
  type PresenceEntry,
  type ServerToClient,
  type Show,
  type ShowRecord,
  type Standing,
  type Stranger,
  type Trace,
  type Transaction,
  type Whereabouts,
  type ToldEdit,
} from "@vexa/core";
import { fetchShow, ServerError } from "./api";
import type { Clashing } from "./clashing";
import { SaidLog } from "./said-log";
import { ClockQuestions } from "./clock-questions";
import { nowAndThen, saysWhereTargetsAre } from "./quiet-words";
import { newId } from "./new-id";

export type Connection = "connecting" | "live" | "lost" | "signed-out";

/** A touch without an answer for so long isn't waited for any more. */
const ANSWER_WITHIN_MS = 5000;

/** What a message to the person is about. */
export type Tell = (kind: "refused" | "note" | "done", sentence: string) => void;

/**
 * The browser's side of a show. One's own edits show at once and are settled when the server answers; a refused one goes
 * back with a plain sentence. `view` is what the server has plus what waits for its answer.
 */
export class ShowClient {
  readonly #copy = new ShowCopy();
  #clashes: readonly Clashing[] = [];
  #connection: Connection = "connecting";
  #presence: readonly PresenceEntry[] = [];
  #health: Health | null = null;
  standing: Standing | null = null;
  strangers: readonly Stranger[] = [];
  /** Hears of what is done here by hand, with the show as it was before: edits once they show, touches as they are sent. */
  witness: ((before: Show, did: PlayCommand | "edit") => void) | null = null;
  readonly said = new SaidLog();
  #personId = "";
  #showName = "";
  readonly #clock = new ClockQuestions((answer) => void this.#socket.emit("clock", answer));
  #values = new Float32Array(0);
  #version = 0;
  readonly #listeners = new Set<() => void>();
  readonly #levelListeners = new Set<() => void>();
  readonly #socket: Socket<ServerToClient, ClientToServer>;
  readonly #tell: Tell;

  constructor(tell: Tell) {
    this.#tell = tell;
    this.#socket = io({ transports: ["websocket"], reconnectionDelay: 300, reconnectionDelayMax: 2000 });
    // The server's time first: it is to be known by when there is something to touch.
    this.#socket.on("connect", () => this.#clock.begin());
    this.#socket.on("connect", () => void this.#catchUp());
    this.#socket.on("disconnect", (reason) => {
      this.#clock.stop();
      this.#set(() => (this.#connection = "lost"));
      // The server ended it, as when one is signed out elsewhere: socket.io doesn't ask again by itself.
      if (reason === "io server disconnect") this.#socket.connect();
    });
    this.#socket.on("connect_error", (error) => {
      // The server turned us away: socket.io doesn't try again by itself.
      if (error.message === "sign-in.needed") this.#set(() => (this.#connection = "signed-out"));
      else this.#set(() => (this.#connection = this.#connection === "connecting" ? "connecting" : "lost"));
    });
    this.#socket.on("changes", (edits) => edits.forEach(([seq, edit]) => this.#hear(seq, edit)));
    this.#socket.on("stale", () => void this.#catchUp());
    this.#socket.on("presence", (people) => this.#set(() => (this.#presence = people)));
    this.#socket.on("health", (health) => this.#set(() => (this.#health = health)));
    this.#socket.on("strangers", (strangers) => this.#set(() => (this.strangers = strangers)));
    this.#socket.on("said", (said) => this.#set(() => this.said.take(said)));
    this.#socket.on("standing", (standing) => this.#set(() => (this.standing = standing)));
    this.#socket.on("levels", (message) => {
      if (readLevelMessage(message, this.#values)) this.#levelListeners.forEach((listener) => listener());
      // Made for another rig than the one we know by now: all of them again.
      else this.#socket.emit("watch");
    });
  }

  get view(): Show {
    return this.#copy.view;
  }
  get clashes(): readonly Clashing[] {
    return this.#clashes;
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
  get personId(): string {
    return this.#personId;
  }
  get showName(): string {
    return this.view.get("settings", SETTINGS_ID)?.name ?? this.#showName;
  }
  /** Edits that wait for the server's answer. */
  get waiting(): number {
    return this.#copy.pending.length;
  }
  /** Live values of all parameters 0..1, in the order of `view.rig`. */
  get values(): Float32Array {
    return this.#values;
  }
  /** Rises with everything that listeners hear of. */
  readonly version = (): number => this.#version;

  /** Show time now, in step with the server's clock. */
  now(): number {
    return this.#clock.at(performance.now());
  }

  /** Show time of an event: when the hand did it, however late the page gets to it. */
  momentOf(event: { readonly timeStamp: number }): number {
    return this.#clock.touch(Math.min(event.timeStamp, performance.now()));
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly subscribeLevels = (listener: () => void): (() => void) => {
    this.#levelListeners.add(listener);
    return () => this.#levelListeners.delete(listener);
  };

  /** Touches of wings at the server, and whether this browser's screen is locked, here or in another window. */
  readonly hear = <M extends "touched" | "locked">(message: M, listener: ServerToClient[M]): (() => void) => {
    this.#socket.on(message, listener as never);
    return () => void this.#socket.off(message, listener as never);
  };

  /** Makes an edit. False when it can't be; the person has been told why. Steps of one drag share a `gesture`. */
  transact(label: string, changes: readonly Change[], gesture?: string): boolean {
    if (changes.length === 0) return true;
    const [id, author] = [newId(), this.#personId];
    const transaction: Transaction = { id, author, label: label.slice(0, 200), changes, ...(gesture ? { gesture } : {}) };
    const before = this.view;
    const added = this.#copy.add(transaction);
    if (!added.ok) {
      this.#tell("refused", explain(added.error));
      return false;
    }
    this.#set(() => undefined);
    this.witness?.(before, "edit");
    if (this.#connection === "live") this.#send(transaction);
    return true;
  }

  /** Plays at once, and resolves with the answer or without one; `atSeconds` is when it was meant, where that is known better than now. */
  async play(command: PlayCommand, atSeconds: number = this.now()): Promise<void> {
    if (!this.#reached()) return;
    this.witness?.(this.view, command);
    const answer = await this.#socket
      .timeout(ANSWER_WITHIN_MS)
      .emitWithAck("play", { ...command, atSeconds })
      .catch(() => null);
    if (answer) this.#tellAnswer(answer);
  }

  /** Why an attribute of a head is what it is; null without an answer. */
  async trace(of: HeadAttribute): Promise<Trace | null> {
    if (this.#connection !== "live") return null;
    return this.#socket
      .timeout(2000)
      .emitWithAck("trace", of)
      .catch(() => null);
  }

  /** Resolves with whether it was done. Not kept for later: it would take back what is done meanwhile. */
  undo(direction: "undo" | "redo"): Promise<boolean> {
    if (!this.#reached()) return Promise.resolve(false);
    return new Promise((done) => {
      this.#socket.emit("undo", direction, (answer) => {
        if (answer.ok && answer.label) this.#tell("done", answer.label);
        this.#tellAnswer(answer);
        done(answer.ok);
      });
    });
  }

  /** Asks for heads, lends them, takes them back. */
  lend(command: LoanCommand): void {
    if (this.#reached()) this.#socket.emit("lend", command, (answer) => this.#tellAnswer(answer));
  }

  /** One's own values over somebody else's, or theirs kept. */
  settleClash(clashing: Clashing, choice: "mine" | "theirs"): void {
    this.#set(() => (this.#clashes = this.#clashes.filter((other) => other !== clashing)));
    const { label, changes } = clashing.transaction;
    if (choice === "mine") this.transact(label, insisted(this.view, { ...clashing.transaction, changes }));
  }

  tellPresence(whereabouts: Whereabouts): void {
    this.#socket.emit("presence", whereabouts);
  }

  close(): void {
    this.#clock.stop();
    this.#socket.disconnect();
  }

  /** Fetches the show whole and then hears changes from there on; edits without an answer are sent again. */
  async #catchUp(): Promise<void> {
    const asked = this.#copy.awaitShow();
    try {
      const hello = await fetchShow();
      if (!this.#copy.awaits(asked)) return;
      if (hello.protocol !== PROTOCOL_VERSION) {
        location.reload();
        return;
      }
      this.#personId = hello.personId;
      this.#showName = hello.showName;
      const records = new Map(hello.records.map((record) => [record.id, record as ShowRecord]));
      if (!this.#take(() => this.#copy.take(hello.seq, records), "at once")) return;
    } catch (error) {
      if (error instanceof ServerError && error.status === 401) this.#set(() => (this.#connection = "signed-out"));
      else setTimeout(() => void this.#catchUp(), 1000);
      return;
    }
    this.#socket.emit("watch");
    this.#set(() => (this.#connection = "live"));
    this.#copy.pending.forEach((transaction) => this.#send(transaction));
  }

  #send(transaction: Transaction): void {
    this.#socket.emit("transact", transaction, (answer) => {
      if (answer.ok) this.#set(() => this.#copy.settle(transaction.id, answer.seq));
      else {
        const fields = this.#copy.clashes(transaction, answer.error);
        this.#set(() => {
          this.#copy.drop(transaction.id);
          if (fields.length > 0) this.#clashes = [...this.#clashes, { transaction, fields }];
        });
        if (fields.length > 0) return;
      }
      this.#tellAnswer(answer);
    });
  }

  /** False when the server can't be reached now; the person has been told. */
  #reached(): boolean {
    if (this.#connection === "live") return true;
    this.#tell("refused", explain({ code: "server.unreachable", details: {} }));
    return false;
  }

  #tellAnswer(answer: Answer): void {
    if (!answer.ok) this.#tell("refused", explain(answer.error));
    else if (answer.note) this.#tell("note", answer.note);
  }

  #hear(seq: number, edit: ToldEdit): void {
    this.#take(() => this.#copy.hear(seq, edit), saysWhereTargetsAre(this.view, edit) ? "soon" : "at once");
  }

  /** False where something is missing: it is asked for. Listeners hear of it at once, or soon. */
  #take(take: () => boolean, listenersHear: "at once" | "soon"): boolean {
    const whole = take();
    const { parameters } = this.view.rig;
    // Room for the live values of the rig as it is now.
    if (this.#values.length !== parameters.length) this.#values = Float32Array.from(parameters, ({ home }) => home);
    if (listenersHear === "soon") this.#soon();
    else this.#set(() => undefined);
    if (!whole) void this.#catchUp();
    return whole;
  }

  readonly #soon = nowAndThen(() => this.#set(() => undefined));

  #set(change: () => void): void {
    change();
    this.#version++;
    this.#listeners.forEach((listener) => listener());
  }
}
