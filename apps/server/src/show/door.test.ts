import { randomUUID } from "node:crypto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { DataSource } from "typeorm";
import {
  reachOf,
  setChange,
  Show,
  sketchIdOf,
  type Answer,
  type Change,
  type Cue,
  type Person,
  type PlayCommand,
  type Stroke,
  type Transaction,
} from "@vexa/core";
import { ShowStorage } from "../storage/show-storage";
import { freshDatabase } from "../testing/fresh-database";
import { Door } from "./door";
import { SHOW_ID, seedWhenEmpty } from "./seed";

let database: DataSource;
let door: Door;
let heard: Transaction[];
let now = 1000;

async function openDoor(): Promise<Door> {
  const storage = new ShowStorage(database, SHOW_ID);
  const { records, seq } = await storage.load();
  const opened = new Door({ show: new Show(new Map(records.map((record) => [record.id, record]))), seq, storage, now: () => now });
  opened.on("changes", (_seq, transaction) => heard.push(transaction));
  return opened;
}

beforeEach(async () => {
  database = await freshDatabase();
  await seedWhenEmpty(database);
  heard = [];
  now = 1000;
  door = await openDoor();
});
afterEach(async () => {
  await door.flush();
  await database.destroy();
});

const person = (id: string): Person => door.show.get("person", id)!;
const ines = (): Person => person("person-ines");
const tomasz = (): Person => person("person-tomasz");
const transaction = (changes: readonly Change[], more: Partial<Transaction> = {}): Transaction => ({
  ...{ id: randomUUID(), author: "", label: "an edit" },
  changes,
  ...more,
});
const dimmerOn = (who: Stroke["who"], level: number): Stroke => ({
  who,
  rank: 1,
  parts: { Dimmer: { level: { knots: [level] }, shape: {}, touched: 1 } },
});
const sketching = (by: Person, strokeId: string, stroke: Stroke): Transaction =>
  transaction([setChange(sketchIdOf(by.id), ["strokes", strokeId], { to: stroke })]);
const code = (answer: Answer): string | null => (answer.ok ? null : answer.error.code);

describe("the door: edits", () => {
  it("keeps an edit in the database before anybody hears of it", async () => {
    const renaming = transaction([setChange("group-spots", ["name"], { from: "Rib spots", to: "All ribs" })]);
    const seq = door.seq;
    expect(await door.transact(ines(), renaming)).toEqual({ ok: true, seq: seq + 1, note: null });
    expect(heard.map(({ author }) => author)).toEqual(["person-ines"]);
    expect((await openDoor()).show.get("group", "group-spots")).toMatchObject({ name: "All ribs", version: 2 });
  });

  it("answers a set on a value that somebody else made stale with both values, and changes nothing", async () => {
    await door.transact(tomasz(), transaction([setChange("group-spots", ["name"], { from: "Rib spots", to: "All ribs" })]));
    const stale = [setChange("group-spots", ["name"], { from: "Rib spots", to: "Spots" })];
    const late = await door.transact(ines(), transaction(stale));
    expect(late).toMatchObject({ ok: false, error: { code: "value.conflict", details: { present: "“All ribs”", from: "“Rib spots”" } } });
    expect(door.show.get("group", "group-spots")!.name).toBe("All ribs");
    expect(heard).toHaveLength(1);
    expect(await door.transact(tomasz(), transaction(stale)), "their own, crossing").toMatchObject({ ok: true });
  });

  it.each<[string, Change, string]>([
    ["an unknown id", setChange("group-nowhere", ["name"], { from: "x", to: "y" }), "record.unknown"],
    ["an out-of-range number", setChange("cue-lanterns-1", ["inSeconds"], { from: 5, to: -1 }), "value.invalid"],
    ["a number that is a text", setChange("cue-lanterns-1", ["inSeconds"], { from: 5, to: "soon" }), "value.invalid"],
    ["a name that is already an id", { op: "add", record: { id: "page-main", kind: "page", version: 1 } }, "record.exists"],
    ["a kind that doesn't exist", { op: "add", record: { id: "x", kind: "gremlin", version: 1 } }, "value.invalid"],
    ["a field that doesn't exist", setChange("page-main", ["colour"], { to: "red" }), "value.invalid"],
    ["a fixed field", setChange("page-main", ["kind"], { from: "page", to: "group" }), "value.invalid"],
    ["the prototype", setChange("page-main", ["__proto__", "polluted"], { to: 1 }), "value.invalid"],
    ["a group in use", { op: "remove", record: { id: "group-lanterns", kind: "group", version: 1 } }, "value.conflict"],
  ])("refuses %s", async (_, change, expected) => {
    const before = door.show;
    expect(code(await door.transact(ines(), transaction([change])))).toBe(expected);
    expect(door.show).toBe(before);
    expect(heard).toEqual([]);
  });

  it("refuses to delete what is in use and names the users", async () => {
    const answer = await door.transact(ines(), transaction([{ op: "remove", record: door.show.get("group", "group-lanterns")! }]));
    const users = "cue Lit of Lantern evening, cue Breathing of Lantern evening, cue One lantern of Glasshouse waltz and 5 more";
    expect(answer).toMatchObject({ ok: false, error: { code: "record.in-use", details: { users } } });
  });

  it("does all changes of a transaction or none", async () => {
    const before = door.show;
    const half = transaction([
      setChange("page-main", ["name"], { from: "Main page", to: "Side page" }),
      setChange("page-nowhere", ["name"], { from: "x", to: "y" }),
    ]);
    expect(code(await door.transact(ines(), half))).toBe("record.unknown");
    expect(door.show).toBe(before);
  });

  it("changes nothing when the database fails, says so, and goes on afterwards", async () => {
    const trouble: unknown[] = [];
    door.on("trouble", (error) => trouble.push(error));
    const long = transaction([setChange("page-main", ["name"], { from: "Main page", to: "Side page" })], { label: "x".repeat(201) });
    const before = door.show;
    expect(code(await door.transact(ines(), long))).toBe("server.failed");
    expect(trouble).toHaveLength(1);
    expect(door.show).toBe(before);
    expect(await door.transact(ines(), { ...long, label: "shorter" })).toMatchObject({ ok: true });
  });
});

describe("the door: rights and reach", () => {
  it("refuses what lies wholly outside somebody's territory, and says whose it is", async () => {
    const answer = await door.transact(tomasz(), sketching(tomasz(), "s1", dimmerOn({ groupIds: ["group-bars"] }, 1)));
    expect(answer).toMatchObject({
      ok: false,
      error: { code: "reach.none", details: { count: "All 336 heads are", owner: "Pixels and uplights (Adaeze)", people: "Adaeze" } },
    });
    expect(door.show.sketchOf("person-tomasz")!.strokes).toEqual({});
  });

  it("does the part within and names what was left out", async () => {
    const mixed = { heads: ["fx-101", "fx-102", "fx-811.1"] };
    const answer = await door.transact(tomasz(), sketching(tomasz(), "s1", dimmerOn(mixed, 1)));
    expect(answer).toMatchObject({ ok: true, note: "1 of 3 heads is in Pixels and uplights (Adaeze), so it was left alone." });
  });

  it("lets nobody touch another's sketch, and operators build nothing", async () => {
    expect(code(await door.transact(ines(), sketching(tomasz(), "s1", dimmerOn({ groupIds: ["group-spots"] }, 1))))).toBe("reach.role");
    const operator = person("person-operator");
    expect(code(await door.transact(operator, sketching(operator, "s1", dimmerOn({ groupIds: ["group-spots"] }, 1))))).toBe("reach.role");
  });

  it("keeps patch and people for the lead, and lists for those whose territory owns them", async () => {
    const patch = setChange("fx-101", ["patch"], { from: { universe: 1, address: 1 }, to: null });
    const canopy = setChange("list-canopy-drift", ["name"], { from: "Canopy drift", to: "Mine now" });
    const common = setChange("list-lanterns", ["name"], { from: "Lantern evening", to: "Mine now" });
    const given = setChange("list-night-bloom", ["territoryId"], { from: "territory-ribs", to: "territory-pixels" });
    for (const change of [patch, canopy, common, given])
      expect(code(await door.transact(tomasz(), transaction([change])))).toBe("reach.role");
    expect(
      await door.transact(tomasz(), transaction([setChange("list-night-bloom", ["name"], { from: "Night bloom", to: "Night" })])),
    ).toMatchObject({
      ok: true,
    });
    expect(await door.transact(ines(), transaction([patch]))).toMatchObject({ ok: true });
  });

  it("lets each play what is theirs or common", async () => {
    expect(code(await door.play(tomasz(), { type: "go", playbackId: "card-canopy-drift" }, undefined))).toBe("reach.role");
    expect(await door.play(tomasz(), { type: "go", playbackId: "card-night-bloom" }, undefined)).toMatchObject({ ok: true });
    expect(await door.play(person("person-operator"), { type: "go", playbackId: "card-lanterns" }, undefined)).toMatchObject({ ok: true });
  });

  it("keeps grand master and blackout for the lead, and parking for those who have the head", async () => {
    expect(await door.play(tomasz(), { type: "blackout", on: true }, undefined)).toMatchObject({
      ok: false,
      error: { code: "reach.role" },
    });
    expect(await door.play(ines(), { type: "blackout", on: true }, undefined)).toMatchObject({ ok: true });
    expect(door.show.stageState).toMatchObject({ blackout: true, grandMaster: 1 });
    const theirs = door.show.territories.find(({ personIds }) => personIds.includes("person-tomasz"))!;
    const [inside] = theirs.parts.flatMap(({ heads }) => heads);
    const outside = door.show.rig.heads.find(({ key }) => !reachOf(tomasz(), door.show)(key, "Intensity"))!;
    const park = (head: string): Promise<Answer> => door.play(tomasz(), { type: "park", head, values: { Dimmer: 0.5 } }, undefined);
    expect(await park(outside.key)).toMatchObject({ ok: false, error: { code: "reach.role" } });
    expect(await park(inside!)).toMatchObject({ ok: true });
    expect(await park("fx-none")).toMatchObject({ ok: false, error: { code: expect.any(String) as string } });
    expect(await door.play(tomasz(), { type: "unpark", head: inside! }, undefined)).toMatchObject({ ok: true });
    expect(door.show.all("park")).toEqual([]);
  });

  it("lets guests play the cards of their own page and nothing else", async () => {
    const guest: Person = { id: "person-guest", kind: "person", version: 1, name: "Door staff", initials: "Do", role: "guest" };
    const page = { id: "page-guest", kind: "page", version: 1, name: "Foyer", rank: 9, territoryId: null, personId: guest.id };
    const card = { ...door.show.get("playback", "card-spore")!, id: "card-guest", version: 1, pageId: page.id };
    await door.transact(ines(), transaction([guest, page, card].map((record) => ({ op: "add", record }))));
    expect(await door.play(guest, { type: "go", playbackId: "card-guest" }, undefined)).toMatchObject({ ok: true });
    for (const command of [
      { type: "go", playbackId: "card-spore" },
      { type: "tap", masterId: "master-pulse" },
      { type: "blackout", on: true },
      { type: "park", head: "fx-1", values: { Dimmer: 1 } },
    ] as const)
      expect(await door.play(guest, command, undefined)).toMatchObject({ ok: false, error: { code: "reach.role" } });
    expect(await door.transact(guest, transaction([setChange(page.id, ["name"], { from: "Foyer", to: "Mine" })]))).toMatchObject({
      ok: false,
    });
  });

  it("refuses to set by hand what playing sets", async () => {
    await door.play(ines(), { type: "go", playbackId: "card-lanterns" }, undefined);
    const byHand = setChange("state-card-lanterns", ["level"], { from: 1, to: 0.5 });
    expect(code(await door.transact(ines(), transaction([byHand])))).toBe("reach.role");
  });
});

describe("the door: undo", () => {
  const dimmer = (by = "person-ines"): number | undefined => door.show.sketchOf(by)!.strokes["s1"]?.parts.Dimmer?.level?.knots[0];
  const setDimmer = (from: number, to: number, gesture?: string): Promise<Answer> =>
    door.transact(
      ines(),
      transaction(
        [setChange("sketch-person-ines", ["strokes", "s1", "parts", "Dimmer", "level", "knots"], { from: [from], to: [to] })],
        gesture ? { gesture } : {},
      ),
    );

  it("takes back one's own edits one by one and does them again, also after a restart", async () => {
    await door.transact(ines(), sketching(ines(), "s1", dimmerOn({ groupIds: ["group-spots"] }, 0.2)));
    await setDimmer(0.2, 0.6);
    await door.transact(tomasz(), sketching(tomasz(), "s1", dimmerOn({ groupIds: ["group-washes"] }, 0.9)));
    door = await openDoor();
    expect(await door.undo(ines(), "undo")).toMatchObject({ ok: true, label: "Took back: an edit" });
    expect(dimmer()).toBe(0.2);
    await door.undo(ines(), "undo");
    expect(dimmer()).toBeUndefined();
    expect(dimmer("person-tomasz")).toBe(0.9);
    expect(code(await door.undo(ines(), "undo"))).toBe("undo.nothing");
    await door.undo(ines(), "redo");
    await door.undo(ines(), "redo");
    expect(dimmer()).toBe(0.6);
    expect(code(await door.undo(ines(), "redo"))).toBe("undo.nothing");
  });

  it("takes a drag back whole", async () => {
    await door.transact(ines(), sketching(ines(), "s1", dimmerOn({ groupIds: ["group-spots"] }, 0.2)));
    await setDimmer(0.2, 0.3, "drag-1");
    await setDimmer(0.3, 0.4, "drag-1");
    await setDimmer(0.4, 0.5, "drag-1");
    await setDimmer(0.5, 0.7, "drag-2");
    await door.undo(ines(), "undo");
    expect(dimmer()).toBe(0.5);
    await door.undo(ines(), "undo");
    expect(dimmer()).toBe(0.2);
  });

  it("won't take back what somebody has changed since, and keeps everything", async () => {
    await door.transact(ines(), transaction([setChange("list-night-bloom", ["name"], { from: "Night bloom", to: "Night" })]));
    await door.transact(tomasz(), transaction([setChange("list-night-bloom", ["name"], { from: "Night", to: "Dusk" })]));
    expect(code(await door.undo(ines(), "undo"))).toBe("undo.conflict");
    expect(door.show.get("cueList", "list-night-bloom")!.name).toBe("Dusk");
  });

  it("brings a deleted cue back whole", async () => {
    const cue = door.show.get("cue", "cue-lanterns-2") as Cue;
    await door.transact(ines(), transaction([{ op: "remove", record: cue }]));
    expect(door.show.get("cue", cue.id)).toBeNull();
    await door.undo(ines(), "undo");
    expect(door.show.get("cue", cue.id)).toEqual(cue);
  });
});

describe("the door: playing", () => {
  const play = (command: PlayCommand, atSeconds?: number): Promise<Answer> => door.play(ines(), command, atSeconds);
  const goTo = (cueId?: string) => ({ type: "go", playbackId: "card-lanterns", ...(cueId ? { cueId } : {}) }) as const;

  it("shows at once, is saved soon, and is no edit that undo takes back", async () => {
    await play({ type: "level", playbackId: "card-lanterns", level: 0.4 });
    expect(heard).toHaveLength(1);
    await door.flush();
    expect((await openDoor()).show.playbackState("card-lanterns")).toMatchObject({ level: 0.4, cueId: "cue-lanterns-1", goSeconds: 1000 });
    expect(code(await door.undo(ines(), "undo"))).toBe("undo.nothing");
  });

  it("believes a client's clock when it is near, and never the future", async () => {
    const pulse = (): unknown => door.show.tempo("master-pulse");
    const tap = { type: "tap", masterId: "master-pulse" } as const;
    await play(tap, 999.8);
    // Taps lie as far apart as the hand's clock says; what they change, they change now.
    await play(tap, 1000.5);
    expect(pulse()).toMatchObject({ taps: [999.8, 1000.5], anchorSeconds: 1000 });
    await play(goTo(), 1000.5);
    expect(door.show.playbackState("card-lanterns")!.goSeconds).toBe(1000);
    now = 1010;
    await play(tap, 3);
    expect(pulse()).toMatchObject({ taps: [1010] });
  });

  it("refuses cards, cues and masters that don't exist", async () => {
    const unknown = [{ type: "go", playbackId: "card-x" }, goTo("cue-spore-1"), { type: "tap", masterId: "master-x" }] as const;
    for (const command of unknown) expect(code(await play(command))).toBe("record.unknown");
  });
});
