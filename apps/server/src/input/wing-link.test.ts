import { createSocket } from "node:dgram";
import { afterEach, describe, expect, it } from "vitest";
import {
  newInput,
  playChanges,
  Show,
  apply,
  type Control,
  type ControlTouch,
  type InputLine,
  type PlayCommand,
  type ShowRecord,
} from "@vexa/core";
import { understory } from "@vexa/demo";
import { osc } from "@vexa/formats";
import { until } from "../testing/server-on-bench";
import { EarlyTouches } from "../show/early-touches";
import { WingLink } from "./wing-link";

const control: Control = {
  ...{ id: "control-1", kind: "control", version: 1, source: "osc", name: "fader-1", does: "fader" },
  ...{ targetId: "card-spore", takes: "when-met" },
};
const records: readonly ShowRecord[] = [...understory(), control];
const closing: (() => void)[] = [];
afterEach(() => closing.splice(0).forEach((close) => close()));

interface Bench {
  readonly link: WingLink;
  readonly touches: ControlTouch[];
  readonly early: EarlyTouches;
  learn(control: Control): void;
  level(to: number): void;
}

function open(): Bench {
  const early = new EarlyTouches();
  let show = new Show(new Map(records.map((record) => [record.id, record])));
  const touches: ControlTouch[] = [];
  const link = new WingLink(
    () => show,
    (touch) => touches.push(touch),
    (touch) => early.hear(touch),
  );
  closing.push(() => void link.close());
  return {
    link,
    touches,
    early,
    learn: (learned) => (show = show.withRecords(new Map([...show.records, [learned.id, learned]]))),
    level: (to) => {
      const changes = playChanges(show, { type: "level", playbackId: "card-spore", level: to }, { t: 1, personId: "person-ines" });
      const next = changes.ok ? apply(show.records, changes.value) : changes;
      if (!next.ok) throw new Error("it can't be moved");
      show = show.withRecords(next.value);
      link.changed();
    },
  };
}

const message = (address: string, ...values: number[]): osc.OscMessage => ({
  address,
  arguments: values.map((value) => ({ type: "f", value })),
});
const noTouch = (): void => undefined;
/** The link of a show on which no edit is on its way. */
function linkOf(show: Show, touches: ControlTouch[]): WingLink {
  const link = new WingLink(
    () => show,
    (touch) => touches.push(touch),
    (touch) => touch.take(),
  );
  closing.push(() => void link.close());
  return link;
}
/** What a link plays of what comes in. */
const played = (hears: (play: (command: PlayCommand) => void) => void): PlayCommand[] => {
  const commands: PlayCommand[] = [];
  hears((command) => commands.push(command));
  return commands;
};
const here = { address: "127.0.0.1", port: 9 };

describe("the link to wings", () => {
  it("tells touches, and what they ask for", () => {
    const { link, touches } = open();
    const asks = (name: string, position: number): PlayCommand[] =>
      played((play) => expect(link.hear(message(`/vexa/control/${name}`, position), here, play)).toBe(true));
    expect(asks("fader-1", 0)).toEqual([{ type: "level", playbackId: "card-spore", level: 0 }]);
    expect(asks("fader-1", 7)).toEqual([{ type: "level", playbackId: "card-spore", level: 1 }]);
    expect(asks("unknown", 0.5)).toEqual([]);
    expect(touches.map(({ name, position }) => `${name} ${position}`)).toEqual(["fader-1 0", "fader-1 1", "unknown 0.5"]);
  });

  it("takes slots of an input for faders and buttons: a button is down from the middle on, and one of many slots is told", () => {
    const slot = { id: "c-slot", kind: "control", version: 1, source: "sacn", takes: "at-once", targetId: "card-spore" } as const;
    const more: Control[] = [
      { ...slot, name: "7.3", does: "fader" },
      { ...slot, id: "c-button", name: "7.4", does: "go" },
      { ...slot, id: "c-macro", name: "7.5", does: "macro", targetId: "macro-quiet" },
    ];
    const show = new Show(new Map([...records, ...more].map((record) => [record.id, record])));
    const touches: ControlTouch[] = [];
    const link = linkOf(show, touches);
    const line: InputLine = { ...newInput(show, () => "x"), universe: 7, way: "controls" };
    const moved = [
      { slot: 2, from: 0, level: 0.4 },
      { slot: 3, from: 0.4, level: 0.6 },
      { slot: 4, from: 0.6, level: 0.9 },
      { slot: 9, from: 0, level: 1 },
    ];
    expect(played((play) => link.hearSlots(line, moved, play))).toEqual([
      { type: "level", playbackId: "card-spore", level: 0.4 },
      { type: "go", playbackId: "card-spore" },
    ]);
    expect(played((play) => link.hearSlots(line, [{ slot: 4, from: 0.1, level: 0.5 }], play))).toEqual([
      { type: "macro", macroId: "macro-quiet" },
    ]);
    expect(touches).toEqual([{ name: "7.3", position: 0.4, source: "sacn" }]);
    // One that takes over when it meets the level, which is 0: from there it takes it along at once, from elsewhere it doesn't.
    const met = new Show(new Map([...show.records, ["c-slot", { ...more[0]!, takes: "when-met" as const }]]));
    const other = linkOf(met, touches);
    expect(played((play) => other.hearSlots(line, [{ slot: 2, from: 0.5, level: 0.7 }], play))).toEqual([]);
    expect(played((play) => other.hearSlots(line, [{ slot: 2, from: 0.7, level: 0 }], play))).toEqual([
      { type: "level", playbackId: "card-spore", level: 0 },
    ]);
    const third = linkOf(met, touches);
    expect(played((play) => third.hearSlots(line, [{ slot: 2, from: 0, level: 0.6 }], play))).toEqual([
      { type: "level", playbackId: "card-spore", level: 0.6 },
    ]);
    expect(played((play) => link.hearSlots({ ...line, universe: 8 }, moved, play))).toEqual([]);
  });

  it("plays what is touched while the control is being learned, but not the touch by which it is learned", () => {
    const { link, early, learn } = open();
    const commands: PlayCommand[] = [];
    const touch = (position: number): boolean =>
      link.hear(message("/vexa/control/fader-2", position), here, (command) => commands.push(command));
    // Somebody else's edit is on its way.
    early.editBegins();
    touch(0.2);
    early.editBegins();
    touch(0.6);
    touch(0.7);
    early.editEnded();
    expect(commands).toEqual([]);
    learn({ ...control, id: "control-2", name: "fader-2", takes: "at-once" });
    early.editEnded();
    touch(0.8);
    expect(commands.map((command) => "level" in command && command.level)).toEqual([0.6, 0.7, 0.8]);
  });

  it("does so for the slot that those who learn heard of last, and for no other", () => {
    const { link, early, learn } = open();
    const line: InputLine = { ...newInput(new Show(new Map()), () => "x"), universe: 7, way: "controls" };
    const commands: PlayCommand[] = [];
    const move = (slot: number, from: number, level: number): void =>
      link.hearSlots(line, [{ slot, from, level }], (command) => commands.push(command));
    move(2, 0, 0.1);
    early.editBegins();
    move(2, 0.1, 0.3);
    move(3, 0, 1);
    learn({ ...control, id: "control-2", source: "sacn", name: "7.3", takes: "at-once" });
    learn({ ...control, id: "control-3", source: "sacn", name: "7.4", does: "go" });
    early.editEnded();
    expect(commands).toEqual([{ type: "level", playbackId: "card-spore", level: 0.3 }]);
  });

  it("leaves to others what isn't a wing's", () => {
    const { link, touches } = open();
    for (const wrong of [
      "/vexa/control",
      "/vexa/control/",
      "/vexa/control/a/b",
      `/vexa/control/${"x".repeat(41)}`,
      "/other/control/a",
      "/",
    ])
      expect(link.hear(message(wrong, 1), here, noTouch)).toBe(false);
    expect(link.hear(message("/vexa/control/fader-1"), here, noTouch)).toBe(false);
    expect(touches).toEqual([]);
  });

  it("tells wings on this machine all positions, then what changes; others are told nothing", async () => {
    const socket = createSocket("udp4");
    closing.push(() => socket.close());
    const told: string[] = [];
    socket.on("message", (packet) => {
      const decoded = osc.decode(packet);
      if (decoded.ok) for (const entry of decoded.value) told.push(`${entry.address} ${osc.numberOf(entry)}`);
    });
    await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
    const { link, level } = open();
    const listen = message("/vexa/listen", socket.address().port);
    expect(link.hear(listen, { address: "192.0.2.7", port: 9 }, noTouch)).toBe(true);
    level(0.25);
    expect(link.hear(listen, here, noTouch)).toBe(true);
    await until(() => told.length === 1);
    level(0.75);
    await until(() => told.length === 2);
    expect(told).toEqual(["/vexa/control/fader-1 0.25", "/vexa/control/fader-1 0.75"]);
    for (const port of [0, 70000, 1.5]) expect(link.hear(message("/vexa/listen", port), here, noTouch)).toBe(true);
  });
});
