import type { IncomingMessage, Server as HttpServer } from "node:http";
import type { RequestHandler } from "express";
import type { SessionData } from "express-session";
import { Server, type Socket } from "socket.io";
import {
  fail,
  LevelFeed,
  type Answer,
  type ClientToServer,
  type ControlTouch,
  type Person,
  type PresenceEntry,
  type ServerToClient,
  type Standing,
  type Trace,
  type Whereabouts,
} from "@vexa/core";
import type { EngineHost } from "../engine-host/engine-host";
import type { SessionBook } from "../account/session-book";
import type { Door } from "../show/door";
import { parseHeadAttribute, parsePresence, parseTransaction } from "../show/messages";
import { parseLoan } from "../show/loan-message";
import { parsePlay } from "../show/play-message";

const LEVELS_EVERY_MS = 33;
const LARGEST_MESSAGE = 2_000_000;

type VexaSocket = Socket<
  ClientToServer,
  ServerToClient,
  Record<string, never>,
  { personId: string; sid: string; levelTurn: number | null }
>;

/** Live connections: edits in, changes out to everybody, presence, and levels to each as fast as it takes them. */
export function openSockets(
  http: HttpServer,
  of: { door: Door; host: EngineHost; session: RequestHandler; book: SessionBook },
): { close: () => Promise<void>; tellTouch: (touch: ControlTouch) => void } {
  const { door, host } = of;
  const io = new Server<ClientToServer, ServerToClient, Record<string, never>, VexaSocket["data"]>(http, {
    transports: ["websocket"],
    maxHttpBufferSize: LARGEST_MESSAGE,
    serveClient: false,
    perMessageDeflate: false,
    allowRequest: (request, answer) => answer(null, sameOrigin(request)),
  });
  io.engine.use(of.session);
  io.use((socket, next) => {
    const { session, sessionID } = socket.request as IncomingMessage & { session?: SessionData; sessionID: string };
    const person = session?.personId ? door.show.get("person", session.personId) : null;
    if (!person) {
      next(new Error("sign-in.needed"));
      return;
    }
    socket.data.personId = person.id;
    socket.data.sid = sessionID;
    socket.data.levelTurn = null;
    next();
  });
  of.book.on("ended", (sid) => {
    for (const socket of io.sockets.sockets.values()) if (socket.data.sid === sid) socket.disconnect(true);
  });

  const presence = new Map<string, PresenceEntry>();
  const tellPresence = (): void => void io.emit("presence", [...presence.values()]);
  io.on("connection", (socket) => {
    const { personId } = socket.data;
    presence.set(socket.id, { connection: socket.id, personId, path: "/build", heads: [], edits: null });
    tellPresence();
    listen(socket, door, (entry) => {
      presence.set(socket.id, { connection: socket.id, personId, ...entry });
      tellPresence();
    });
    socket.on("clock", (answer) => {
      if (typeof answer === "function") answer(host.now());
    });
    socket.on("trace", (message: unknown, answer: unknown) => {
      const parsed = parseHeadAttribute(message);
      if (typeof answer !== "function") return;
      const traced = parsed.ok ? host.trace(parsed.value) : Promise.resolve(null);
      void traced.then(answer as (trace: Trace | null) => void);
    });
    if (standing) socket.emit("standing", standing);
    socket.on("watch", () => (socket.data.levelTurn = 0));
    socket.on("disconnect", () => {
      presence.delete(socket.id);
      tellPresence();
    });
  });

  door.on("changes", (seq, transaction) => io.emit("changes", seq, transaction));
  let standing: Standing | null = null;
  host.on("standing", (now) => io.emit("standing", (standing = now)));
  host.on("health", (health) => io.volatile.emit("health", health));
  let feed = new LevelFeed(0);
  const levels = setInterval(() => {
    if (io.sockets.sockets.size === 0) return;
    const values = host.values();
    if (!values) return;
    if (feed.parameterCount !== values.length) {
      // Another rig: everybody gets all of it.
      feed = new LevelFeed(values.length);
      for (const { data } of io.sockets.sockets.values()) data.levelTurn &&= 0;
    }
    feed.take(values);
    for (const socket of io.sockets.sockets.values()) sendLevels(socket, feed);
  }, LEVELS_EVERY_MS);

  return {
    tellTouch: (touch) => io.volatile.emit("touched", touch),
    close: async () => {
      clearInterval(levels);
      await io.close();
    },
  };
}

/** A client that hasn't taken the last message yet is left out: what it missed comes with the next one. */
function sendLevels(socket: VexaSocket, feed: LevelFeed): void {
  const { levelTurn } = socket.data;
  if (levelTurn === null) return;
  const connection = socket.conn as unknown as { writeBuffer: readonly unknown[]; transport: { writable: boolean } };
  if (connection.writeBuffer.length > 0 || !connection.transport.writable) return;
  const message = feed.since(levelTurn);
  socket.data.levelTurn = feed.turn;
  if (message) socket.emit("levels", Buffer.from(message) as unknown as ArrayBuffer);
}

function listen(socket: VexaSocket, door: Door, onPresence: (entry: Whereabouts) => void): void {
  /** Runs with the person as they are now, and answers whatever happens; a message without a place to answer is dropped. */
  const answering = (work: (person: Person) => Promise<Answer> | Answer, answer: unknown): void => {
    if (typeof answer !== "function") return;
    const person = door.show.get("person", socket.data.personId);
    void Promise.resolve(person ? work(person) : fail("sign-in.needed")).then(answer as (answer: Answer) => void);
  };
  socket.on("transact", (message: unknown, answer: unknown) =>
    answering((person) => {
      const parsed = parseTransaction(message);
      return parsed.ok ? door.transact(person, { ...parsed.value, author: person.id }) : parsed;
    }, answer),
  );
  socket.on("play", (message: unknown, answer: unknown) =>
    answering((person) => {
      const parsed = parsePlay(message);
      return parsed.ok ? door.play(person, parsed.value.command, parsed.value.atSeconds) : parsed;
    }, answer),
  );
  socket.on("lend", (message: unknown, answer: unknown) =>
    answering((person) => {
      const parsed = parseLoan(message);
      return parsed.ok ? door.lend(person, parsed.value) : parsed;
    }, answer),
  );
  socket.on("undo", (direction: unknown, answer: unknown) =>
    answering(
      (person) =>
        direction === "undo" || direction === "redo"
          ? door.undo(person, direction)
          : fail("request.malformed", { why: "it is neither undo nor redo" }),
      answer,
    ),
  );
  socket.on("presence", (message: unknown) => {
    const parsed = parsePresence(message);
    if (parsed.ok) onPresence(parsed.value);
  });
}

/** Browsers name the page that opens a socket: only our own may. */
function sameOrigin({ headers }: IncomingMessage): boolean {
  if (headers.origin === undefined) return true;
  try {
    return new URL(headers.origin).host === headers.host;
  } catch {
    return false;
  }
}
