import { randomUUID } from "node:crypto";
import { describe, expect, it, vi } from "vitest";
import { setChange, Show, type Answer, type Change, type Transaction } from "@vexa/core";
import { understory } from "@vexa/demo";
import { StorageAway, type Commit, type DoorStorage } from "../storage/commit";
import { Door } from "./door";
import type { DoorJournal } from "./door-journal";

const SHOW = new Show(new Map(understory().map((record) => [record.id, record])));
const INES = SHOW.get("person", "person-ines")!;
const codeOf = (answer: Answer): string | null => (answer.ok ? null : answer.error.code);
const transaction = (changes: readonly Change[], more: Partial<Transaction> = {}): Transaction => ({
  id: randomUUID(),
  author: "",
  label: "an edit",
  changes,
  ...more,
});

/** A database that waits until it is told what to do. */
class SlowStorage implements DoorStorage {
  readonly commits: { commit: Commit; end: (how: "written" | "away") => void }[] = [];
  commit(commit: Commit): Promise<string | null> {
    return new Promise((resolve, reject) =>
      this.commits.push({ commit, end: (how) => (how === "written" ? resolve("1") : reject(new StorageAway("away"))) }),
    );
  }
  findUndo(): Promise<null> {
    return Promise.resolve(null);
  }
}

describe("the door while the database is slow", () => {
  const open = (): { slow: SlowStorage; own: Door; lines: string[] } => {
    const [slow, lines] = [new SlowStorage(), [] as string[]];
    const journal: DoorJournal = {
      intend: (_, ids) => lines.push(`intend ${ids.join()}`),
      settled: () => lines.push("settled"),
      append: (seq, { label }) => lines.push(`${seq} ${label}`),
      saved: (seq) => lines.push(`saved ${seq}`),
    };
    return { slow, lines, own: new Door({ show: SHOW, seq: 10, storage: slow, now: () => 1000, journal }) };
  };
  const renaming = (): Transaction =>
    transaction([setChange("group-spots", ["name"], { from: "Rib spots", to: "Ribs" })], { label: "renamed" });
  const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5));

  it("lets playing pass, writes it down before it is answered, and puts both together", async () => {
    const { slow, own, lines } = open();
    const edited = own.transact(INES, renaming());
    await settled();
    expect(await own.play(INES, { type: "level", playbackId: "card-lanterns", level: 0.4 }, undefined)).toMatchObject({
      ok: true,
      seq: 11,
    });
    expect(lines).toEqual(["intend group-spots", "11 level"]);
    expect(own.show.get("group", "group-spots")!.name).toBe("Rib spots");
    slow.commits[0]!.end("written");
    expect(await edited).toMatchObject({ ok: true, seq: 12 });
    expect(own.show.get("group", "group-spots")!.name).toBe("Ribs");
    expect(own.show.playbackState("card-lanterns")!.level).toBe(0.4);
    // The touch came while the edit was on its way, and isn't in the database with it.
    expect(lines.slice(2)).toEqual(["12 renamed", "saved 10"]);
    const closed = own.close();
    await settled();
    slow.commits[1]!.end("written");
    await closed;
    expect(lines.at(-1)).toBe("saved 12");
  });

  it("loses nothing and is open for the next edit when the journal can't be written", async () => {
    const slow = new SlowStorage();
    let full = true;
    const intend = (): void => {
      if (full) throw new Error("no space left");
    };
    const journal: DoorJournal = { intend, settled: () => undefined, append: () => undefined, saved: () => undefined };
    const own = new Door({ show: SHOW, seq: 10, storage: slow, now: () => 1000, journal });
    own.on("trouble", () => undefined);
    await own.play(INES, { type: "level", playbackId: "card-lanterns", level: 0.4 }, undefined);
    expect(codeOf(await own.transact(INES, renaming()))).toBe("server.failed");
    full = false;
    const edited = own.transact(INES, renaming());
    await settled();
    expect(slow.commits[0]!.commit.changed.map(({ id }) => id)).toEqual(["group-spots", "state-card-lanterns"]);
    slow.commits[0]!.end("written");
    expect(await edited).toMatchObject({ ok: true });
  });

  it("refuses to play what is just being taken away, and keeps both right", async () => {
    const { slow, own } = open();
    const gone = own.show.get("playback", "card-thunder")!;
    const edited = own.transact(INES, transaction([{ op: "remove", record: gone }]));
    await settled();
    expect(codeOf(await own.play(INES, { type: "go", playbackId: gone.id }, undefined))).toBe("record.unknown");
    slow.commits[0]!.end("written");
    expect(await edited).toMatchObject({ ok: true });
    expect(own.show.get("playback", gone.id)).toBeNull();
  });

  it("refuses an edit whose writing failed, writes what holds over it, and strikes its line", async () => {
    const { slow, own, lines } = open();
    const edited = own.transact(INES, renaming());
    await settled();
    slow.commits[0]!.end("away");
    expect(codeOf(await edited)).toBe("database.away");
    expect(own.show.get("group", "group-spots")!.name).toBe("Rib spots");
    await vi.waitUntil(() => slow.commits.length === 2);
    expect(slow.commits[1]!.commit.changed).toMatchObject([{ id: "group-spots", name: "Rib spots" }]);
    slow.commits[1]!.end("written");
    await vi.waitUntil(() => slow.commits.length === 3);
    expect(slow.commits[2]!.commit.journal).toMatchObject({ type: "strike" });
    expect(lines).not.toContain("settled");
    slow.commits[2]!.end("written");
    await vi.waitUntil(() => lines.includes("settled"));
  });
});
