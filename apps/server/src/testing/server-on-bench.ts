import { createSocket } from "node:dgram";
import { pino } from "pino";
import { io, type Socket } from "socket.io-client";
import { inject } from "vitest";
import type { Answer, ClientToServer, ServerToClient, Transaction } from "@vexa/core";
import { sacn } from "@vexa/formats";
import { DEMO_SIGN_INS } from "@vexa/demo";
import type { Demo } from "../show/seed";
import { start, type Running } from "../start";
import { freshDatabase } from "./fresh-database";

export type TestSocket = Socket<ServerToClient, ClientToServer>;

/** Cookies, passwords of the demo, and hashes of passwords. */
const SECRETS = /vexa=s%3A|s:[\w-]{20,}\.|palm-house-\d|scrypt\$/;
let leaked: string | null = null;
/** All that is logged, at the finest level, is looked through for what lets somebody in; nobody reads it otherwise. */
const logs = {
  write: (line: string): void => {
    if (SECRETS.test(line)) leaked = line.slice(0, 500);
  },
};

/** A whole server on a free port with the demo show, for tests. `keep` leaves the database as it is. */
export async function serverOnBench(
  of: { sacnPort?: number; keep?: "database"; demo?: Demo; host?: string; tls?: { cert: string; key: string } } = {},
): Promise<Running & { url: string }> {
  if (!of.keep) await (await freshDatabase()).destroy();
  const running = await start({
    databaseUrl: inject("databaseUrl"),
    host: of.host ?? "127.0.0.1",
    ...(of.tls ? { tls: of.tls } : {}),
    port: 0,
    whenTaken: "fail",
    sessionSecret: "only for tests",
    sacnTargets: [{ address: "127.0.0.1", port: of.sacnPort ?? 9 }],
    oscPort: null,
    webFolder: null,
    demo: of.demo ?? "understory",
    log: pino({ level: "trace" }, logs),
  });
  const stop = async (): Promise<void> => {
    await running.stop();
    if (leaked !== null) throw new Error(`a secret is in the logs: ${leaked}`);
  };
  return { ...running, stop, url: `http://127.0.0.1:${running.port}` };
}

/** Signs a demo person in and gives the cookie. */
export async function cookieOf(url: string, signInName: string): Promise<string> {
  const { password } = DEMO_SIGN_INS.find((entry) => entry.signInName === signInName)!;
  const response = await fetch(`${url}/api/session`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ signInName, password }),
  });
  // The headers come before the session is saved, the end of the body after it.
  await response.text();
  return response.headers.get("set-cookie")!.split(";")[0]!;
}

/** A connected socket with these headers; rejects when it is turned away. */
export function connect(url: string, headers: Record<string, string>): Promise<TestSocket> {
  const socket: TestSocket = io(url, { transports: ["websocket"], extraHeaders: headers, reconnection: false, forceNew: true });
  return new Promise((resolve, reject) => {
    socket.once("connect", () => resolve(socket));
    socket.once("connect_error", (error) => {
      socket.close();
      reject(error);
    });
  });
}

export async function socketOf(url: string, signInName: string): Promise<TestSocket> {
  return connect(url, { cookie: await cookieOf(url, signInName) });
}

/** Sends anything as a transaction, also what isn't one. */
export function transact(socket: TestSocket, transaction: unknown): Promise<Answer> {
  return socket.timeout(5000).emitWithAck("transact", transaction as Transaction);
}

/** A receiver on loopback that keeps what it is sent. */
export async function sacnReceiver(): Promise<{ port: number; packets: sacn.SacnData[]; close: () => void }> {
  const socket = createSocket({ type: "udp4", recvBufferSize: 4 * 1024 * 1024 });
  const packets: sacn.SacnData[] = [];
  socket.on("message", (message) => {
    const decoded = sacn.decode(Uint8Array.from(message));
    if (decoded.ok) packets.push(decoded.value);
  });
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  return { port: socket.address().port, packets, close: () => socket.close() };
}

/** Waits until something holds; fails when it never does: what must be soon is measured, or given its time. */
export async function until(holds: () => boolean, withinMs = 20_000): Promise<void> {
  const deadline = performance.now() + withinMs;
  while (!holds()) {
    if (performance.now() > deadline) throw new Error(`waited in vain until ${holds.toString()}`);
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
}
