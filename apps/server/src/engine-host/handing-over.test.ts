import { pino } from "pino";
import { afterEach, describe, expect, it } from "vitest";
import { sacn } from "@vexa/formats";
import { edit, playChanges, type Show, type ShowRecord } from "@vexa/core";
import { fixture, listWithCard, part, smallShow, strokeOn } from "@vexa/core/testing";
import { LEADS_PRIORITY, sourceOf } from "../stage/sacn-source";
import { Stage } from "../stage/stage";
import type { DoorStorage } from "../storage/commit";
import { sacnReceiver, until } from "../testing/server-on-bench";
import { EngineHost } from "./engine-host";

const ends: (() => Promise<void> | void)[] = [];
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
});

/** The dimmer of a mover: its coarse slot, in universe 1. */
const dimmer = (number: number): number => (number - 1) * 20;
const look = (id: string, level: number): ShowRecord[] =>
  listWithCard(id, [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([level]) })] }], { releaseSeconds: 0 });
const extra: ShowRecord = { ...fixture(30), patch: { universe: 2, address: 1 } };
const playing = (show: Show, playbackId: string): Show => {
  for (const command of [{ type: "level", playbackId, level: 1 } as const, { type: "go", playbackId } as const]) {
    const changes = playChanges(show, command, { t: Date.now() / 1000, personId: "ann" });
    const done = changes.ok ? edit(show, changes.value) : changes;
    if (!done.ok) throw new Error(done.error.code);
    show = done.value;
  }
  return show;
};
/** All at full, with a universe more; the other one at a fifth; and one that is dark. */
const BRIGHT = playing(smallShow([extra, ...look("bright", 1)]), "card-bright");
const DIM = playing(smallShow(look("dim", 0.2)), "card-dim");
const DARK = smallShow();

async function begin(): Promise<{
  host: EngineHost;
  open: (show: Show, seconds: number) => void;
  packets: sacn.SacnData[];
  levels: (universe: number, slot: number) => number[];
  again: string[];
}> {
  const receiver = await sacnReceiver();
  ends.push(() => receiver.close());
  let show = BRIGHT;
  const host = new EngineHost({
    records: () => [...show.records.values()],
    sacn: sourceOf(
      { targets: [{ address: "127.0.0.1", port: receiver.port }], cid: "8a5f2f0e-6f0b-4bd0-9a2c-0f6d4f6f8a11", name: "Small" },
      LEADS_PRIORITY,
    ),
  });
  ends.push(() => host.stop());
  const again: string[] = [];
  host.on("again", (why) => again.push(why));
  const open = (next: Show, seconds: number): void => {
    show = next;
    host.cross(seconds);
  };
  const levels = (universe: number, slot: number): number[] =>
    receiver.packets
      .filter((packet) => packet.universe === universe && packet.options !== sacn.OPTIONS.terminated)
      .map(({ slots }) => slots[slot]!);
  await until(() => levels(1, dimmer(1)).at(-1) === 255 && levels(2, 0).length > 2);
  return { host, open, packets: receiver.packets, levels, again };
}

/** E1.31 6.7.2 (from memory): what is up to 20 steps behind the packet before it is thrown away. */
function thrownAway(packets: readonly sacn.SacnData[], universe: number): number {
  const sequences = packets.filter((packet) => packet.universe === universe).map(({ sequence }) => sequence);
  return sequences.slice(1).filter((sequence, at) => {
    const step = ((sequence - sequences[at]! + 128) & 255) - 128;
    return step <= 0 && step > -20;
  }).length;
}

describe("another show is made ready in a thread of its own", () => {
  it("and goes on from what the other left: no packet is thrown away, light fades, and only what is gone says good-bye", async () => {
    const { open, packets, levels, host, again } = await begin();
    open(DIM, 0.5);
    expect(host.values()).toBeNull();
    await until(() => levels(1, dimmer(1)).at(-1) === 51);
    const way = levels(1, dimmer(1));
    const fading = way.slice(way.lastIndexOf(255));
    expect(fading.length).toBeGreaterThan(4);
    fading.slice(1).forEach((level, at) => expect(level).toBeLessThanOrEqual(fading[at]!));
    expect(thrownAway(packets, 1)).toBe(0);
    expect(thrownAway(packets, 2)).toBe(0);
    const ended = packets.filter(({ options }) => options === sacn.OPTIONS.terminated).map(({ universe }) => universe);
    expect(ended).toEqual([2, 2, 2]);
    expect(host.values()).toHaveLength(DIM.rig.parameters.length);
    expect(again).toEqual([]);
  });

  it("takes what is done meanwhile for the other show", async () => {
    const { open, levels, host } = await begin();
    open(DIM, 0);
    const changes = playChanges(DIM, { type: "level", playbackId: "card-dim", level: 0.5 }, { t: host.now(), personId: "ann" });
    if (!changes.ok) throw new Error(changes.error.code);
    host.apply(host.now(), changes.value);
    await until(() => [25, 26].includes(levels(1, dimmer(1)).at(-1)!));
  });

  it("is overtaken by a third one", async () => {
    const { open, packets, levels, again } = await begin();
    open(DIM, 0);
    open(DARK, 0);
    await until(() => levels(1, dimmer(1)).at(-1) === 0);
    expect(levels(1, dimmer(1))).not.toContain(51);
    open(DIM, 0);
    await until(() => levels(1, dimmer(1)).at(-1) === 51);
    expect(thrownAway(packets, 1)).toBe(0);
    expect(again).toEqual([]);
  });

  it("goes on stage all the same when the thread dies that had the stage, or the one that makes it ready", async () => {
    const { open, levels, host, again } = await begin();
    open(DIM, 60);
    await host.crash();
    await until(() => levels(1, dimmer(1)).at(-1) === 51);
    expect(again).toEqual(["its thread died, and the other show came on"]);
    open(DARK, 60);
    await host.crash("the one that comes");
    await until(() => levels(1, dimmer(1)).at(-1) === 0);
    expect(again.slice(1)).toEqual(["its thread died"]);
    await host.crash();
    open(DIM, 60);
    await until(() => levels(1, dimmer(1)).at(-1) === 51 && host.values() !== null);
    expect(again.slice(1)).toEqual(["its thread died", "its thread died"]);
  });
});

describe("a show that is opened while others play", () => {
  it("is gone over to when its edit holds, whatever was played since it was asked for", async () => {
    const receiver = await sacnReceiver();
    ends.push(() => receiver.close());
    const commits: (() => void)[] = [];
    const storage: DoorStorage = {
      commit: () => new Promise((resolve) => commits.push(() => resolve("1"))),
      findUndo: () => Promise.resolve(null),
    };
    const stage = await Stage.open({
      ...{ show: BRIGHT, seq: 1, storage, targets: [{ address: "127.0.0.1", port: receiver.port }] },
      ...{ cid: "8a5f2f0e-6f0b-4bd0-9a2c-0f6d4f6f8a11", name: "Small", oscPort: null, log: pino({ level: "silent" }) },
    });
    ends.push(async () => {
      // What was played is saved as it ends.
      const stopped = stage.stop();
      const writing = setInterval(() => commits.splice(0).forEach((written) => written()), 5);
      await stopped;
      clearInterval(writing);
    });
    const levels = (): number[] => receiver.packets.filter(({ universe }) => universe === 1).map(({ slots }) => slots[dimmer(1)]!);
    await until(() => levels().at(-1) === 255);
    const ann = BRIGHT.get("person", "ann")!;
    const opened = stage.restore(ann, { name: "Dark", records: [...DARK.records.values()], crossSeconds: 0.6 });
    await until(() => commits.length > 0);
    expect((await stage.play(ann, { type: "grand-master", level: 1 }, undefined)).ok).toBe(true);
    expect((await stage.play(ann, { type: "level", playbackId: "card-bright", level: 1 }, undefined)).ok).toBe(true);
    expect(stage.levels()).not.toBeNull();
    commits.splice(0).forEach((written) => written());
    expect((await opened).ok).toBe(true);
    await until(() => levels().at(-1) === 0);
    const fading = levels().filter((level) => level > 0 && level < 255);
    expect(fading.length).toBeGreaterThan(4);
    expect(stage.show.get("playback", "card-bright")).toBeNull();
  });
});
