import { createSocket } from "node:dgram";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { setChange, type Show, type Change, type Said, type ShowRecord } from "@vexa/core";
import { listWithCard, smallShow } from "@vexa/core/testing";
import { Speaker } from "./speaker";

/** A receiver of its own on loopback: what came, octet by octet. */
const ear = createSocket("udp4");
const heard: Buffer[] = [];
beforeAll(async () => {
  ear.on("message", (packet) => heard.push(packet));
  await new Promise<void>((resolve) => ear.bind(0, "127.0.0.1", resolve));
});
afterAll(() => void ear.close());
beforeEach(() => void (heard.length = 0));

const device = (more: object): ShowRecord =>
  ({ id: "desk", kind: "device", version: 1, name: "Desk", address: "127.0.0.1", plays: "page", territoryId: null, ...more }) as ShowRecord;
const stage = (says: object[], ...devices: ShowRecord[]): Show =>
  smallShow([...listWithCard("a", [{ inSeconds: 1, strokes: [], says: says as never, name: "Lit" }]), ...devices]);
const go = (show: Show, at: number): { show: Show; changes: Change[] } => {
  const record = {
    id: "state-card-a",
    kind: "playbackState",
    version: 1,
    playbackId: "card-a",
    level: 1,
    cueId: "a-1",
    previousCueId: null,
    goSeconds: at,
    letGoSeconds: null,
    personId: "ann",
  } as const;
  return { show: show.withRecords(new Map([...show.records, [record.id, record]])), changes: [{ op: "add", record }] };
};
const spoken = (from: Show, at = 10, now = at): Said[] => {
  const { show, changes } = go(from, at);
  const lines: Said[] = [];
  const speaker = new Speaker(
    () => show,
    (said) => lines.push(...said),
  );
  speaker.hear({ id: "t", author: "ann", label: "Go", changes }, now);
  return lines;
};
const arrives = async (count: number): Promise<void> => {
  for (let wait = 0; heard.length < count && wait < 200; wait++) await new Promise((resolve) => setTimeout(resolve, 10));
};
const OSC = { type: "osc", deviceId: "desk", address: "/cue/go", values: [{ type: "i", value: 12 }] };

describe("what cues say", () => {
  it("leaves as OSC when a cue is started, for a device that is let in and hears", async () => {
    const port = ear.address().port;
    expect(spoken(stage([OSC], device({ port })))).toEqual([{ atSeconds: 10, words: "to Desk /cue/go 12", by: "1 Lit of a", why: null }]);
    await arrives(1);
    // By hand, after OSC 1.0: address and type tags end with NUL and are filled up to four, an int32 is big-endian.
    expect(heard[0]!.toString("latin1")).toBe("/cue/go\0,i\0\0\0\0\0\x0c");
  });

  it("doesn't leave for a device that isn't let in or has no port, and says so", async () => {
    expect(spoken(stage([OSC])).map(({ why }) => why)).toEqual(["that device isn’t let in"]);
    expect(spoken(stage([OSC], device({ port: 9, address: "::1" }))).map(({ why }) => why)).toEqual(["::1 is no IPv4 address"]);
    expect(spoken(stage([OSC], device({ port: 9, address: "desk.example" }))).map(({ why }) => why)).toEqual([
      "desk.example is no IPv4 address",
    ]);
    expect(spoken(stage([OSC], device({}))).map(({ why }) => why)).toEqual(["Desk has no port at which it hears"]);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(heard).toEqual([]);
  });

  it("is MIDI for the browsers, by the published octets (5-references.md M1, M14)", () => {
    const says = [
      { type: "note", channel: 1, note: 60, velocity: 100 },
      { type: "program", channel: 2, program: 5 },
      { type: "msc", device: 1, command: "go", cue: "13.5", list: "2" },
    ];
    expect(spoken(stage(says)).map(({ midi }) => Buffer.from(midi!).toString("hex"))).toEqual([
      "903c64",
      "c104",
      "f07f01027f0131332e350032f7",
    ]);
  });

  it("isn't said again by a fader, by a show that is opened with what ran in it, or when nothing was started", () => {
    const { show } = go(stage([OSC], device({ port: 1 })), 10);
    const lines: Said[] = [];
    const speaker = new Speaker(
      () => show,
      (said) => lines.push(...said),
    );
    speaker.hear({ id: "t", author: "ann", label: "Level", changes: [setChange("state-card-a", ["level"], { from: 1, to: 0.5 })] }, 10.1);
    expect(lines).toEqual([]);
    expect(spoken(stage([OSC], device({ port: 1 })), 10, 500)).toEqual([]);
  });

  it("is a card's too, when it begins and when it is let go", () => {
    const notes = (note: number) => [{ type: "note" as const, channel: 1, note, velocity: 1 }];
    const from = smallShow(listWithCard("a", [{ inSeconds: 1, strokes: [] }], { says: notes(1), saysAfter: notes(2) }));
    expect(spoken(from)).toEqual([{ atSeconds: 10, words: "note 1 1 on 1", by: "a on Main", why: null, midi: [144, 1, 1] }]);
    const { show } = go(from, 10);
    const lines: Said[] = [];
    const speaker = new Speaker(
      () => show,
      (said) => lines.push(...said),
    );
    speaker.hear(
      { id: "t", author: "ann", label: "Let go", changes: [setChange("state-card-a", ["cueId"], { from: "a-1", to: null })] },
      90,
    );
    expect(lines.map(({ words }) => words)).toEqual(["note 2 1 on 1"]);
  });

  it("is no flood: what is more than a hundred a second stays here, and says so", () => {
    const { show, changes } = go(stage([{ type: "note", channel: 1, note: 1, velocity: 1 }]), 10.5);
    const lines: Said[] = [];
    const speaker = new Speaker(
      () => show,
      (said) => lines.push(...said),
    );
    for (let turn = 0; turn < 150; turn++) speaker.hear({ id: "t", author: "ann", label: "Go", changes }, 10.6);
    expect(lines.filter(({ why }) => why === null)).toHaveLength(100);
    speaker.hear({ id: "t", author: "ann", label: "Go", changes }, 11.2);
    expect(lines.at(-1)!.why).toBeNull();
  });
});
