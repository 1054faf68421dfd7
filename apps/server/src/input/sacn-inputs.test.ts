import { createSocket, type Socket } from "node:dgram";
import { Packet } from "sacn";
import { afterEach, describe, expect, it } from "vitest";
import { newInput, Show, SLOTS, type InputLine } from "@vexa/core";
import { MixedInputs, type HeardBuffer } from "../engine-host/mixed-inputs";
import { until } from "../testing/server-on-bench";
import { SacnInputs } from "./sacn-inputs";

const OWN = "aaaaaaaa-bbbb-cccc-dddd-eeeeeeeeeeee";
let inputs: SacnInputs | null = null;
let sender: Socket | null = null;
let moves: { slot: number; from: number; level: number }[] = [];
afterEach(async () => {
  moves = [];
  await inputs?.close();
  sender?.close();
});

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const socket = createSocket("udp4");
    socket.bind(0, "127.0.0.1", () => {
      const { port } = socket.address();
      socket.close(() => resolve(port));
    });
  });

const line = (port: number, more: Partial<InputLine> = {}): InputLine => ({
  ...newInput(new Show(new Map()), () => "x"),
  port,
  on: true,
  ...more,
});

/** Oracle of what comes in: packets made by npm sacn 4.6.2. */
async function listening(lines: (port: number) => readonly InputLine[]): Promise<{
  send: (of: {
    universe?: number;
    level: number;
    priority?: number;
    cid?: string;
    raw?: Buffer;
    change?: (octets: Buffer) => void;
  }) => void;
  mixed: (ours: number, at?: number) => number;
  clock: { t: number };
}> {
  const port = await freePort();
  const clock = { t: 1000 };
  const mixer = new MixedInputs();
  let buffers: readonly HeardBuffer[] = [];
  inputs = new SacnInputs({
    cid: Buffer.from(OWN.replaceAll("-", ""), "hex"),
    now: () => clock.t,
    tell: (now) => (buffers = now),
    moved: (_, slots) => moves.push(...slots),
  });
  const table = lines(port);
  inputs.take(table);
  mixer.hear(buffers);
  mixer.take(table);
  mixer.patch([1, 5]);
  sender = createSocket("udp4");
  const sequences = new Map<string, number>();
  await new Promise((resolve) => setTimeout(resolve, 30));
  return {
    clock,
    send: ({ universe = 7, level, priority = 100, cid = "11111111-2222-3333-4444-555555555555", raw, change }) => {
      const sequence = ((sequences.get(cid) ?? 0) + 1) & 255;
      sequences.set(cid, sequence);
      const octets =
        raw ??
        new Packet({
          universe,
          payload: { 1: level },
          useRawDmxValues: true,
          sequence,
          priority,
          sourceName: "Fern desk",
          cid: Buffer.from(cid.replaceAll("-", ""), "hex"),
        }).buffer;
      change?.(octets);
      sender!.send(octets, port, "127.0.0.1");
    },
    mixed: (ours, at = clock.t) => {
      const frame = new Uint8Array(2 * SLOTS);
      frame[SLOTS] = ours;
      return mixer.mix(frame, at)[SLOTS]!;
    },
  };
}

describe("universes from outside", () => {
  it("are merged into one of ours as the highest, and are gone after 2.5 s", async () => {
    const { send, mixed, clock } = await listening((port) => [line(port, { universe: 7, into: 5 })]);
    expect(mixed(40)).toBe(40);
    send({ level: 90 });
    await until(() => mixed(40) === 90);
    expect(mixed(120)).toBe(120);
    expect(inputs!.health()).toMatchObject([{ packets: 1, sources: [{ name: "Fern desk", priority: 100, counts: true }] }]);
    clock.t += 2.4;
    expect(mixed(40)).toBe(90);
    clock.t += 0.2;
    await until(() => mixed(40) === 40);
    expect(inputs!.health()).toMatchObject([{ packets: 0, sources: [] }]);
    // Should the listener hang, the sender lets go by itself.
    send({ level: 90 });
    await until(() => mixed(40) === 90);
    expect(mixed(40, clock.t + 3.1)).toBe(40);
  });

  it("replace ours while they live, or not at all where they are off or of another universe", async () => {
    const { send, mixed } = await listening((port) => [line(port, { universe: 7, into: 5, way: "replaces" })]);
    send({ level: 90, universe: 8 });
    send({ level: 30 });
    await until(() => mixed(200) === 30);
    inputs!.take([]);
    expect(inputs!.health()).toEqual([]);
  });

  it("count by priority, and go on with the next when the first ends", async () => {
    const { send, mixed } = await listening((port) => [line(port, { universe: 7, into: 5, way: "replaces" })]);
    const other = "99999999-2222-3333-4444-555555555555";
    send({ level: 200, priority: 90 });
    send({ level: 50, priority: 150, cid: other });
    await until(() => mixed(0) === 50);
    send({ level: 50, priority: 150, cid: other, change: (octets) => (octets[112] = 0x40) });
    await until(() => mixed(0) === 200);
  });

  it("are never our own again, nor previews, nor other start codes, nor nonsense", async () => {
    const { send, mixed } = await listening((port) => [line(port, { universe: 7, into: 5 })]);
    send({ level: 250, cid: OWN });
    await until(() => inputs!.health()[0]?.trouble !== undefined);
    send({ level: 250, change: (octets) => (octets[112] = 0x80) });
    send({ level: 250, change: (octets) => (octets[125] = 0xcc) });
    for (const raw of [Buffer.alloc(0), Buffer.alloc(638, 7), Buffer.from("hello"), Buffer.alloc(60000)]) send({ level: 0, raw });
    send({ level: 60 });
    await until(() => mixed(0) === 60);
    expect(inputs!.health()[0]!.trouble).toMatch(/sent from here/);
  });

  it("that can't be heard are told", async () => {
    await listening((port) => [line(port, { address: "198.51.100.7" })]);
    await until(() => inputs!.health()[0]?.trouble !== undefined);
  });

  it("that control put no light out: their slots move things, but not by coming, by going, or by coming back", async () => {
    const { send, mixed, clock } = await listening((port) => [line(port, { universe: 7, into: 5, way: "controls" })]);
    send({ level: 40 });
    await until(() => inputs!.health()[0]!.sources.length === 1);
    expect(moves).toEqual([]);
    send({ level: 102 });
    send({ level: 102 });
    await until(() => moves.length > 0);
    expect(moves).toEqual([{ slot: 0, from: 40 / 255, level: 0.4 }]);
    // What leaves is ours, as it is.
    expect(mixed(5)).toBe(5);
    clock.t += 3;
    await until(() => inputs!.health()[0]!.sources.length === 0);
    await new Promise((resolve) => setTimeout(resolve, 450));
    send({ level: 200 });
    await until(() => inputs!.health()[0]!.sources.length === 1);
    expect(moves).toHaveLength(1);
    send({ level: 0 });
    await until(() => moves.length > 1);
    expect(moves[1]).toEqual({ slot: 0, from: 200 / 255, level: 0 });
  });

  it("that control tell a flood of packets as few steps, and the last of it", async () => {
    const { send } = await listening((port) => [line(port, { universe: 7, way: "controls" })]);
    send({ level: 1 });
    await until(() => inputs!.health()[0]!.sources.length === 1);
    for (let packet = 0; packet < 200; packet++) send({ level: 2 + (packet % 200) });
    await until(() => moves.at(-1)?.level === 201 / 255);
    expect(moves.length).toBeLessThan(50);
  });
});
