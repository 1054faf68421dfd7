import type { IncomingMessage, Server as HttpServer } from "node:http";
import type { Server as HttpsServer } from "node:https";
import type { RequestHandler } from "express";
import type { SessionData } from "express-session";
import type { Logger } from "pino";
import { WebSocketServer, type ServerOptions } from "ws";
import { Server, type Socket } from "socket.io";
import {
  changedId,
  extentOf,
  fail,
  seenBy,
  toldEdit,
  type ClientToServer,
  type Health,
  type LevelFeed,
  type Person,
  type PresenceEntry,
  type ServerToClient,
  type Standing,
  type Stranger,
} from "@vexa/core";
import type { SessionBook } from "../account/session-book";
import { isOwnPage } from "../http/own-pages";
import type { StagePort } from "../stage/stage-port";
import { type Audience } from "./audience";
import { faderOf, handlersFor, passesLock } from "./handlers";
import { Inbox, INBOX_LIMITS, Turns } from "./inbox";
import { inOneWrite, unsentOctets, waitingOctets } from "./one-write";
import { SharedFeed } from "./shared-feed";

/** Hands over one message of a connection in a turn of the event loop, so that nobody's flood keeps others waiting. */
class OneAtATime extends WebSocketServer {
  constructor(options: ServerOptions) {
    super({ ...options, allowSynchronousEvents: false });
  }
}

/** Levels leave when the stage has told of them, and after this time in any case. */
const LEVELS_EVERY_MS = 50;
/** Not sooner after each other than this. */
const LEVELS_APART_MS = 25;
const LARGEST_MESSAGE = 4_000_000;
const MOST_WAITING_OCTETS = 16_000_000;
/** Connections of one person: a desk, a tablet, a phone, some windows. */
const MOST_CONNECTIONS = 24;

type VexaSocket = Socket<
  ClientToServer,
  ServerToClient,
  Record<string, never>,
  { personId: string; sid: string; locked: boolean; levelTurn: number | null; edits: SharedFeed; flush: () => void }
>;

/** Live connections: edits in, changes out to everybody, presence, and levels to each as fast as it takes them. */
export function openSockets(
  http: HttpServer | HttpsServer,
  of: {
    stage: StagePort;
    audience: Audience;
    session: RequestHandler;
    book: SessionBook;
    more: () => Pick<Health, "database" | "lastEnded">;
    log: Logger;
  },
): { close: () => Promise<void>; connections: () => number; attach: (another: HttpServer) => void } {
  const { stage, audience } = of;
  const io = new Server<ClientToServer, ServerToClient, Record<string, never>, VexaSocket["data"]>(http, {
    transports: ["websocket"],
    maxHttpBufferSize: LARGEST_MESSAGE,
    serveClient: false,
    perMessageDeflate: false,
    wsEngine: OneAtATime,
    allowRequest: (request, answer) => answer(null, isOwnPage(request.headers)),
  });
  io.engine.use(of.session);
  io.use((socket, next) => {
    const { session, sessionID } = socket.request as IncomingMessage & { session?: SessionData; sessionID: string };
    const person = stage.show.get("person", session?.personId);
    const others = [...io.sockets.sockets.values()].filter(({ data }) => data.personId === person?.id);
    if (!person || others.length >= MOST_CONNECTIONS) {
      next(new Error(person ? "request.too-often" : "sign-in.needed"));
      return;
    }
    socket.data.personId = person.id;
    socket.data.sid = sessionID;
    socket.data.locked = session?.locked ?? false;
    socket.data.levelTurn = null;
    next();
  });
  of.book.on("ended", (sid) => {
    for (const socket of io.sockets.sockets.values()) if (socket.data.sid === sid) socket.disconnect(true);
  });
  of.book.on("locked", (sid, locked) => {
    for (const socket of io.sockets.sockets.values()) {
      if (socket.data.sid !== sid) continue;
      socket.data.locked = locked;
      socket.emit("locked", locked);
    }
  });
  const personOf = ({ data }: VexaSocket): Person | null => stage.show.get("person", data.personId);
  /** Those who see more than a page of their own. */
  const crew = (): VexaSocket[] => [...io.sockets.sockets.values()].filter((socket) => personOf(socket)?.role !== "guest");

  const presence = new Map<string, PresenceEntry>();
  const tellPresence = (): void => crew().forEach((socket) => socket.emit("presence", [...presence.values()]));
  const nowMs = (): number => performance.now();
  /** One inbox for all connections of a person. */
  const inboxes = new Map<string, Inbox>();
  const inboxOf = (personId: string): Inbox => {
    let inbox = inboxes.get(personId);
    if (!inbox) {
      inbox = new Inbox(nowMs, INBOX_LIMITS);
      inboxes.set(personId, inbox);
      turns.add(inbox);
    }
    return inbox;
  };
  /** Edits to those who see the whole show; the others are told each their own part. */
  const whole = new SharedFeed((connections, edits) => void io.to([...connections]).emit("changes", edits));
  const seesAll = (socket: VexaSocket): boolean => {
    const person = personOf(socket);
    return person !== null && seenBy(stage.show, person) === null;
  };
  const turns = new Turns(nowMs, (work, waitMs) => (waitMs === 0 ? setImmediate(work) : setTimeout(work, waitMs)));
  let standing: Standing | null = null;
  let strangers: readonly Stranger[] = [];
  const leads = (): VexaSocket[] => crew().filter((socket) => personOf(socket)?.role === "lead");
  io.on("connection", (socket) => {
    const { personId } = socket.data;
    const edits = new SharedFeed((_, together) => socket.emit("changes", together));
    edits.join(socket.id);
    socket.data.flush = () => {
      whole.flushFor(socket.id);
      edits.flushFor(socket.id);
    };
    socket.data.edits = edits;
    presence.set(socket.id, { connection: socket.id, personId, path: "/build", heads: [], edits: null });
    tellPresence();
    if (seesAll(socket)) whole.join(socket.id);
    listen(socket, { stage, inbox: inboxOf(personId), turns, log: of.log }, (entry) => {
      presence.set(socket.id, { connection: socket.id, personId, ...entry });
      tellPresence();
    });
    if (strangers.length > 0 && personOf(socket)?.role === "lead") socket.emit("strangers", strangers);
    if (standing && personOf(socket)?.role !== "guest") socket.emit("standing", standing);
    socket.on("disconnect", () => {
      whole.leave(socket.id);
      edits.leave(socket.id);
      presence.delete(socket.id);
      tellPresence();
    });
  });

  stage.on("changes", (seq, transaction) => {
    const rolesMoved = transaction.changes.some((change) => stage.show.records.get(changedId(change))?.kind === "person");
    whole.push([seq, toldEdit(transaction)]);
    for (const socket of io.sockets.sockets.values()) {
      const shared = whole.has(socket.id);
      const all = rolesMoved ? seesAll(socket) : shared;
      if (all && shared) continue;
      const person = personOf(socket);
      const told = person && !shared ? audience.told(person, transaction) : null;
      if (told && told !== "stale") socket.data.edits.push([seq, told]);
      if (told !== "stale" && all === shared) continue;
      // From here on they see more or less than before, so they fetch it anew.
      socket.data.flush();
      if (all) whole.join(socket.id);
      else whole.leave(socket.id);
      socket.emit("stale");
    }
  });
  stage.on("show", () => io.emit("stale"));
  stage.on("strangers", (now) => {
    strangers = now;
    leads().forEach((socket) => socket.emit("strangers", now));
  });
  stage.on("said", (said) => crew().forEach((socket) => socket.emit("said", said)));
  stage.on("touched", (touch) => crew().forEach((socket) => socket.volatile.emit("touched", touch)));
  stage.on("standing", (now) => {
    standing = now;
    crew().forEach((socket) => socket.emit("standing", now));
  });
  stage.on("health", (health) => io.volatile.emit("health", { ...health, ...of.more() } satisfies Health));
  let toldFrom: LevelFeed | null = null;
  const tellLevels = (): void => {
    if (io.sockets.sockets.size === 0) return;
    const feed = stage.levels();
    if (!feed) return;
    if (feed !== toldFrom) {
      // Another rig: everybody gets all of it.
      toldFrom = feed;
      for (const { data } of io.sockets.sockets.values()) data.levelTurn &&= 0;
    }
    const alike = new Map<number, VexaSocket[]>();
    for (const socket of io.sockets.sockets.values()) {
      if (waitingOctets(socket.conn) > MOST_WAITING_OCTETS) socket.disconnect(true);
      else if (takesLevels(socket)) alike.set(socket.data.levelTurn!, [...(alike.get(socket.data.levelTurn!) ?? []), socket]);
    }
    // Whoever stands at the same place gets the same message, written once; edits that wait go along.
    for (const [turn, sockets] of alike) {
      const message = feed.since(turn);
      for (const { data } of sockets) data.levelTurn = feed.turn;
      if (!message) continue;
      const connections = sockets.map(({ id }) => id);
      inOneWrite(
        sockets.map(({ conn }) => conn),
        () => {
          whole.flushTo(connections);
          io.to(connections).emit("levels", Buffer.from(message) as unknown as ArrayBuffer);
        },
      );
    }
  };
  let levels: NodeJS.Timeout;
  let toldMs = -Infinity;
  const nextLevels = (): void => {
    clearTimeout(levels);
    levels = setTimeout(nextLevels, LEVELS_EVERY_MS);
    toldMs = performance.now();
    tellLevels();
  };
  nextLevels();
  const onLevels = (): void => {
    if (performance.now() - toldMs >= LEVELS_APART_MS) nextLevels();
  };
  stage.on("levels", onLevels);

  return {
    attach: (another) => io.attach(another),
    connections: () => io.sockets.sockets.size,
    close: async () => {
      stage.off("levels", onLevels);
      clearTimeout(levels);
      await io.close();
    },
  };
}

/** A client that hasn't taken the last message yet is left out: what it missed comes with the next one. */
function takesLevels({ conn, data }: VexaSocket): boolean {
  return data.levelTurn !== null && unsentOctets(conn) === 0;
}

/**
 * Everything that this connection sends waits in its inbox, is done as the person who sends it is by then, and is answered whatever it
 * was. What asks for no answer is done all the same; what nobody knows is refused.
 */
function listen(
  socket: VexaSocket,
  of: { stage: StagePort; inbox: Inbox; turns: Turns; log: Logger },
  onPresence: (entry: Omit<PresenceEntry, "connection" | "personId">) => void,
): void {
  const { stage, inbox, turns, log } = of;
  const handlers = handlersFor(stage, {
    moved: onPresence,
    // Levels are of heads, which a guest knows nothing of.
    watch: (person) => (socket.data.levelTurn = extentOf(person, "look") === "all" ? 0 : null),
  });
  const work = async (name: string, message: unknown, answer: (answer: unknown) => void): Promise<void> => {
    try {
      const person = stage.show.get("person", socket.data.personId);
      const handler = Object.hasOwn(handlers, name) ? handlers[name as keyof typeof handlers] : null;
      if (!handler) answer(fail("request.malformed", { why: "there is no such message" }));
      else if (socket.data.locked && !passesLock(name, message)) answer(fail("screen.locked"));
      else answer(person ? await handler(message, person) : fail("sign-in.needed"));
    } catch (error) {
      log.error({ err: error, message: name }, "a message made the server fail");
      answer(fail("server.failed"));
    }
  };
  // socket.io would throw what a client calls an error.
  socket.on("error" as never, () => undefined);
  socket.onAny((name: unknown, ...sent: unknown[]) => {
    const last = sent.at(-1);
    const reply = typeof last === "function" ? (last as (answer: unknown) => void) : (): void => undefined;
    const answer = (said: unknown): void =>
      inOneWrite([socket.conn], () => {
        socket.data.flush();
        reply(said);
      });
    const message = typeof sent[0] === "function" ? null : sent[0];
    inbox.push({
      ...faderOf(String(name), message),
      run: () => work(String(name), message, answer),
      superseded: () => answer({ ok: true, seq: stage.seq, note: null }),
      refused: () => answer(fail("request.too-often")),
    });
    turns.wake();
  });
}
