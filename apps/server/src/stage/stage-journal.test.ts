import { appendFileSync, mkdtempSync, readdirSync, rmSync, truncateSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, describe, expect, it } from "vitest";
import { apply, setChange, type Change, type ShowRecord, type Transaction } from "@vexa/core";
import { NOTHING_OPEN } from "./open-book";
import { keptFiles, keptHead, keptIn, readKept, type KeptFiles } from "./read-kept";
import { StageJournal } from "./stage-journal";

const folders: string[] = [];
afterEach(() => folders.splice(0).forEach((folder) => rmSync(folder, { recursive: true })));

interface Bench {
  readonly folder: string;
  readonly journal: StageJournal;
  edit(changes: readonly Change[]): Transaction;
  records(): ReadonlyMap<string, ShowRecord>;
}
function begin(): Bench {
  const folder = mkdtempSync(join(tmpdir(), "vexa-journal-"));
  folders.push(folder);
  const page: ShowRecord = { id: "page", kind: "page", version: 1, name: "Main", rank: 0, territoryId: null };
  let seq = 10;
  let records: ReadonlyMap<string, ShowRecord> = new Map([["page", page]]);
  const bench: Bench = {
    folder,
    journal: new StageJournal(folder, { cid: "c", name: "n", seq, savedSeq: seq, open: NOTHING_OPEN, records: () => records }),
    records: () => records,
    edit: (changes) => {
      const applied = apply(records, changes);
      if (!applied.ok) throw new Error(applied.error.code);
      records = applied.value;
      const transaction: Transaction = { id: `edit ${++seq}`, author: "ann", label: "x", changes };
      bench.journal.append(seq, transaction);
      return transaction;
    },
  };
  return bench;
}
/** Until what it begins with is on the disk, however busy that is. */
async function begun({ folder }: Bench): Promise<void> {
  while (!readKept(folder)) await new Promise((resolve) => setTimeout(resolve, 10));
}
const rename = (from: string, to: string): Change => setChange("page", ["name"], { from, to });

describe("the journal beside the engine", () => {
  it("has everything that was appended, without a good-bye, and knows what the database has", async () => {
    const bench = begin();
    await begun(bench);
    bench.edit([rename("Main", "A")]);
    bench.edit([rename("A", "B")]);
    bench.journal.saved(11);
    bench.edit([rename("B", "C")]);
    const kept = readKept(bench.folder)!;
    expect(kept).toMatchObject({ cid: "c", name: "n", seq: 13, intended: [] });
    expect(kept.records).toEqual(new Map(bench.records()));
    expect(kept.unsaved).toEqual([["page", 13]]);
    await bench.journal.close();
  });

  it("leaves out a line that was cut off, and tells of edits that went to the database and didn't come back", async () => {
    const bench = begin();
    await begun(bench);
    bench.edit([rename("Main", "A")]);
    bench.journal.intend("edit lost", ["page"]);
    const lines = join(
      bench.folder,
      readdirSync(bench.folder).find((name) => name.startsWith("lines-"))!,
    );
    appendFileSync(lines, `{"seq":12,"edit":{"id":"cut`);
    expect(readKept(bench.folder)).toMatchObject({ seq: 11, intended: [{ editId: "edit lost", ids: ["page"] }] });
    for (let octets = statSync(lines).size; octets > 0; octets -= 7) {
      truncateSync(lines, octets);
      expect([10, 11]).toContain(readKept(bench.folder)!.seq);
    }
    await bench.journal.close();
  });

  it("goes on behind a line that was cut off", async () => {
    const bench = begin();
    await bench.journal.close();
    const name = readdirSync(bench.folder).find((each) => each.startsWith("lines-"))!;
    appendFileSync(join(bench.folder, name), `{"seq":11,"edit":{"id":"cut`);
    const { seq, records, ...open } = readKept(bench.folder)!;
    const next = new StageJournal(bench.folder, { cid: "c", name: "n", seq, savedSeq: seq, open, records: () => records });
    next.append(11, { id: "whole", author: "ann", label: "x", changes: [rename("Main", "A")] });
    expect(readKept(bench.folder)).toMatchObject({ seq: 11, unsaved: [["page", 11]] });
    await next.close();
  });

  it("still knows what is owed to the database after two ends in a row", async () => {
    const bench = begin();
    bench.edit([rename("Main", "A")]);
    bench.journal.intend("edit lost", ["page"]);
    await bench.journal.close();
    const { seq, records, ...open } = readKept(bench.folder)!;
    const next = new StageJournal(bench.folder, { cid: "c", name: "n", seq, savedSeq: 10, open, records: () => records });
    await next.close();
    expect(readKept(bench.folder)).toMatchObject({ seq: 11, unsaved: [["page", 11]], intended: [{ editId: "edit lost", ids: ["page"] }] });
  });

  it("forgets an edit that failed when it is put right", async () => {
    const bench = begin();
    bench.journal.intend("edit lost", ["page"]);
    bench.journal.intend("edit under way", ["page"]);
    bench.journal.settled("edit lost");
    await bench.journal.close();
    expect(readKept(bench.folder)!.intended.map(({ editId }) => editId)).toEqual(["edit under way"]);
  });

  it("keeps the steps of each drag that held at once, merged, until they are in the database", async () => {
    const bench = begin();
    const step = (seq: number, change: Change, more: Partial<Transaction> = {}): void =>
      bench.journal.append(seq, { id: `step ${seq}`, author: "ann", label: "x", gesture: "drag", changes: [change], ...more });
    bench.journal.intend("step 11", ["page"]);
    step(11, rename("Main", "A"));
    step(12, rename("A", "B"));
    step(13, rename("B", "C"));
    step(14, setChange("page", ["rank"], { from: 0, to: 1 }));
    step(15, rename("C", "D"), { author: "ben" });
    await begun(bench);
    const both = [rename("A", "C"), setChange("page", ["rank"], { from: 0, to: 1 })];
    const of = { gesture: "drag", label: "x" };
    expect(bench.journal.state.open.steps).toEqual([
      { seq: 14, of: { ...of, author: "ann", editId: "step 14", changes: both } },
      { seq: 15, of: { ...of, author: "ben", editId: "step 15", changes: [rename("C", "D")] } },
    ]);
    bench.journal.saved(14);
    expect(bench.journal.state.open.steps.map((each) => each.of.author)).toEqual(["ben"]);
    expect(readKept(bench.folder)!.steps).toEqual(bench.journal.state.open.steps);
    await bench.journal.close();
  });

  it("has nothing to give where there is nothing, or nothing whole", async () => {
    const none = join(tmpdir(), "vexa-none");
    expect([readKept(none), ...keptFiles(none)]).toEqual([null]);
    const bench = begin();
    await bench.journal.close();
    const files = (): KeptFiles => [...keptFiles(bench.folder)][0]!;
    expect(keptHead(files())).toEqual({ cid: "c", name: "n" });
    const snapshot = join(
      bench.folder,
      readdirSync(bench.folder).find((name) => name.startsWith("show-"))!,
    );
    truncateSync(snapshot, statSync(snapshot).size - 8);
    expect([readKept(bench.folder), keptIn(files())]).toEqual([null, null]);
    // Its head is told before the rest is missed.
    expect(keptHead(files())).toEqual({ cid: "c", name: "n" });
    truncateSync(snapshot, 10);
    expect(keptHead(files())).toBeNull();
  });

  it("gives an older one, with all lines since, where the newest can't be read", async () => {
    const bench = begin();
    await begun(bench);
    bench.edit([rename("Main", "A")]);
    writeFileSync(join(bench.folder, "show-000000000011.jsonl"), "{}\n");
    bench.edit([rename("A", "B")]);
    expect([...keptFiles(bench.folder)].map(keptIn).map((kept) => kept?.seq)).toEqual([undefined, 12]);
    expect(readKept(bench.folder)!.records).toEqual(new Map(bench.records()));
    await bench.journal.close();
  });
});
