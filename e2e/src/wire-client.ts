import { randomUUID } from "node:crypto";
import { io, type Socket } from "socket.io-client";

/** What goes over the wire, as docs/reference/protocol.md has it. */
export type PlayCommand = { readonly type: string } & Readonly<Record<string, unknown>>;
export interface Answer {
  readonly ok: boolean;
  readonly error?: { readonly code: string };
}
export interface ShowRecord {
  readonly id: string;
  readonly kind: string;
}
export interface Hello {
  readonly personId: string;
  readonly records: readonly ShowRecord[];
}
export interface Change {
  readonly op: "add" | "set";
  readonly [field: string]: unknown;
}

/** Signs a demo person in and gives the cookie. */
export async function cookieOf(url: string, signInName: string, password: string): Promise<string> {
  const response = await fetch(`${url}/api/session`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ signInName, password }),
  });
  await response.text();
  const cookie = response.headers.get("set-cookie");
  if (!cookie) throw new Error(`${signInName} can't sign in: ${response.status}`);
  return cookie.split(";")[0]!;
}

export async function fetchShow(url: string, cookie: string): Promise<Hello> {
  const response = await fetch(`${url}/api/show`, { headers: { cookie } });
  if (!response.ok) throw new Error(`the show isn't given: ${response.status}`);
  return (await response.json()) as Hello;
}

/** A connection that comes back by itself, as a browser's does. */
export async function connected(url: string, cookie: string): Promise<Socket> {
  const socket = io(url, {
    transports: ["websocket"],
    extraHeaders: { cookie },
    reconnectionDelay: 50,
    reconnectionDelayMax: 200,
    forceNew: true,
  });
  await new Promise((resolve) => socket.once("connect", () => resolve(null)));
  return socket;
}

/** The answer; rejects when the connection breaks before it comes. */
function asked(socket: Socket, name: string, message: object): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const gone = (): void => reject(new Error("the connection broke"));
    socket.once("disconnect", gone);
    (socket.timeout(15_000).emitWithAck(name, message) as Promise<Answer>)
      .then(resolve, reject)
      .finally(() => socket.off("disconnect", gone));
  });
}

export function play(socket: Socket, command: PlayCommand): Promise<Answer> {
  return asked(socket, "play", command);
}

export function transact(socket: Socket, label: string, changes: readonly Change[]): Promise<Answer> {
  return asked(socket, "transact", { id: randomUUID(), label, changes });
}

export const renamed = (id: string, from: string, to: string): Change => ({ op: "set", id, path: ["name"], from, to });
