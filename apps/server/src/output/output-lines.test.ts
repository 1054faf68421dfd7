import { createSocket, type Socket } from "node:dgram";
import { Packet } from "sacn";
import { afterEach, describe, expect, it } from "vitest";
import { newOutput, Show, SLOTS, type OutputLine } from "@vexa/core";
import { OutputLines } from "./output-lines";
import { until } from "../testing/server-on-bench";

interface Receiver {
  readonly socket: Socket;
  readonly port: number;
  readonly packets: Buffer[];
}
const receivers: Receiver[] = [];
let lines: OutputLines | null = null;
afterEach(async () => {
  await lines?.close();
  for (const { socket } of receivers.splice(0)) socket.close();
});

async function receiver(): Promise<Receiver> {
  const socket = createSocket("udp4");
  const packets: Buffer[] = [];
  socket.on("message", (octets) => packets.push(octets));
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  const made = { socket, packets, port: socket.address().port };
  receivers.push(made);
  return made;
}

const line = (port: number, more: Partial<OutputLine> = {}): OutputLine => ({
  ...newOutput(new Show(new Map()), () => String(port)),
  port,
  on: true,
  ...more,
});

/** Three universes, 1, 2 and 7; the first slot of each is its number. */
const frame = new Uint8Array(3 * SLOTS);
[1, 2, 7].forEach((universe, at) => (frame[at * SLOTS] = universe));

async function sending(of: readonly OutputLine[]): Promise<(at: number) => number> {
  lines = new OutputLines({ cid: new Uint8Array(16).fill(7), name: "Vexa test" });
  lines.take(of, (why) => {
    throw new Error(why);
  });
  lines.patch([1, 2, 7]);
  await until(() => lines!.send(frame, -1e9) > 0 || of.every(({ on }) => !on));
  return (at) => lines!.send(frame, at);
}

describe("the table of outputs", () => {
  // Oracle: npm sacn 4.6.2 reads what leaves.
  // Oracle: npm sacn reads the data; the sync packet against P15 of 5-references.md, octet by octet (E1.31 4.2, from memory).
  it("has receivers take a frame's universes together: data that waits for an address, and behind all of it that address's packet", async () => {
    const { packets, port } = await receiver();
    const send = await sending([line(port, { sync: 63000 })]);
    await until(() => packets.length >= 4);
    const [data, sync] = [packets.slice(0, 3), packets[3]!];
    for (const octets of data) {
      expect(new Packet(octets).universe).toBeGreaterThan(0);
      expect([octets.readUInt16BE(109), octets[112]]).toEqual([63000, 0x20]);
    }
    expect(sync).toHaveLength(49);
    expect([sync.readUInt16BE(16), sync.readUInt32BE(18), sync.readUInt16BE(38), sync.readUInt32BE(40)]).toEqual([0x7021, 8, 0x700b, 1]);
    expect(sync.subarray(0, 16)).toEqual(data[0]!.subarray(0, 16));
    expect(sync.subarray(22, 38)).toEqual(Buffer.alloc(16, 7));
    expect([sync.readUInt16BE(45), sync[47], sync[48]]).toEqual([63000, 0, 0]);
    // One for each frame of which anything left, numbered on; still levels go out three times, then nothing does.
    expect([send(1000), send(1030), send(1060), send(1090)]).toEqual([4, 4, 0, 0]);
    await until(() => packets.length >= 12);
    const syncs = packets.filter(({ length }) => length === 49);
    expect(syncs.map((octets) => octets[44]! - sync[44]!)).toEqual([0, 1, 2]);
    await lines!.close();
    await until(() => packets.at(-1)!.length === 49 && packets.length > 12);
    expect(packets.at(-2)![112]! & 0x40).toBe(0x40);
  });

  // A strict receiver throws away what is up to 20 steps behind (E1.31 6.7.2, from memory), of packets that synchronise as of data.
  it("goes on behind another thread's numbers, of data and of what synchronises", async () => {
    const { packets, port } = await receiver();
    const of = [line(port, { sync: 63000 })];
    const send = await sending(of);
    for (let at = 0; at < 30; at++) send(at * 2000);
    const before = lines!;
    // What has left may arrive later than what leaves after it from another socket: all of it is waited for.
    const syncs = (): Buffer[] => packets.filter(({ length }) => length === 49);
    await until(() => syncs().length === 31);
    await sending(of);
    await until(() => syncs().length === 32);
    lines!.goOnFrom(before.sequences(), [1, 2, 7]);
    lines!.send(frame, 1e6);
    await until(() => syncs().length === 33);
    const [last, next] = [syncs()[30]!, syncs()[32]!];
    const step = (next[44]! - last[44]! + 256) & 255;
    expect(step).toBeGreaterThan(0);
    expect(step).toBeLessThan(100);
    await before.close();
  });

  it("sends some universes under the receiver's numbers, as E1.31 with its priority", async () => {
    const { packets, port } = await receiver();
    await sending([line(port, { universes: { from: 2, to: 9 }, shift: 100, priority: 150 })]);
    await until(() => packets.length >= 2);
    const read = packets.slice(0, 2).map((octets) => new Packet(octets));
    expect(read.map(({ universe, priority, payloadAsBuffer }) => [universe, priority, payloadAsBuffer![0]])).toEqual([
      [102, 150, 2],
      [107, 150, 7],
    ]);
  });

  // Layout of ArtDmx: the published Art-Net 4 specification, from memory.
  it("sends Art-Net octet for octet, counting from 0 with a shift of -1", async () => {
    const { packets, port } = await receiver();
    await sending([line(port, { protocol: "Art-Net", universes: { from: 1, to: 1 }, shift: -1 })]);
    await until(() => packets.length >= 1);
    const [packet] = packets as [Buffer];
    expect(packet).toHaveLength(530);
    expect(packet.subarray(0, 8).toString("latin1")).toBe("Art-Net\0");
    // OpDmx low octet first; protocol 14; sequence 1; physical 0; Port-Address 0; 512 slots, high octet first.
    expect([...packet.subarray(8, 20)]).toEqual([0x00, 0x50, 0, 14, 1, 0, 0, 0, 2, 0, 1, 0]);
  });

  it("writes Port-Addresses as sub-net and universe below and net above, and leaves out those that there can't be", async () => {
    const { packets, port } = await receiver();
    await sending([line(port, { protocol: "Art-Net", shift: 0x1234 })]);
    await until(() => packets.length >= 3);
    expect(packets.slice(0, 3).map((packet) => [packet[14], packet[15]])).toEqual([
      [0x35, 0x12],
      [0x36, 0x12],
      [0x3b, 0x12],
    ]);
    lines!.take([line(port, { protocol: "Art-Net", shift: 40000 })], () => undefined);
    lines!.patch([1, 2, 7]);
    expect(lines!.send(frame, 5e6)).toBe(0);
  });

  it("keeps to its rate, and sends what is still once a second", async () => {
    const { port } = await receiver();
    const send = await sending([line(port, { protocol: "Art-Net", rate: 25 })]);
    let packets = 0;
    for (let at = 0; at < 44; at++) {
      frame[1] = at;
      packets += send((at * 1000) / 44);
    }
    // Every other frame of 44 a second is the most that doesn't pass 25: 22 of 3 universes.
    expect(packets).toBeLessThanOrEqual(25 * 3);
    expect(packets).toBeGreaterThan(20);
    const still = Array.from({ length: 88 }, (_, at) => send(2000 + (at * 1000) / 44)).reduce((sum, count) => sum + count, 0);
    expect(still).toBeLessThanOrEqual(3 * 3);
    frame[1] = 0;
  });

  it("goes on with the lines that stay, closes what is switched off, and takes the later of two changes", async () => {
    const [one, two] = [await receiver(), await receiver()];
    const kept = line(one.port);
    await sending([kept, line(two.port)]);
    await until(() => two.packets.length > 0);
    lines!.take([kept, line(two.port, { on: false })], () => undefined);
    const before = two.packets.length;
    const sequence = new Packet(one.packets.at(-1)!).sequence;
    frame[2] = 9;
    lines!.send(frame, 1e6);
    await until(() => one.packets.some((octets) => new Packet(octets).payloadAsBuffer![2] === 9));
    expect(new Packet(one.packets.at(-1)!).sequence).not.toBe(sequence);
    // Three packets say that each stream ends, and nothing comes after them.
    await until(() => two.packets.length >= before + 9);
    expect(new Packet(two.packets.at(-1)!).options).toBe(0x40);
    frame[2] = 0;
  });
});
