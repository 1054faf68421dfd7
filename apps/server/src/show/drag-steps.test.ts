import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { DataSource } from "typeorm";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { setChange, Show, sketchIdOf, type Answer, type Change, type Person, type Transaction } from "@vexa/core";
import { leftBy, NOTHING_OPEN } from "../stage/open-book";
import { readKept } from "../stage/read-kept";
import { StageJournal } from "../stage/stage-journal";
import { StorageAway, type Commit, type DoorStorage, type FoundUndo } from "../storage/commit";
import { readHistory } from "../storage/history";
import { ShowStorage } from "../storage/show-storage";
import { freshDatabase } from "../testing/fresh-database";
import { Door } from "./door";
import { SHOW_ID, seedWhenEmpty } from "./seed";

/** The database, counted, which can be away or slow. */
class WatchedStorage implements DoorStorage {
  readonly storage: ShowStorage;
  readonly commits: Commit[] = [];
  away = false;
  /** What a commit waits for before it reaches the database. */
  gate: Promise<void> = Promise.resolve();
  constructor(storage: ShowStorage) {
    this.storage = storage;
  }
  async commit(commit: Commit): Promise<string | null> {
    const gate = this.gate;
    this.commits.push(commit);
    await gate;
    if (this.away) throw new StorageAway("away");
    return this.storage.commit(commit);
  }
  findUndo(author: string, direction: "undo" | "redo"): Promise<FoundUndo | null> {
    return this.away ? Promise.reject(new StorageAway("away")) : this.storage.findUndo(author, direction);
  }
}

const FOLDER = "vexa-drag-";
const PATH = ["strokes", "s1", "parts", "Dimmer", "level", "knots"];
let database: DataSource;
let storage: WatchedStorage;
let door: Door;
let journal: StageJournal;
let folder: string;

/** The door that follows the one before; with what that one left, if it was killed. */
async function openDoor(): Promise<void> {
  storage = new WatchedStorage(new ShowStorage(database, SHOW_ID));
  const stored = await storage.storage.load();
  const kept = readKept(folder);
  const records = kept?.records ?? new Map(stored.records.map((record) => [record.id, record]));
  const { seq, ...open } = kept ?? { seq: stored.seq, ...NOTHING_OPEN };
  const { left, savedSeq } = leftBy({ ...open, seq });
  const opened = { cid: "c", name: "n", seq, savedSeq, open, records: () => door.show.records };
  door = new Door({
    ...{ show: new Show(records), seq, storage, now: () => 1000, unsaved: left },
    journal: {
      intend: (...of) => journal.intend(...of),
      settled: (id) => journal.settled(id),
      append: (...of) => journal.append(...of),
      saved: (to) => journal.saved(to),
    },
  });
  journal = new StageJournal(folder, opened);
}

beforeEach(async () => {
  database = await freshDatabase();
  await seedWhenEmpty(database);
  folder = mkdtempSync(join(tmpdir(), FOLDER));
  await openDoor();
});
afterEach(async () => {
  storage.away = false;
  await door.close();
  await journal.close();
  await database.destroy();
  rmSync(folder, { recursive: true });
});

const person = (id = "person-ines"): Person => door.show.get("person", id)!;
const edit = (changes: readonly Change[], { gesture, by }: { gesture?: string; by?: string } = {}): Promise<Answer> => {
  const asked: Transaction = { id: randomUUID(), author: "", label: "Dimmer", changes, ...(gesture === undefined ? {} : { gesture }) };
  return door.transact(person(by), asked);
};
const dimmer = (by = "person-ines"): number | undefined => door.show.sketchOf(by)!.strokes["s1"]?.parts.Dimmer?.level?.knots[0];
const sketching = (by?: string): Promise<Answer> =>
  edit(
    [
      setChange(sketchIdOf(person(by).id), ["strokes", "s1"], {
        to: { who: { groupIds: ["group-spots"] }, rank: 1, parts: { Dimmer: { level: { knots: [0] }, shape: {}, touched: 1 } } },
      }),
    ],
    by === undefined ? {} : { by },
  );
const setDimmer = (from: number, to: number, of: { gesture?: string; by?: string } = {}): Promise<Answer> =>
  edit([setChange(sketchIdOf(person(of.by).id), PATH, { from: [from], to: [to] })], of);
const storedDimmer = async (): Promise<number> => {
  const { records } = await storage.storage.load();
  return new Show(new Map(records.map((record) => [record.id, record]))).sketchOf("person-ines")!.strokes["s1"]!.parts.Dimmer!.level!
    .knots[0]!;
};
const linesOf = async (): Promise<string[]> =>
  (await readHistory(database, SHOW_ID, { personId: "person-ines" })).map(({ label }) => label);
/** A drag from 0 to 1 by so many steps. */
const drag = async (steps: number): Promise<void> => {
  for (let step = 0; step < steps; step++)
    expect(await setDimmer(step / steps, (step + 1) / steps, { gesture: "drag" })).toMatchObject({ ok: true, note: null });
};
/** As when its process is killed. */
const killed = async (): Promise<void> => {
  storage.away = true;
  const before = door;
  await journal.close();
  await openDoor();
  await before.close().catch(() => undefined);
};

describe("the steps of a drag behind its first", () => {
  it("hold at once, while another's edit has gone before and theirs isn't saved", async () => {
    await sketching();
    await setDimmer(0, 0.1, { gesture: "drag" });
    let open = (): void => undefined;
    storage.gate = new Promise((resolve) => (open = resolve));
    const seq = door.seq;
    expect(await setDimmer(0.1, 0.2, { gesture: "drag" })).toMatchObject({ ok: true, seq: seq + 1 });
    expect(await setDimmer(0.2, 0.3, { gesture: "drag" })).toMatchObject({ ok: true, seq: seq + 2 });
    expect(dimmer()).toBe(0.3);
    const saving = door.flush();
    await Promise.resolve();
    // One more while they are on their way.
    await setDimmer(0.3, 0.6, { gesture: "drag" });
    open();
    await saving;
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect(dimmer()).toBe(0);
    await door.undo(person(), "redo");
    await door.flush();
    expect(await storedDimmer()).toBe(0.6);
  });

  it("are saved together, however many people drag, and are one line of history each", async () => {
    await sketching();
    await sketching("person-tomasz");
    const of = { gesture: "other drag", by: "person-tomasz" };
    await setDimmer(0, 0.5, of);
    await drag(4);
    const begun = storage.commits.length;
    for (let step = 0; step < 20; step++) {
      expect(await setDimmer(step === 0 ? 1 : step / 100, (step + 1) / 100, { gesture: "drag" })).toMatchObject({ ok: true });
      expect(await setDimmer(step === 0 ? 0.5 : step / 50, (step + 1) / 50, of)).toMatchObject({ ok: true });
    }
    await door.flush();
    // Forty steps; a saving for each 100 ms that they took, on however slow a machine, and never one for each.
    expect(storage.commits.length - begun).toBeLessThan(20);
    expect(await linesOf()).toHaveLength(2);
    expect(await door.undo(person("person-tomasz"), "undo")).toMatchObject({ ok: true, label: "Took back: Dimmer" });
    expect([dimmer("person-tomasz"), dimmer()]).toEqual([0, 0.2]);
  });

  it("are taken back whole a moment later, and done again", async () => {
    await sketching();
    await drag(7);
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect(dimmer()).toBe(0);
    expect(await door.undo(person(), "redo")).toMatchObject({ ok: true });
    expect(dimmer()).toBe(1);
    await door.flush();
    expect(await storedDimmer()).toBe(1);
  });

  it("go along with another's edit, behind which nothing is owed", async () => {
    await sketching();
    await drag(3);
    await edit([setChange("group-spots", ["name"], { from: "Rib spots", to: "Ribs" })], { by: "person-tomasz" });
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect(dimmer()).toBe(0);
  });

  it("begin a line of their own behind another edit, though it is called the same drag", async () => {
    await sketching();
    await drag(2);
    await edit([setChange("group-spots", ["name"], { from: "Rib spots", to: "Ribs" })]);
    await setDimmer(1, 0.4, { gesture: "drag" });
    await setDimmer(0.4, 0.3, { gesture: "drag" });
    expect(await linesOf()).toHaveLength(4);
    await killed();
    const undone = async (): Promise<void> => expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    await undone();
    expect(dimmer()).toBe(1);
    await undone();
    expect(door.show.get("group", "group-spots")!.name).toBe("Rib spots");
    await undone();
    expect(dimmer()).toBe(0);
  });

  it("are taken back although a late write of a former run was there before them", async () => {
    await sketching();
    await drag(3);
    await database.query(`UPDATE "show" SET "write" = "write" + 5`);
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect(dimmer()).toBe(0);
    await door.flush();
    expect(await storedDimmer()).toBe(0);
  });

  it("go on while the database is away, and are there when it is back; another edit waits", async () => {
    await sketching();
    await setDimmer(0, 0.1, { gesture: "drag" });
    storage.away = true;
    expect(await setDimmer(0.1, 0.4, { gesture: "drag" })).toMatchObject({ ok: true });
    await door.flush();
    expect(await setDimmer(0.4, 0.9, { gesture: "drag" })).toMatchObject({ ok: true });
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: false, error: { code: "database.away" } });
    expect(await setDimmer(0.9, 0.2, { gesture: "another" })).toMatchObject({ ok: false, error: { code: "database.away" } });
    expect(dimmer()).toBe(0.9);
    storage.away = false;
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect(dimmer()).toBe(0);
    await door.flush();
    expect(await storedDimmer()).toBe(0);
  });

  it("keep their line whole when an older saving fails behind a newer one", async () => {
    await sketching();
    await setDimmer(0, 0.1, { gesture: "drag" });
    await setDimmer(0.1, 0.2, { gesture: "drag" });
    // The saving of this step hangs, and is refused after the next edit has taken the longer line along.
    const commit = vi.spyOn(storage, "commit");
    let refuse = (_: Error): void => undefined;
    commit.mockImplementationOnce(() => new Promise((_, reject) => (refuse = reject)));
    const saving = door.flush();
    await Promise.resolve();
    await setDimmer(0.2, 0.6, { gesture: "drag" });
    await edit([setChange("group-spots", ["name"], { from: "Rib spots", to: "Ribs" })], { by: "person-tomasz" });
    refuse(new StorageAway("away"));
    await saving;
    await door.flush();
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect(dimmer()).toBe(0);
  });

  it("are refused like others: a stale one, one of another's, one by the wrong role", async () => {
    await sketching();
    await drag(2);
    expect(await setDimmer(0.3, 0.4, { gesture: "drag", by: "person-tomasz" })).toMatchObject({ ok: false });
    const clash = [setChange("group-spots", ["name"], { from: "Nobody's", to: "Ribs" })];
    expect(await edit(clash, { gesture: "drag" })).toMatchObject({ ok: false, error: { code: "value.conflict" } });
    const nonsense = [setChange(sketchIdOf("person-ines"), PATH, { from: [1], to: ["much"] })];
    expect(await edit(nonsense, { gesture: "drag" })).toMatchObject({ ok: false });
    expect(dimmer()).toBe(1);
    expect(await linesOf()).toHaveLength(2);
  });
});

describe("the steps of a drag when their process is killed", () => {
  it("are all there, and taken back whole", async () => {
    await sketching();
    await setDimmer(0, 0.1, { gesture: "drag" });
    storage.away = true;
    await setDimmer(0.1, 0.5, { gesture: "drag" });
    await setDimmer(0.5, 0.7, { gesture: "drag" });
    await killed();
    expect(dimmer()).toBe(0.7);
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect(dimmer()).toBe(0);
    expect(await linesOf()).toEqual(["Took back: Dimmer", "Dimmer", "Dimmer"]);
  });

  it("are added once, though their saving came through and nobody heard of it, and after two ends in a row", async () => {
    await sketching();
    await setDimmer(0, 0.1, { gesture: "drag" });
    const page = { id: "page-more", kind: "page", version: 1, name: "More", rank: 9, territoryId: null };
    const more = setChange(sketchIdOf("person-ines"), PATH, { from: [0.1], to: [0.5] });
    await edit([more, { op: "add", record: page }], { gesture: "drag" });
    vi.spyOn(journal, "saved").mockImplementation(() => undefined);
    await door.flush();
    await killed();
    vi.spyOn(journal, "saved").mockImplementation(() => undefined);
    await killed();
    await door.flush();
    expect(readKept(folder)!.steps).toEqual([]);
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect([dimmer(), door.show.get("page", "page-more")]).toEqual([0, null]);
    expect(await door.undo(person(), "undo")).toMatchObject({ ok: true });
    expect(dimmer()).toBeUndefined();
  });
});
