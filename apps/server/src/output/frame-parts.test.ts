import { createSocket } from "node:dgram";
import { once } from "node:events";
import { afterEach, describe, expect, it } from "vitest";
import { SLOTS } from "@vexa/core";
import { artnet, sacn } from "@vexa/formats";
import { ArtNetOutput } from "./artnet-output";
import { FrameParts } from "./frame-parts";
import type { Output } from "./output";
import { SacnOutput } from "./sacn-output";

const closing: (() => unknown)[] = [];
afterEach(async () => {
  for (const close of closing.splice(0)) await close();
});

const frameOf = (...levels: number[]): Uint8Array =>
  Uint8Array.from({ length: levels.length * SLOTS }, (_, at) => levels[Math.floor(at / SLOTS)]!);

describe("the parts of a frame", () => {
  it("are its universes as they are at any time, the same ones as long as it is the same frame", () => {
    const parts = new FrameParts();
    const frame = frameOf(1, 2, 3);
    const first = parts.of(frame);
    expect(first.map((part) => [part.length, part[0], part[SLOTS - 1]])).toEqual([1, 2, 3].map((level) => [SLOTS, level, level]));
    frame[SLOTS] = 200;
    expect(parts.of(frame)).toBe(first);
    expect(first[1]![0]).toBe(200);
    expect(parts.of(frameOf(7)).map((part) => part[0])).toEqual([7]);
    expect(parts.of(new Uint8Array(0))).toEqual([]);
  });
});

/** An output to a socket of the test's own, and the last level of slot 512 that came, by universe. */
async function listened(
  protocol: "E1.31" | "Art-Net",
): Promise<{ output: Output; levels: Map<number, number>; quiet: () => Promise<void> }> {
  const socket = createSocket("udp4").bind(0, "127.0.0.1");
  await once(socket, "listening");
  const { port } = socket.address();
  const levels = new Map<number, number>();
  let last = 0;
  socket.on("message", (packet) => {
    last = performance.now();
    // E1.31 table 7-1 and Art-Net 4's ArtDmx (both from memory): where the number of the universe stands.
    const universe = protocol === "E1.31" ? packet.readUInt16BE(113) : packet.readUInt16LE(14);
    const slots = protocol === "E1.31" ? sacn.SLOTS_OFFSET : artnet.SLOTS_OFFSET;
    levels.set(universe, packet[slots + SLOTS - 1]!);
  });
  const target = { address: "127.0.0.1", port };
  const source = { targets: [target], cid: new Uint8Array(16), name: "test", priority: 100 };
  const output: Output = protocol === "E1.31" ? await SacnOutput.open(source) : await ArtNetOutput.open(target);
  closing.push(
    () => output.close(),
    () => socket.close(),
  );
  const quiet = async (): Promise<void> => {
    last = performance.now();
    while (performance.now() - last < 60) await new Promise((resolve) => setTimeout(resolve, 10));
  };
  return { output, levels, quiet };
}

describe.each(["E1.31", "Art-Net"] as const)("a frame that goes out by %s", (protocol) => {
  it("is sent where a universe differs from what was sent last, also in its last slot alone, and from another frame", async () => {
    const { output, levels, quiet } = await listened(protocol);
    output.patch([1, 2]);
    const frame = frameOf(10, 20);
    for (let time = 0; time < 4; time++) output.send(frame, 1000);
    await quiet();
    expect(Object.fromEntries(levels)).toEqual({ 1: 10, 2: 20 });
    levels.clear();
    frame[2 * SLOTS - 1] = 99;
    expect(output.send(frame, 1001)).toBe(1);
    await quiet();
    expect(Object.fromEntries(levels)).toEqual({ 2: 99 });
    expect(output.send(frameOf(30, 20), 1002)).toBe(2);
    await quiet();
    expect(Object.fromEntries(levels)).toEqual({ 1: 30, 2: 20 });
  });

  it("leaves out what it has no levels for", async () => {
    const { output, levels, quiet } = await listened(protocol);
    output.patch([1, 2]);
    output.send(frameOf(10), 1000);
    await quiet();
    expect(levels.get(1)).toBe(10);
    expect(levels.has(2)).toBe(false);
  });
});
