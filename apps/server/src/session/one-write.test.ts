import { createServer } from "node:http";
import type { AddressInfo, Socket as NetSocket } from "node:net";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { Server, type Socket } from "socket.io";
import { io, type Socket as Client } from "socket.io-client";
import { inOneWrite, unsentOctets, waitingOctets } from "./one-write";

let server: Server;
let client: Client;
let socket: Socket;
const heard: string[] = [];
beforeEach(async () => {
  heard.length = 0;
  const http = createServer();
  server = new Server(http, { transports: ["websocket"], serveClient: false, perMessageDeflate: false });
  await new Promise<void>((resolve) => http.listen(0, "127.0.0.1", () => resolve()));
  const connected = new Promise<Socket>((resolve) => server.once("connection", resolve));
  client = io(`http://127.0.0.1:${(http.address() as AddressInfo).port}`, { transports: ["websocket"] });
  client.onAny((name: string, said: unknown) =>
    heard.push(Buffer.isBuffer(said) ? `${name} of ${said.length}` : `${name} ${String(said)}`),
  );
  socket = await connected;
  await vi.waitFor(() => expect(client.connected).toBe(true));
});
afterEach(async () => {
  client.close();
  await server.close();
});

/** Writes into the connection itself, until all that was said has been heard. */
async function writesOf(say: () => void, until: string): Promise<number> {
  const wire = socket.conn.request.socket as NetSocket & { _writev(): void };
  const [one, many] = [vi.spyOn(wire, "_write"), vi.spyOn(wire, "_writev")];
  say();
  await vi.waitFor(() => expect(heard.at(-1)).toBe(until));
  const writes = one.mock.calls.length + many.mock.calls.length;
  vi.restoreAllMocks();
  return writes;
}

const several = (): void => {
  socket.emit("levels", Buffer.alloc(300));
  server.to(socket.id).emit("changes", "some");
  socket.emit("answer", "yes");
};
const SEVERAL = ["levels of 300", "changes some", "answer yes"];

it("several messages leave a connection in one write, in their order", async () => {
  expect(await writesOf(several, "answer yes")).toBeGreaterThan(1);
  heard.length = 0;
  expect(await writesOf(() => inOneWrite([socket.conn], several), "answer yes")).toBe(1);
  expect(heard).toEqual(SEVERAL);
});

it("what was said is sent, too, where saying it fails, and what is said after it", async () => {
  const failing = (): void => {
    several();
    throw new Error("on the way");
  };
  expect(await writesOf(() => expect(() => inOneWrite([socket.conn], failing)).toThrow("on the way"), "answer yes")).toBe(1);
  socket.emit("after", "all");
  await vi.waitFor(() => expect(heard).toEqual([...SEVERAL, "after all"]));
});

it("a connection that is still at its last message takes all of them in their order, and one that has gone takes none", async () => {
  socket.emit("first", "one");
  inOneWrite([socket.conn], several);
  await vi.waitFor(() => expect(heard).toEqual(["first one", ...SEVERAL]));
  socket.disconnect(true);
  expect(() => inOneWrite([socket.conn], several)).not.toThrow();
});

it("all that a client doesn't read is counted, in the socket and behind it, until it reads on", async () => {
  expect(waitingOctets(socket.conn)).toBe(0);
  const wire = (client.io.engine.transport as unknown as { ws: { _socket: NetSocket } }).ws._socket;
  wire.pause();
  // Each in a turn of its own: only the first ones reach the socket.
  for (let time = 0; time < 60; time++) {
    socket.emit("levels", Buffer.alloc(500_000));
    await new Promise((resolve) => setImmediate(resolve));
  }
  expect(unsentOctets(socket.conn)).toBeGreaterThan(0);
  const [socketHas, all] = [unsentOctets(socket.conn), waitingOctets(socket.conn)];
  // The system takes some of it.
  expect(all).toBeGreaterThan(15_000_000);
  expect(socketHas).toBeLessThan(all - 5_000_000);
  wire.resume();
  await vi.waitFor(() => expect(heard).toHaveLength(60), { timeout: 5000 });
  expect(waitingOctets(socket.conn)).toBe(0);
});
