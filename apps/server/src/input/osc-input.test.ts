import { createSocket } from "node:dgram";
import { pino } from "pino";
import { afterEach, describe, expect, it } from "vitest";
import { plainTracking, Show, type PlayCommand, type ShowRecord } from "@vexa/core";
import { osc, otp } from "@vexa/formats";
import { understory } from "@vexa/demo";
import { WingLink } from "./wing-link";
import { commandOf, openOsc, type OscInput } from "./osc-input";

const show = new Show(new Map(understory().map((record) => [record.id, record])));
const wingsOf = (of: Show): WingLink =>
  new WingLink(
    () => of,
    () => undefined,
    (touch) => touch.take(),
  );
const message = (address: string, ...args: (number | string)[]): osc.OscMessage => ({
  address,
  arguments: args.map((value): osc.OscArgument => (typeof value === "number" ? { type: "f", value } : { type: "s", value })),
});
const asked = (address: string, ...args: (number | string)[]): PlayCommand | null => commandOf(show, message(address, ...args));

describe("OSC messages", () => {
  it("ask for what a speed master and a card can do, by id or by name", () => {
    expect(asked("/vexa/master/Pulse/tap")).toEqual({ type: "tap", masterId: "master-pulse" });
    expect(asked("/vexa/master/slow_bloom/bpm", 96)).toEqual({ type: "bpm", masterId: "master-slow", bpm: 96 });
    expect(asked("/vexa/master/master-slow/scale", 0.5)).toEqual({ type: "scale", masterId: "master-slow", factor: 0.5 });
    expect(asked("/vexa/resync-all", 1)).toEqual({ type: "resync-all" });
    expect(asked("/vexa/card/Night_bloom/level", 1.5)).toEqual({ type: "level", playbackId: "card-night-bloom", level: 1 });
    expect(asked("/vexa/card/night_bloom/let-go")).toEqual({ type: "let-go", playbackId: "card-night-bloom" });
  });

  it("ask for nothing when a button comes up, a number makes no sense, or nothing is called so", () => {
    expect(asked("/vexa/master/pulse/tap", 0)).toBeNull();
    for (const bpm of [0, 601, NaN]) expect(asked("/vexa/master/pulse/bpm", bpm)).toBeNull();
    expect(asked("/vexa/master/pulse/bpm", "fast")).toBeNull();
    expect(asked("/vexa/card/night_bloom/level")).toBeNull();
    for (const address of [
      "/vexa/master/nobody/tap",
      "/vexa/master/pulse",
      "/vexa/master/pulse/tap/twice",
      "/vexa/card/pulse/go",
      "/other/master/pulse/tap",
      "/",
    ])
      expect(asked(address)).toBeNull();
  });
});

describe("words to a macro", () => {
  it("run and stop it by name; a button that comes up, and what isn't there, asks for nothing", () => {
    expect(asked("/vexa/macro/Quiet_house")).toEqual({ type: "macro", macroId: "macro-quiet" });
    expect(asked("/vexa/macro/quiet_house", 1)).toEqual({ type: "macro", macroId: "macro-quiet" });
    expect(asked("/vexa/macro/macro-quiet/stop")).toEqual({ type: "macro-stop", macroId: "macro-quiet" });
    for (const of of [["/vexa/macro/Quiet_house", 0], ["/vexa/macro/moon"], ["/vexa/macro/Quiet_house/go"], ["/vexa/macro"]] as const)
      expect(asked(of[0], ...of.slice(1))).toBeNull();
  });
});

describe("words of a target", () => {
  const tracked = new Show(
    new Map([
      ...show.records,
      [
        "target-1",
        { id: "target-1", kind: "target" as const, version: 1, name: "Lead voice", home: { x: 0, y: 2, z: 1.6 }, smoothSeconds: 0.1 },
      ],
    ]),
  );
  const at = (address: string, ...args: (number | string)[]): PlayCommand | null => commandOf(tracked, message(address, ...args));

  it("say where it is in metres, by name or id", () => {
    const place = { x: 1.5, y: -2, z: 1.7 };
    expect(at("/vexa/target/lead_voice", 1.5, -2, 1.7)).toEqual({ type: "target-at", targetId: "target-1", place });
    expect(at("/vexa/target/target-1", 1.5, -2, 1.7)).toEqual({ type: "target-at", targetId: "target-1", place });
  });

  it("are read in the tracker's own space, and at an address of their own", () => {
    const target = tracked.target("target-1")!;
    const space = { ...plainTracking(), offset: { x: 1, y: 0, z: 0 }, turn: 90, scale: 2, up: "second" as const };
    const own = new Show(
      new Map<string, ShowRecord>([...tracked.records, [target.id, { ...target, address: "/person/3/xyz" }], [space.id, space]]),
    );
    for (const address of ["/person/3/xyz", "/vexa/target/lead_voice"]) {
      const command = commandOf(own, message(address, 1, 0.5, 3));
      expect(command).toMatchObject({ type: "target-at", targetId: "target-1" });
      // The second is up; a turn to the left makes upstage of what was to the right, and what was upstage goes left.
      expect(command?.type === "target-at" && command.place).toEqual({
        x: expect.closeTo(-5, 9) as number,
        y: expect.closeTo(2, 9) as number,
        z: 1,
      });
    }
    expect(commandOf(own, message("/person/3", 1, 2, 3))).toBeNull();
    expect(commandOf(own, message("/person/3/xyz", 1, 2))).toBeNull();
    expect(commandOf(own, message("/person/3/xyz", 600, 0, 0))).toBeNull();
    // Whatever stands in a record: what an address means here nobody takes away.
    const taken = { ...target, address: "/vexa/resync-all" };
    const sly = new Show(new Map<string, ShowRecord>([...tracked.records, [target.id, taken]]));
    expect(commandOf(sly, message("/vexa/resync-all", 1, 2, 3))).toEqual({ type: "resync-all" });
  });

  it("say nothing when they aren't three numbers, lie off any stage, or nobody is called so", () => {
    for (const args of [[], [1], [1, 2], [1, 2, 3, 4], [1, "2", 3], [NaN, 0, 0], [0, Infinity, 0], [0, 0, 1001]])
      expect(at("/vexa/target/lead_voice", ...args)).toBeNull();
    expect(at("/vexa/target/nobody", 1, 2, 3)).toBeNull();
    expect(at("/vexa/target/lead_voice/x", 1, 2, 3)).toBeNull();
  });
});

describe("OSC over UDP", () => {
  let input: OscInput | null = null;
  afterEach(() => input?.close());

  it("is done as the device that the lead let in, in the order in which it comes; what can't be read and who isn't let in change nothing", async () => {
    const heard: string[] = [];
    const strangers: string[] = [];
    input = await openOsc({
      host: "127.0.0.1",
      port: 0,
      show: () => show,
      play: (person, command) => {
        heard.push(`${person.name} ${command.type}`);
        return Promise.resolve({ ok: true, seq: 0, note: null });
      },
      mtc: (octets) => heard.push(`time code ${octets.join(" ")}`),
      stranger: (address, said) => strangers.push(`${address} ${said}`),
      wings: wingsOf(show),
      log: pino({ level: "silent" }),
    });
    const sender = createSocket("udp4");
    const { port } = input;
    const send = (packet: Uint8Array): Promise<void> => new Promise((resolve) => sender.send(packet, port, "127.0.0.1", () => resolve()));
    await send(osc.encode(message("/vexa/master/pulse/tap")));
    await send(Uint8Array.from([1, 2, 3]));
    await send(Uint8Array.from(Buffer.from("#bundle\0nonsense")));
    await send(osc.encode({ address: "/vexa/mtc", arguments: [{ type: "b", value: Uint8Array.of(0xf1, 0x72) }] }));
    await send(osc.encode(message("/vexa/master/pulse/hold", 1)));
    for (let wait = 0; wait < 100 && heard.length < 3; wait++) await new Promise((resolve) => setTimeout(resolve, 10));
    sender.close();
    expect(heard).toEqual(["This machine tap", "time code 241 114", "This machine hold"]);
    const other = createSocket("udp4");
    await new Promise<void>((resolve) => other.bind(0, "127.0.0.2", resolve));
    await new Promise<void>((resolve) => other.send(osc.encode(message("/vexa/master/pulse/tap")), port, "127.0.0.1", () => resolve()));
    for (let wait = 0; wait < 100 && strangers.length < 1; wait++) await new Promise((resolve) => setTimeout(resolve, 10));
    other.close();
    expect(strangers).toEqual(["127.0.0.2 /vexa/master/pulse/tap"]);
    expect(heard).toHaveLength(3);
  });

  it("keeps the newest step of a fader out of a flood, and everything that isn't one", async () => {
    const heard: PlayCommand[] = [];
    input = await openOsc({
      host: "127.0.0.1",
      port: 0,
      show: () => show,
      play: (_, command) => {
        heard.push(command);
        return Promise.resolve({ ok: true, seq: 0, note: null });
      },
      mtc: () => undefined,
      stranger: () => undefined,
      wings: wingsOf(show),
      log: pino({ level: "silent" }),
    });
    const sender = createSocket("udp4");
    const { port } = input;
    const send = (packet: Uint8Array): Promise<void> => new Promise((resolve) => sender.send(packet, port, "127.0.0.1", () => resolve()));
    // One packet with thousands of messages counts as so many messages.
    const bundle = (messages: osc.OscMessage[]): Uint8Array => {
      const parts = messages.map((each) => Buffer.from(osc.encode(each)));
      const sized = parts.flatMap((part) => {
        const size = Buffer.alloc(4);
        size.writeUInt32BE(part.length);
        return [size, part];
      });
      return Uint8Array.from(Buffer.concat([Buffer.from("#bundle\0"), Buffer.from([0, 0, 0, 0, 0, 0, 0, 1]), ...sized]));
    };
    for (let packet = 0; packet < 36; packet++) {
      await send(
        bundle(Array.from({ length: 250 }, (_, step) => message("/vexa/card/night_bloom/level", 0.1 + (packet * 250 + step) / 1e5))),
      );
      // More at once than its receive buffer holds would be dropped by the system.
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    await send(osc.encode(message("/vexa/card/night_bloom/go")));
    for (let wait = 0; wait < 300 && heard.at(-1)?.type !== "go"; wait++) await new Promise((resolve) => setTimeout(resolve, 10));
    sender.close();
    expect(heard.at(-1)).toEqual({ type: "go", playbackId: "card-night-bloom" });
    const levels = heard.filter((command) => command.type === "level");
    expect(levels.length).toBeLessThan(9000);
    expect(levels.at(-1)!.level).toBeCloseTo(0.1 + 8999 / 1e5, 5);
  });

  it("takes points of OTP at the same port, from whom the lead has let in, and the newest of a flood", async () => {
    const voice = { id: "target-1", kind: "target" as const, version: 1, name: "Voice", home: { x: 0, y: 2, z: 1.6 }, smoothSeconds: 0 };
    const tracked = new Show(
      new Map<string, ShowRecord>([...show.records, [voice.id, { ...voice, otp: { system: 1, group: 1, point: 9 } }]]),
    );
    const heard: PlayCommand[] = [];
    const strangers: string[] = [];
    input = await openOsc({
      ...{ host: "127.0.0.1", port: 0, show: () => tracked, mtc: () => undefined, log: pino({ level: "silent" }) },
      play: (_, command) => {
        heard.push(command);
        return Promise.resolve({ ok: true, seq: 0, note: null });
      },
      stranger: (address, said) => strangers.push(`${address} ${said}`),
      wings: wingsOf(tracked),
    });
    const { port } = input;
    const at = (x: number): Uint8Array => {
      const point = { priority: 100, group: 1, point: 9, micros: Math.round(x * 1e6), place: [x, 0, 1.6] as const };
      return otp.encode({ cid: new Uint8Array(16), name: "a tracker", folio: 0, system: 1, points: [point] });
    };
    const send = (from: ReturnType<typeof createSocket>, packet: Uint8Array): Promise<void> =>
      new Promise((resolve) => from.send(packet, port, "127.0.0.1", () => resolve()));
    const other = createSocket("udp4");
    await new Promise<void>((resolve) => other.bind(0, "127.0.0.3", resolve));
    await send(other, at(7));
    for (let wait = 0; wait < 100 && strangers.length < 1; wait++) await new Promise((resolve) => setTimeout(resolve, 10));
    other.close();
    expect([strangers, heard]).toEqual([["127.0.0.3 OTP system 1"], []]);
    const sender = createSocket("udp4");
    await send(sender, Uint8Array.from(at(1)).fill(255, 12));
    for (let step = 1; step <= 5000; step++) {
      await send(sender, at(step / 1000));
      if (step % 250 === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    }
    const last = (): number | null => (heard.at(-1)?.type === "target-at" ? (heard.at(-1) as { place: { x: number } }).place.x : null);
    for (let wait = 0; wait < 1000 && last() !== 5; wait++) await new Promise((resolve) => setTimeout(resolve, 10));
    sender.close();
    expect(last()).toBe(5);
    expect(heard.length).toBeLessThan(5000);
  });
});
