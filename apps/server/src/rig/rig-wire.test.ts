import { createSocket, type Socket } from "node:dgram";
import { Packet } from "sacn";
import { afterEach, describe, expect, it } from "vitest";
import { addLamps, profileChanges, sketchIdOf, type Change, type Profile, type Strokes } from "@vexa/core";
import { libraryLamps } from "@vexa/library";
import { serverOnBench, until } from "../testing/server-on-bench";

type Server = Awaited<ReturnType<typeof serverOnBench>>;
const open: { server?: Server; socket?: Socket } = {};
afterEach(async () => {
  await open.server?.stop();
  open.socket?.close();
});

/** What leaves for each universe, read by an independent receiver (oracle: npm sacn 4.6.2). */
async function begin(): Promise<{ server: Server; slots: (universe: number) => Buffer | undefined }> {
  const socket = (open.socket = createSocket("udp4"));
  const latest = new Map<number, Buffer>();
  socket.on("message", (octets) => {
    const { universe, payloadAsBuffer } = new Packet(octets);
    if (payloadAsBuffer) latest.set(universe, Buffer.from(payloadAsBuffer));
  });
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  const server = (open.server = await serverOnBench({ sacnPort: socket.address().port }));
  return { server, slots: (universe) => latest.get(universe) };
}

async function edit({ door }: Server, changes: readonly Change[]): Promise<void> {
  const ines = door.show.get("person", "person-ines")!;
  const answer = await door.transact(ines, { id: crypto.randomUUID(), author: ines.id, label: "test", changes: [...changes] });
  expect(answer).toMatchObject({ ok: true });
}

const lamp = (model: string): Profile => libraryLamps().find(({ profile }) => profile.model === model)!.profile;

async function hang(
  server: Server,
  model: string,
  of: { number: number; patches: { universe: number; address: number }[] },
): Promise<string> {
  const profile = lamp(model);
  await edit(server, profileChanges(server.door.show, profile));
  const id = `fx-${of.number}`;
  const made = addLamps(server.door.show, { profileId: profile.id, modeId: "mode-1", count: 1, gap: 0, name: model, ...of }, () => id);
  expect(made.ok).toBe(true);
  if (made.ok) await edit(server, made.value);
  return id;
}

const said = (heads: readonly string[], values: Readonly<Record<string, number>>): Strokes[string] => ({
  who: { heads },
  rank: 1,
  parts: Object.fromEntries(
    Object.entries(values).map(([name, value], touched) => [name, { level: { knots: [value] }, shape: {}, touched: touched + 1 }]),
  ),
});

async function sketch(server: Server, strokes: Strokes): Promise<void> {
  const id = sketchIdOf("person-ines");
  const from = server.door.show.get("sketch", id)!.strokes;
  await edit(server, [{ op: "set", id, path: ["strokes"], from: from as never, to: strokes as never }]);
}

// DMX values worked by hand from the tables of packages/library/src/lamps.
describe("lamps as they really are, at the wire", () => {
  it("a framing spot: 24 bits of pan, a shutter that shares its channel with strobe and reset, a wheel, and a gobo that turns or spins", async () => {
    const { server, slots } = await begin();
    const id = await hang(server, "Heron 900 Framing", { number: 3001, patches: [{ universe: 40, address: 11 }] });
    await sketch(server, { a: said([id], { Pan: 135, Dimmer: 1, Shutter1Strobe: 12.75, Gobo1: 2, Gobo1PosRotate: 240 }) });
    // Pan 3/4 of 2^24-1; strobe half way from 32 to 159; the third of five names over 0 to 99; spin needs slot 19 in its upper half.
    await until(() => slots(40)?.subarray(10, 13).toString("hex") === "bfffff");
    const own = slots(40)!.subarray(10);
    expect([...own.subarray(6, 8)]).toEqual([255, 255]);
    expect([95, 96]).toContain(own[8]);
    expect(own[17]).toBe(49);
    expect([...own.subarray(18, 21)]).toEqual([191, 255, 255]);
    await sketch(server, { a: said([id], { Pan: -270, Shutter1Strobe: 25, Shutter1: 0, Gobo1WheelSpin: -180, Gobo1Pos: 180 }) });
    await until(() => slots(40)?.[18] === 0);
    expect([...slots(40)!.subarray(10, 13)]).toEqual([0, 0, 0]);
    expect([slots(40)![18], slots(40)![27], ...slots(40)!.subarray(28, 31)]).toEqual([0, 180, 63, 255, 255]);
  });

  it("a batten: twelve cells in a second break, under a dimmer of the lamp's own", async () => {
    const { server, slots } = await begin();
    const patches = [
      { universe: 41, address: 100 },
      { universe: 42, address: 201 },
    ];
    const id = await hang(server, "Lattice 12 Batten", { number: 3002, patches });
    const cells = Array.from({ length: 12 }, (_, at) => `${id}.${at + 1}`);
    await sketch(server, {
      a: said([id], { Dimmer: 0.5, Tilt: 110 }),
      b: {
        ...said(cells, { ColorAdd_R: 1, ColorAdd_G: 0.5, ColorAdd_B: 0, ColorAdd_W: 0 }),
        rank: 2,
        parts: {
          ...said(cells, { ColorAdd_R: 1, ColorAdd_G: 0.5, ColorAdd_B: 0, ColorAdd_W: 0 }).parts,
          Dimmer: { level: { knots: [0, 1] }, shape: {}, touched: 9 },
        },
      },
    });
    // The lamp multiplies its own dimmer in (128 leaves); the cells' are virtual: from nothing to full over twelve.
    await until(() => slots(41)?.[101] === 128);
    expect([...slots(41)!.subarray(99, 101)]).toEqual([255, 255]);
    const red = cells.map((_, at) => slots(42)![200 + at * 4]);
    expect(red).toEqual([0, 23, 46, 70, 93, 116, 139, 162, 185, 209, 232, 255]);
    expect([...slots(42)!.subarray(244, 248)]).toEqual([255, 128, 0, 0]);
  });

  it("a raw test lies over all of it, and ends by itself", async () => {
    const { server, slots } = await begin();
    const ines = server.door.show.get("person", "person-ines")!;
    await until(() => slots(13) !== undefined);
    await server.door.play(ines, { type: "blackout", on: true }, undefined);
    await server.door.play(ines, { type: "test", universe: 13, slots: { "1": 77, "512": 5 }, seconds: 1.5 }, undefined);
    await until(() => slots(13)?.[0] === 77 && slots(13)?.[511] === 5);
    await until(() => slots(13)?.[0] === 0 && slots(13)?.[511] === 0);
    const refused = await server.door.play(ines, { type: "test", universe: 999, slots: { "1": 1 }, seconds: 1 }, undefined);
    expect(refused).toMatchObject({ ok: false, error: { code: "value.invalid" } });
  });
});
