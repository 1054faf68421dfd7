import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { io, type Socket } from "socket.io-client";
import {
  FAMILIES,
  readLevelMessage,
  apply,
  changedId,
  partChanges,
  Show,
  sketchIdOf,
  type ClientToServer,
  type Hello,
  type Change,
  type Part,
  type ServerToClient,
  type ShowRecord,
  type Territory,
} from "@vexa/core";
import { Goes, goRecords, SlotWatch } from "./go-beside";
import { runVexa } from "../../e2e/src/run-server";

const PEOPLE = 16;
const EDITS_A_SECOND = 10;
const WARM_UP_SECONDS = 10;
/** A heap that has grown quiet is collected by now, if it is. */
const AFTERWARDS_SECONDS = 12;

interface Member {
  readonly personId: string;
  readonly socket: Socket<ServerToClient, ClientToServer>;
  readonly heads: readonly string[];
  /** The show with one's own sketch as one has it. */
  show: Show;
}

/** What the application sends when a dimmer of one's heads is dragged. */
function dragged(member: Member, level: number): readonly Change[] {
  const { personId, heads, show } = member;
  const part: Part = { level: { knots: [level] }, shape: {}, touched: 1 };
  const changes = partChanges(show, { newId: () => randomUUID().slice(0, 8), personId, selection: { heads }, attribute: "Dimmer", part });
  const next = apply(show.records, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  member.show = show.withRecords(next.value, changes.map(changedId));
  return changes;
}

/** What a full crew costs while people drag. Times in milliseconds. */
export interface CrewCost {
  readonly kilobytesASecond: number;
  readonly share: number;
  readonly heardMs: { readonly median: number; readonly p99: number };
  readonly seenMs: { readonly median: number; readonly p99: number };
  /** From a Go of the lead's to its packet, and how late a bare timer was beside it. */
  readonly goMs: { readonly median: number; readonly p99: number };
  readonly waiterMs: { readonly p99: number };
  /** How late a frame was at worst: beside those who drag, and in the seconds after they have stopped. */
  readonly lateMs: { readonly meanwhile: number; readonly afterwards: number };
}

/** Sixteen people with 125 heads each of a rig of 2,000, in a server of its own; so many of them drag a dimmer ten times a second. */
export async function crewCost(seconds: number, dragging: number): Promise<CrewCost> {
  const watch = await SlotWatch.open((at) => goes?.shown(at));
  let goes: Goes | null = null;
  const vexa = await runVexa(watch.address, { demo: "large" });
  try {
    const members = await gather(vexa.url);
    const show = await fetchShow(vexa.url, members[0]!.cookie);
    const parameterOf = dimmers(show);
    const heard: number[] = [];
    const seen: number[] = [];
    const sent = new Map<string, number>();
    const watcher = members.at(-1)!.socket;
    const values = new Float32Array(parameterOf.count);
    /** By parameter: the level that its latest touch must come to. */
    const awaited = new Map<number, { at: number; level: number }>();
    watcher.on("changes", (edits) => {
      for (const [, { id }] of edits) {
        const at = sent.get(id);
        if (at !== undefined) heard.push(performance.now() - at);
      }
    });
    let late = 0;
    watcher.on("health", ({ worstLatenessMs }) => (late = Math.max(late, worstLatenessMs)));
    watcher.on("levels", (message) => {
      const octets = new Uint8Array(message as unknown as Uint8Array);
      if (!readLevelMessage(octets.buffer.slice(octets.byteOffset, octets.byteOffset + octets.byteLength), values)) return;
      for (const [parameter, { at, level }] of awaited) {
        if (Math.abs(values[parameter]! - level) >= 1e-3) continue;
        seen.push(performance.now() - at);
        awaited.delete(parameter);
      }
    });
    members.forEach(({ socket }) => socket.emit("watch"));
    const lead = members[0]!;
    await told(lead.socket, goRecords(lead.heads[0]!));
    goes = new Goes(lead.socket);
    watch.watch(lead.show, lead.heads[0]!);
    const pressed = goes.press();
    const touch = (member: Member): void => {
      const level = Math.round((0.1 + 0.8 * Math.random()) * 1000) / 1000;
      const id = randomUUID();
      const changes = dragged(member, level);
      sent.set(id, performance.now());
      // One head of every drag is watched until it shows elsewhere.
      if (member.socket !== watcher) {
        const parameter = parameterOf.of(member.heads[0]!);
        const before = awaited.get(parameter);
        // It hasn't been seen until now, and won't be any more.
        if (before) seen.push(performance.now() - before.at);
        awaited.set(parameter, { at: performance.now(), level });
      }
      member.socket.emit("transact", { id, author: "", label: "drag", gesture: `drag-${member.personId}`, changes }, (answer) => {
        if (!answer.ok) throw new Error(JSON.stringify(answer.error));
      });
    };
    const drag = async (forSeconds: number): Promise<void> => {
      const start = performance.now();
      for (let turn = 0; performance.now() - start < forSeconds * 1000;) {
        touch(members[turn % dragging]!);
        turn++;
        await pause(Math.max(0, start + (turn * 1000) / (dragging * EDITS_A_SECOND) - performance.now()));
      }
    };
    // A crew is at it for hours: the server's code has long been compiled.
    await drag(WARM_UP_SECONDS);
    for (const list of [heard, seen]) list.length = 0;
    goes.forget();
    late = 0;
    const begun = { cpu: cpuSeconds(vexa.pids), octets: members.map(octetsOf), at: performance.now() };
    await drag(seconds);
    const lasted = (performance.now() - begun.at) / 1000;
    const octets = members.reduce((sum, member, at) => sum + octetsOf(member) - begun.octets[at]!, 0) / PEOPLE;
    const share = (cpuSeconds(vexa.pids) - begun.cpu) / lasted;
    goes.stop();
    await pressed;
    const meanwhile = late;
    late = 0;
    await pause(AFTERWARDS_SECONDS * 1000);
    const lateMs = { meanwhile, afterwards: late };
    members.forEach(({ socket }) => socket.close());
    const times = { heardMs: spread(heard), seenMs: spread(seen), goMs: spread(goes.delays), waiterMs: spread(goes.waits) };
    return { kilobytesASecond: octets / 1000 / lasted, share, ...times, lateMs };
  } finally {
    await vexa.stop();
    watch.close();
  }
}

/** Invites fifteen programmers, gives each a part of the rig, and signs all in. */
async function gather(url: string): Promise<(Member & { cookie: string })[]> {
  const lead = await signIn(url, "ines", "palm-house-1");
  const show = await fetchShow(url, lead);
  const heads = show.records
    .filter(({ kind }) => kind === "fixture")
    .slice(0, 2000)
    .map(({ id }) => id);
  const part = Math.floor(heads.length / PEOPLE);
  const members: (Member & { cookie: string })[] = [];
  const leadSocket = await connected(url, lead);
  const base = new Show(new Map(show.records.map((record) => [record.id, record as never])));
  // Built once for all: what the measuring process does itself must not hold up what it measures.
  void base.rig;
  for (let at = 0; at < PEOPLE; at++) {
    const own = heads.slice(at * part, (at + 1) * part);
    if (at === 0) {
      members.push({ personId: "person-ines", cookie: lead, socket: leadSocket, heads: own, show: withSketch(base, "person-ines") });
      continue;
    }
    const response = await fetch(`${url}/api/people`, {
      method: "POST",
      headers: { "content-type": "application/json", cookie: lead },
      body: JSON.stringify({ name: `Programmer ${at}`, initials: `P${at}`.slice(0, 3), role: "programmer", signInName: `programmer${at}` }),
    });
    const { personId, password } = (await response.json()) as { personId: string; password: string };
    const territory: Territory = {
      ...{ id: `territory-${at}`, kind: "territory", version: 1, name: `Part ${at}`, tint: at % 6, personIds: [personId] },
      parts: [{ groupIds: [], heads: own, families: FAMILIES }],
    };
    await told(leadSocket, [{ op: "add", record: territory }]);
    const cookie = await signIn(url, `programmer${at}`, password);
    const socket = await connected(url, cookie);
    await told(socket, [{ op: "add", record: { id: sketchIdOf(personId), kind: "sketch", version: 1, personId, strokes: {} } as never }]);
    members.push({ personId, cookie, socket, heads: own, show: withSketch(base, personId) });
  }
  return members;
}

function withSketch(show: Show, personId: string): Show {
  const sketch: ShowRecord = { id: sketchIdOf(personId), kind: "sketch", version: 1, personId, strokes: {} };
  return show.withRecords(new Map([...show.records, [sketch.id, sketch]]));
}

async function told(socket: Member["socket"], changes: readonly unknown[]): Promise<void> {
  const answer = await socket
    .timeout(10_000)
    .emitWithAck("transact", { id: randomUUID(), author: "", label: "set up", changes: changes as never });
  if (!answer.ok) throw new Error(JSON.stringify(answer.error));
}

async function signIn(url: string, signInName: string, password: string): Promise<string> {
  const response = await fetch(`${url}/api/session`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ signInName, password }),
  });
  await response.text();
  return response.headers.get("set-cookie")!.split(";")[0]!;
}

async function fetchShow(url: string, cookie: string): Promise<Hello> {
  return (await (await fetch(`${url}/api/show`, { headers: { cookie } })).json()) as Hello;
}

function connected(url: string, cookie: string): Promise<Member["socket"]> {
  const socket: Member["socket"] = io(url, { transports: ["websocket"], extraHeaders: { cookie }, forceNew: true });
  return new Promise((resolve) => socket.once("connect", () => resolve(socket)));
}

/** Where each head's dimmer is among the live levels. */
function dimmers({ records }: Hello): { count: number; of: (head: string) => number } {
  const { rig } = new Show(new Map(records.map((record) => [record.id, record as never])));
  return { count: rig.parameters.length, of: (head) => rig.headByKey.get(head)!.parameters.get("Dimmer")! };
}

/** Octets that came over a client's connection. */
function octetsOf({ socket }: Member): number {
  const transport = socket.io.engine.transport as unknown as { ws: { _socket: { bytesRead: number } } };
  return transport.ws._socket.bytesRead;
}

/** Seconds of processor time that processes have taken, all their threads together (proc(5): fields 14 and 15, in ticks of 10 ms). */
function cpuSeconds(pids: Readonly<Record<string, number>>): number {
  return Object.values(pids).reduce((sum, pid) => {
    const fields = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1]!.split(" ");
    return sum + (Number(fields[11]) + Number(fields[12])) / 100;
  }, 0);
}

function spread(values: readonly number[]): { median: number; p99: number } {
  const rising = values.toSorted((a, b) => a - b);
  return { median: rising[Math.floor(rising.length / 2)] ?? NaN, p99: rising[Math.floor(rising.length * 0.99)] ?? NaN };
}

function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
