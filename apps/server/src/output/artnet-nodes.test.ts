import { createSocket, type Socket } from "node:dgram";
import { afterEach, describe, expect, it } from "vitest";
import { newOutput, Show, type OutputLine } from "@vexa/core";
import { until } from "../testing/server-on-bench";
import { ArtnetNodes } from "./artnet-nodes";

let seconds = 0;
let nodes: ArtnetNodes | null = null;
let fake: Socket | null = null;
afterEach(() => {
  nodes?.close();
  fake?.close();
  [nodes, fake, seconds] = [null, null, 0];
});

/** What a node answers, by hand (Art-Net 4, from memory): its name, its part, and one port that puts out a universe of net 0, sub-net 0. */
function answer(name: string, universe: number, part = 1): Buffer {
  const packet = Buffer.alloc(239);
  packet.write("Art-Net\0\0\x21", 0, "latin1");
  packet.write(name, 26, "latin1");
  packet.write("fine", 108, "latin1");
  packet[173] = 1;
  packet[174] = 0x80;
  packet[190] = universe;
  packet[211] = part;
  return packet;
}

/** A node on loopback that answers polls so; `asked` counts them. */
async function node(answers: () => readonly Buffer[]): Promise<{ port: number; asked: () => number; socket: Socket }> {
  const socket = createSocket("udp4");
  fake = socket;
  let asked = 0;
  socket.on("message", (octets, from) => {
    // Fourteen octets: the id, the opcode 0x2000 with its low octet first, version 14, two flags.
    if (octets.toString("hex") !== "4172742d4e6574000020000e0000") return;
    asked++;
    for (const packet of answers()) socket.send(packet, from.port, from.address);
  });
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  return { port: socket.address().port, asked: () => asked, socket };
}
const line = (port: number, more: Partial<OutputLine> = {}): OutputLine => ({
  ...newOutput(new Show(new Map()), () => "x"),
  ...{ protocol: "Art-Net", address: "127.0.0.1", port, on: true, ...more },
});

describe("nodes of Art-Net", () => {
  it("are listed by what they answer, part by part, and are gone when they answer no more", async () => {
    let silent = false;
    const { port } = await node(() => (silent ? [] : [answer("Fern", 3), answer("Fern", 9, 2)]));
    nodes = new ArtnetNodes(() => seconds);
    nodes.take([line(port)]);
    await until(() => nodes!.heard().length === 2);
    expect(nodes.heard()).toEqual([
      { address: "127.0.0.1", name: "Fern", report: "fine", universes: [3] },
      { address: "127.0.0.1", name: "Fern", report: "fine", universes: [9] },
    ]);
    silent = true;
    seconds = 7.9;
    expect(nodes.heard()).toHaveLength(2);
    seconds = 8.1;
    expect(nodes.heard()).toEqual([]);
  });

  it("at Art-Net's own port may answer to that port, whoever asked", async () => {
    const socket = createSocket({ type: "udp4", reuseAddr: true });
    fake = socket;
    socket.on("message", (octets, from) => {
      if (octets.length === 14) socket.send(answer("Moss", 4), 6454, from.address);
    });
    // Another address of this machine's own: nothing leaves it.
    await new Promise<void>((resolve) => socket.bind(6454, "127.0.0.2", resolve));
    nodes = new ArtnetNodes(() => seconds);
    nodes.take([line(1, { address: "127.0.0.2", port: null })]);
    await until(() => nodes!.heard().length === 1);
    expect(nodes.heard()).toEqual([{ address: "127.0.0.2", name: "Moss", report: "fine", universes: [4] }]);
  });

  it("are asked where Art-Net outputs that are on go, and nowhere else", async () => {
    const { port, asked } = await node(() => [answer("Fern", 1)]);
    nodes = new ArtnetNodes(() => seconds);
    nodes.take([line(port, { on: false }), line(port, { protocol: "E1.31" })]);
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(asked()).toBe(0);
    const on = [line(port)];
    nodes.take(on);
    await until(() => asked() > 0 && nodes!.heard().length === 1);
    // Taken away again, they are forgotten.
    nodes.take([]);
    expect(nodes.heard()).toEqual([]);
  });

  it("say nonsense, too much, or what they like: nothing of it counts, and no more than 256 are kept", async () => {
    const odd = answer("\x07\x1b", 2).fill(0xff, 172, 174);
    const { port } = await node(() => [Buffer.from("Art-Net"), answer("short", 1).subarray(0, 100), Buffer.alloc(1400, 0xee), odd]);
    nodes = new ArtnetNodes(() => seconds);
    nodes.take([line(port)]);
    await until(() => nodes!.heard().length === 1);
    expect(nodes.heard()).toEqual([{ address: "127.0.0.1", name: "", report: "fine", universes: [2] }]);
    nodes.close();
    fake!.close();
    const crowd = await node(() => Array.from({ length: 256 }, (_, part) => answer("Many", 1, part)));
    nodes = new ArtnetNodes(() => seconds);
    let asker = 0;
    crowd.socket.on("message", (_, from) => (asker = from.port));
    nodes.take([line(crowd.port)]);
    await until(() => asker > 0);
    const more = createSocket("udp4");
    await new Promise<void>((resolve) => more.bind(0, "127.0.0.2", resolve));
    // A burst is lost in part: what they say is said several times.
    for (let round = 0; round < 6; round++) {
      for (let part = 0; part < 250; part++) {
        crowd.socket.send(answer("Many", 1, part), asker, "127.0.0.1");
        more.send(answer("More", 1, part), asker, "127.0.0.1");
        if (part % 50 === 0) await new Promise((resolve) => setTimeout(resolve, 5));
      }
    }
    await until(() => nodes!.heard().length >= 250);
    await new Promise((resolve) => setTimeout(resolve, 100));
    more.close();
    expect(nodes.heard().length).toBeLessThanOrEqual(256);
  });

  it("that ask who is here are told, but not more than twenty a second", async () => {
    const told: Buffer[] = [];
    let from = 0;
    const { port, socket } = await node(() => []);
    socket.on("message", (octets, { port: asker }) => {
      from = asker;
      if (octets.readUInt16LE(8) === 0x2100) told.push(octets);
    });
    nodes = new ArtnetNodes(() => seconds);
    nodes.take([line(port)]);
    await until(() => from > 0);
    const poll = Buffer.from("4172742d4e6574000020000e0000", "hex");
    for (let ask = 0; ask < 60; ask++) socket.send(poll, from, "127.0.0.1");
    await until(() => told.length >= 20);
    await new Promise((resolve) => setTimeout(resolve, 150));
    expect(told).toHaveLength(20);
    expect([told[0]!.length, told[0]!.subarray(26, 31).toString("latin1"), told[0]![200]]).toEqual([239, "Vexa\0", 1]);
    seconds = 1;
    socket.send(poll, from, "127.0.0.1");
    await until(() => told.length === 21);
  });
});
