import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { DataSource } from "typeorm";
import type { ShowRecord } from "@vexa/core";
import { understory } from "@vexa/demo";
import { SHOW_ID, seedWhenEmpty } from "../show/seed";
import { freshDatabase } from "../testing/fresh-database";
import { MotionKinds1764100000000 } from "./first-migrations";
import { StorageAway } from "./commit";
import { beginTerm } from "./leader-row";
import { ShowStorage } from "./show-storage";

let database: DataSource;
beforeAll(async () => {
  database = await freshDatabase();
});
afterAll(() => database.destroy());

describe("the database", () => {
  it("is exactly what the entities say: nothing is left to migrate", async () => {
    const { upQueries } = await database.driver.createSchemaBuilder().log();
    // The session table belongs to connect-pg-simple and has no entity.
    expect(upQueries).toEqual([]);
  });

  it("is filled with the demo only while it is empty, and keeps records in their order", async () => {
    expect(await seedWhenEmpty(database)).toBe(true);
    expect(await seedWhenEmpty(database)).toBe(false);
    const stored = await new ShowStorage(database, SHOW_ID).load();
    expect(stored.name).toBe("Understory");
    expect(stored.records.map(({ id }) => id)).toEqual(understory().map(({ id }) => id));
  });

  it("takes no writes of a term that is over", async () => {
    const [before, now] = [new ShowStorage(database, SHOW_ID, 1), new ShowStorage(database, SHOW_ID, 2)];
    const nothing = { seq: 1, changed: [], removed: [], journal: null };
    await database.query(`UPDATE "show" SET "term" = 1`);
    await before.commit(nothing);
    await database.query(`UPDATE "show" SET "term" = 2`);
    await expect(before.commit(nothing)).rejects.toThrow(StorageAway);
    await now.commit(nothing);
    await expect(before.commit(nothing)).rejects.toThrow(StorageAway);
    await expect(beginTerm(database, { showId: SHOW_ID, pid: 1 }), "without the lock").rejects.toThrow("Another Vexa leads");
    await now.commit(nothing);
  });

  it("brings motions of the first version along as waves, in records and in the journal", async () => {
    const storage = new ShowStorage(database, SHOW_ID);
    const before = await storage.load();
    const strip = `regexp_replace(%::text, '"kind": "wave", ', '', 'g')::jsonb`;
    await database.query(`UPDATE record SET body = ${strip.replace("%", "body")}`);
    const motion = { waveform: "sine", low: 0 };
    await database.query(
      `INSERT INTO journal (show_id, author, label, state, changes, changed_at) VALUES ($1, 'person-ines', 'old', 'step', $2, now())`,
      [SHOW_ID, JSON.stringify([{ op: "set", id: "sketch", path: [], to: motion }])],
    );
    expect(JSON.stringify((await storage.load()).records)).not.toContain('"kind":"wave"');
    await new MotionKinds1764100000000().up(database.createQueryRunner());
    expect((await storage.load()).records).toEqual(before.records);
    const [line] = (await database.query(`SELECT changes FROM journal WHERE label = 'old'`)) as { changes: { to: object }[] }[];
    expect(line!.changes[0]!.to).toEqual({ kind: "wave", ...motion });
  });

  it("writes an edit whole or not at all", async () => {
    const storage = new ShowStorage(database, SHOW_ID);
    const before = await storage.load();
    const page = { id: "page-new", kind: "page", version: 1, name: "New", rank: 9, territoryId: null } satisfies ShowRecord;
    const tooLong = {
      editId: randomUUID(),
      author: "x".repeat(65),
      label: "a label",
      places: [],
      gesture: null,
      state: "done" as const,
      changes: [],
    };
    await expect(
      storage.commit({ seq: 99, changed: [page], removed: ["page-main"], journal: { type: "new", entry: tooLong } }),
    ).rejects.toThrow();
    expect(await storage.load()).toEqual(before);
  });

  it("leaves out a write that comes after a later one, and writes the line of an edit once", async () => {
    const [late, early] = [new ShowStorage(database, SHOW_ID), new ShowStorage(database, SHOW_ID)];
    const page = (name: string): ShowRecord => ({ id: "page-new", kind: "page", version: 1, name, rank: 9, territoryId: null });
    const entry = { editId: randomUUID(), author: "ann", label: "twice", places: [], gesture: null, state: "done" as const, changes: [] };
    const write = (storage: ShowStorage, name: string): Promise<unknown> =>
      storage.commit({ seq: 50, changed: [page(name)], removed: [], journal: { type: "new", entry } });
    // Both have read the same number; the one that writes second is overtaken, says so, and may try again.
    await late.commit({ seq: 50, changed: [], removed: [], journal: null });
    await early.commit({ seq: 50, changed: [], removed: [], journal: null });
    await write(early, "early");
    await expect(write(late, "late")).rejects.toThrow(StorageAway);
    const name = async (): Promise<unknown> => (await late.load()).records.find(({ id }) => id === "page-new");
    expect(await name()).toMatchObject({ name: "early" });
    await write(late, "late again");
    expect(await name()).toMatchObject({ name: "late again" });
    const lines = (): Promise<unknown[]> => database.query(`SELECT 1 FROM journal WHERE label = 'twice'`);
    expect(await lines()).toHaveLength(1);
    await late.commit({ seq: 51, changed: [], removed: [], journal: { type: "strike", editId: entry.editId } });
    expect(await lines()).toHaveLength(0);
  });

  it("keeps the place of a record that is written again", async () => {
    const storage = new ShowStorage(database, SHOW_ID);
    const { records } = await storage.load();
    const first = { ...records[0]!, name: "Ines M." } as ShowRecord;
    await storage.commit({ seq: 100, changed: [first], removed: [], journal: null });
    const after = await storage.load();
    expect(after.records[0]).toEqual(first);
    expect(after.seq).toBe(100);
  });
});
