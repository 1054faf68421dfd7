import { createSocket } from "node:dgram";
import { pino } from "pino";
import { afterEach, describe, expect, it } from "vitest";
import { Show, type PlayCommand } from "@vexa/core";
import { osc } from "@vexa/formats";
import { understory } from "@vexa/demo";
import { WingLink } from "./wing-link";
import { commandOf, openOsc, type OscInput } from "./osc-input";

const show = new Show(new Map(understory().map((record) => [record.id, record])));
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

describe("OSC over UDP", () => {
  let input: OscInput | null = null;
  afterEach(() => input?.close());

  it("is done as the lead, in the order in which it comes; packets that can't be read change nothing", async () => {
    const heard: string[] = [];
    input = await openOsc({
      host: "127.0.0.1",
      port: 0,
      show: () => show,
      play: (person, command) => {
        heard.push(`${person.name} ${command.type}`);
        return Promise.resolve({ ok: true, seq: 0, note: null });
      },
      mtc: (octets) => heard.push(`time code ${octets.join(" ")}`),
      wings: new WingLink(
        () => show,
        () => undefined,
      ),
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
    expect(heard).toEqual(["Ines tap", "time code 241 114", "Ines hold"]);
  });
});
