import { randomUUID } from "node:crypto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import {
  actorBy,
  inRank,
  newInput,
  runningIdOf,
  setChange,
  Show,
  type Macro,
  type Person,
  type PlayCommand,
  type RunningMacro,
  type ShowRecord,
} from "@vexa/core";
import { understory } from "@vexa/demo";
import { StorageAway, type DoorStorage } from "../storage/commit";
import { Door } from "./door";
import { MacroPlayer } from "./macro-player";

/** What becomes of the next edit in the database; null = it is written at once. */
let commits: Promise<string> | null = null;
const quick: DoorStorage = { commit: () => commits ?? Promise.resolve("1"), findUndo: () => Promise.resolve(null) };
const now = (): number => Date.now() / 1000;
const macro = (id: string, lines: readonly string[]): Macro => ({ id, kind: "macro", version: 1, name: id, rank: 0, lines });
let door: Door;
let player: MacroPlayer;
/** What was done and when: labels of edits and touches. */
let done: { label: string; at: number; author: string }[];

function open(more: readonly ShowRecord[]): void {
  player?.stop();
  const records = [...understory().filter(({ id }) => !more.some((own) => own.id === id)), ...more];
  begin(new Show(new Map(records.map((record) => [record.id, record]))));
}

function begin(show: Show): void {
  door = new Door({ show, seq: 1, storage: quick, now });
  done = [];
  door.on("changes", (_, { label, author }, at) => label !== "note" && done.push({ label, author, at }));
  player = new MacroPlayer(door, now, () => new Float32Array(show.rig.parameters.length));
}

const person = (id: string): Person => door.show.get("person", id)!;
const play = (who: string, command: PlayCommand): Promise<unknown> => door.play(person(who), command, undefined);
const run = (id = "one"): RunningMacro | null => door.show.get("runningMacro", runningIdOf(id));
const labels = (): string[] => done.map(({ label }) => label);
const pass = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);

beforeEach(() => void vi.useFakeTimers({ now: 1_000_000 }));
afterEach(() => {
  player.stop();
  vi.useRealTimers();
});

describe("macros at the server", () => {
  it("do their lines in turn as whoever began them, wait, and are gone at their end", async () => {
    open([macro("one", ["Floor washes: dim 50", "wait 2", "Night bloom go", "wait 1", "wipe"])]);
    await play("person-ines", { type: "macro", macroId: "one" });
    await pass(100);
    expect(run()).toMatchObject({ at: "one, line 2", personId: "person-ines", dueSeconds: 1002 });
    const [stroke] = Object.values(door.show.sketchOf("person-ines")!.strokes);
    expect(stroke!.parts["Dimmer"]!.level).toEqual({ knots: [0.5] });
    await pass(1850);
    expect(labels()).not.toContain("go");
    await pass(100);
    expect(done.at(-1)).toMatchObject({ label: "go", author: "person-ines" });
    expect(door.show.playbackState("card-night-bloom")!.goSeconds).toBe(1002);
    await pass(1100);
    expect(run()).toBeNull();
    expect(door.show.sketchOf("person-ines")!.strokes).toEqual({});
  });

  it("select for their own lines, beginning with what was selected where they were begun", async () => {
    open([macro("one", ["sel: dim 30", "Rib spots", "sel: dim 60", "wait 9"])]);
    await play("person-ines", { type: "macro", macroId: "one", who: { groupIds: ["group-washes"] } });
    await pass(100);
    const strokes = inRank(door.show.sketchOf("person-ines")!.strokes);
    const said = strokes.map(([, { who, parts }]) => [who.groupIds, parts["Dimmer"]!.level]);
    expect(said).toEqual([
      [["group-washes"], { knots: [0.3] }],
      [["group-spots"], { knots: [0.6] }],
    ]);
    expect(run()!.who).toEqual({ groupIds: ["group-spots"] });
  });

  it("say why they stop, do nothing more, and can be begun anew; what is stopped by hand is gone", async () => {
    open([macro("one", ["wait 1", "4711: dim 0", "Night bloom go"])]);
    await play("person-ines", { type: "macro", macroId: "one" });
    await pass(5000);
    expect(run()).toMatchObject({ at: "one, line 2", stopped: expect.stringContaining("4711") as string });
    expect(labels()).not.toContain("go");
    await play("person-ines", { type: "macro", macroId: "one" });
    expect(run()!.stopped).toBeUndefined();
    await play("person-tomasz", { type: "macro-stop", macroId: "one" });
    await pass(5000);
    expect(run()).toBeNull();
  });

  it("aren't stopped by what a run before had begun, when they are begun anew meanwhile", async () => {
    open([macro("one", ["Floor washes: dim 50", "wait 9"])]);
    let fails: (why: Error) => void = () => undefined;
    commits = new Promise((_, reject) => (fails = reject));
    await play("person-ines", { type: "macro", macroId: "one" });
    await pass(100);
    await play("person-ines", { type: "macro", macroId: "one" });
    fails(new StorageAway("away"));
    commits = null;
    await pass(200);
    expect(run()).toMatchObject({ at: "one, line 2" });
    expect(run()!.stopped).toBeUndefined();
    expect(Object.values(door.show.sketchOf("person-ines")!.strokes)).toHaveLength(1);
  });

  it("do what whoever began them may do, and no more", async () => {
    open([macro("one", ["Floor washes: dim 50"]), macro("two", ["grand master at 40"])]);
    const watcher = door.show.all("person").find(({ role }) => role === "operator")!;
    await play(watcher.id, { type: "macro", macroId: "one" });
    await pass(100);
    expect(run()!.stopped).toMatch(/programmers and the lead/);
    await play("person-tomasz", { type: "macro", macroId: "two" });
    await pass(100);
    expect(run("two")!.stopped).toMatch(/the lead/);
    expect(labels()).not.toContain("grand-master");
  });

  it("are begun by another desk's slot as the lead lets it in, and end by name where that is taken away", async () => {
    const input = { ...newInput(new Show(new Map()), () => "desk"), way: "controls" as const };
    open([macro("one", ["blackout", "wait 2", "blackout off"]), input]);
    const desk = actorBy(door.show, input.id)!;
    await door.play(desk, { type: "macro", macroId: "one" }, undefined);
    await pass(100);
    expect(door.show.stageState?.blackout).toBe(true);
    expect(run()).toMatchObject({ at: "one, line 2", personId: input.id });
    await door.transact(person("person-ines"), { id: randomUUID(), author: "", label: "", changes: [{ op: "remove", record: input }] });
    await pass(3000);
    expect(run()!.stopped).toMatch(/person who started it/);
  });

  it("ask whoever began them, and go on with the answer", async () => {
    open([macro("one", ["ask level: How bright?", "Floor washes: dim {level}"])]);
    await play("person-ines", { type: "macro", macroId: "one" });
    await pass(60_000);
    expect(run()!.asks).toEqual({ name: "level", question: "How bright?" });
    await play("person-ines", { type: "macro-answer", macroId: "one", name: "level", text: "35" });
    await pass(100);
    expect(run()).toBeNull();
    expect(Object.values(door.show.sketchOf("person-ines")!.strokes)[0]!.parts["Dimmer"]!.level).toEqual({ knots: [0.35] });
  });

  it("go on after a restart where they were, and don't do twice what was begun", async () => {
    open([macro("one", ["Night bloom go", "wait 60", "Night bloom go"])]);
    await play("person-ines", { type: "macro", macroId: "one" });
    await pass(1000);
    const { show } = door;
    player.stop();
    await pass(10_000);
    begin(show);
    await pass(40_000);
    expect(labels()).toEqual([]);
    await pass(20_000);
    expect(labels()).toContain("go");
    expect(run()).toBeNull();
  });

  it("begin with the cue that names them, with the reach of its list alone", async () => {
    const records = understory();
    const list = records.find(({ id }) => id === "list-night-bloom")!;
    const territory = records.find((record) => record.kind === "territory" && record.personIds.includes("person-tomasz"))!;
    const cue = records.find(({ id }) => id === "cue-night-bloom-1")!;
    const own = { ...list, territoryId: territory.id } as ShowRecord;
    open([own, { ...cue, macroId: "one" } as ShowRecord, macro("one", ["blackout", "wipe"])]);
    await play("person-ines", { type: "go", playbackId: "card-night-bloom" });
    await pass(200);
    expect(run()).toMatchObject({ personId: "person-ines", listId: "list-night-bloom", at: "one, line 1" });
    // The lead may, but what the list of a territory begins may not.
    expect(run()!.stopped).toMatch(/the lead/);
    const common = { ...list, territoryId: null } as ShowRecord;
    open([common, { ...cue, macroId: "one" } as ShowRecord, macro("one", ["blackout", "wait 5"])]);
    await play("person-ines", { type: "go", playbackId: "card-night-bloom" });
    await pass(200);
    expect(run()!.stopped).toBeUndefined();
    expect(door.show.stageState?.blackout).toBe(true);
  });

  it("that begin each other by cues are held back, and others still pass", async () => {
    const cues = understory().filter(({ id }) => id === "cue-night-bloom-1" || id === "cue-night-bloom-2");
    open([...cues.map((cue) => ({ ...cue, macroId: "one" }) as ShowRecord), macro("one", ["Night bloom let go", "Night bloom go"])]);
    await play("person-ines", { type: "go", playbackId: "card-night-bloom" });
    await pass(3000);
    const gos = done.filter(({ label }) => label === "go");
    expect(gos.length).toBeLessThan(4 * 22);
    await door.transact(person("person-ines"), {
      id: randomUUID(),
      author: "",
      label: "renamed",
      changes: [setChange("group-spots", ["name"], { from: "Rib spots", to: "Ribs" })],
    });
    expect(door.show.get("group", "group-spots")!.name).toBe("Ribs");
  });
});
