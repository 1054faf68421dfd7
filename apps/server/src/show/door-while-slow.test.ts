import { randomUUID } from "node:crypto";
import { describe, expect, it, vi } from "vitest";
import { setChange, Show, type Answer, type Change, type Person, type Transaction } from "@vexa/core";
import { understory } from "@vexa/demo";
import { StorageAway, type Commit, type DoorStorage } from "../storage/commit";
import { Door } from "./door";
import type { DoorJournal } from "./door-journal";

const SHOW = new Show(new Map(understory().map((record) => [record.id, record])));
const INES = SHOW.get("person", "person-ines")!;
const OTHER_LEAD: Person = { ...INES, id: "person-other" };
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

  const playback = SHOW.get("playback", "card-thunder")!;
  const made = { ...playback, id: "card-made", goToCueId: undefined };
  const making = (): Transaction => transaction([{ op: "add", record: made }], { label: "made" });
  const go = { type: "go", playbackId: made.id } as const;

  it("goes on a card whose making is still being written, once it holds, and answers then", async () => {
    const { slow, own, lines } = open();
    const edited = own.transact(INES, making());
    await settled();
    const answers: Answer[] = [];
    void own.play(INES, go, 999.9).then((answer) => answers.push(answer));
    const raised = own.play(INES, { type: "level", playbackId: made.id, level: 0.6 }, undefined);
    await settled();
    expect(answers).toEqual([]);
    // Others play on meanwhile.
    expect(await own.play(INES, { type: "level", playbackId: "card-lanterns", level: 0.4 }, undefined)).toMatchObject({ ok: true });
    slow.commits[0]!.end("written");
    expect(await edited).toMatchObject({ ok: true });
    expect(await raised).toMatchObject({ ok: true });
    expect(answers).toMatchObject([{ ok: true, seq: 13 }]);
    expect(lines.filter((line) => / (made|go|level)$/.test(line))).toEqual(["11 level", "12 made", "13 go", "14 level"]);
    // When the hand did it, not when the database was ready.
    expect(own.show.playbackState(made.id)).toMatchObject({ goSeconds: 999.9, level: 0.6 });
  });

  it("does what waits for an edit before the next touch, also while other edits wait behind it", async () => {
    const { slow, own } = open();
    const edited = [own.transact(INES, making()), own.transact(INES, renaming())];
    await settled();
    const early = own.play(INES, { type: "level", playbackId: made.id, level: 0.3 }, undefined);
    slow.commits[0]!.end("written");
    expect(await edited[0]).toMatchObject({ ok: true });
    expect(await own.play(INES, { type: "level", playbackId: made.id, level: 0.8 }, undefined)).toMatchObject({ ok: true });
    expect(await early).toMatchObject({ ok: true });
    await vi.waitUntil(() => slow.commits.length === 2);
    slow.commits[1]!.end("written");
    await edited[1];
    expect(own.show.playbackState(made.id)!.level).toBe(0.8);
  });

  it("goes to a cue that is being recorded behind the last one, and no further", async () => {
    const { slow, own } = open();
    const cues = SHOW.cuesOf(playback.listId);
    const last = cues.at(-1)!;
    await own.play(INES, { type: "go", playbackId: playback.id, cueId: last.id }, undefined);
    const next = { ...last, id: "cue-next", number: last.number + 1, name: "Next" };
    const recorded = own.transact(INES, transaction([{ op: "add", record: next }]));
    await settled();
    const pressed = [go, go].map((press) => own.play(INES, { ...press, playbackId: playback.id }, undefined));
    await settled();
    expect(own.show.playbackState(playback.id)!.cueId).toBe(last.id);
    slow.commits[0]!.end("written");
    await recorded;
    expect((await Promise.all(pressed)).map(codeOf)).toEqual([null, null]);
    expect(own.show.playbackState(playback.id)!.cueId).toBe(next.id);
  });

  it("paints with a pot's colour as the same hand made it before, and waits for nobody else's edit", async () => {
    const { slow, own } = open();
    const board = own.show.all("board")[0]!;
    const [[potId, otherId], [bedId]] = [Object.keys(board.pots) as [string, string], Object.keys(board.beds) as [string]];
    const paint = { type: "paint", boardId: board.id, bedIds: [bedId], potId } as const;
    const { color } = board.pots[potId]!;
    const other = board.pots[otherId]!.color;
    expect(other).not.toEqual(color);
    void own.transact(OTHER_LEAD, transaction([setChange(board.id, ["name"], { from: board.name, to: "Another" })]));
    await settled();
    expect(await own.play(INES, paint, undefined)).toMatchObject({ ok: true });
    const mixed = own.transact(INES, transaction([setChange(board.id, ["pots", potId, "color"], { from: color, to: other })]));
    const painted = own.play(INES, paint, undefined);
    slow.commits[0]!.end("written");
    await vi.waitUntil(() => slow.commits.length === 2);
    slow.commits[1]!.end("written");
    expect([await mixed, await painted].map(codeOf)).toEqual([null, null]);
    expect(own.show.all("coat").find((coat) => coat.boardId === board.id && coat.bedId === bedId)!.color).toEqual(other);
  });

  it("runs a macro as it was written before the touch", async () => {
    const { slow, own } = open();
    const macro = own.show.get("macro", "macro-quiet")!;
    const run = { type: "macro", macroId: macro.id } as const;
    const heard: string[] = [];
    own.on("changes", (_, { label }) => heard.push(`${label}: ${own.show.get("macro", macro.id)!.lines[0]}`));
    const [from, to] = [macro.lines, ["wait 5"]];
    const written = own.transact(INES, transaction([setChange(macro.id, ["lines"], { from, to })]));
    const touched = [run, { type: "macro-stop", macroId: macro.id } as const].map((touch) => own.play(INES, touch, undefined));
    await settled();
    expect(heard).toEqual([]);
    slow.commits[0]!.end("written");
    expect([await written, ...(await Promise.all(touched))].map(codeOf)).toEqual([null, null, null]);
    expect(heard).toEqual(["an edit: wait 5", "macro: wait 5", "macro-stop: wait 5"]);
  });

  it.each(["that never played", "that has played before"])(
    "starts a cue of a card %s with the macro just given it by the same hand",
    async (which) => {
      const { slow, own } = open();
      const [cue] = SHOW.cuesOf(playback.listId);
      if (which === "that has played before")
        for (const type of ["go", "let-go"] as const) await own.play(INES, { type, playbackId: playback.id }, undefined);
      const heard: (string | undefined)[] = [];
      own.on("changes", (_, { label }) => label === "go" && heard.push(own.show.get("cue", cue!.id)!.macroId));
      const given = own.transact(INES, transaction([setChange(cue!.id, ["macroId"], { to: "macro-quiet" })]));
      await settled();
      const pressed = own.play(INES, { ...go, playbackId: playback.id }, undefined);
      await settled();
      expect(heard).toEqual([]);
      // Others start it as it is, and let it go, at once.
      for (const type of ["go", "let-go"] as const)
        expect(codeOf(await own.play(OTHER_LEAD, { type, playbackId: playback.id }, undefined))).toBe(null);
      slow.commits[0]!.end("written");
      expect([await given, await pressed].map(codeOf)).toEqual([null, null]);
      expect(heard).toEqual([undefined, "macro-quiet"]);
    },
  );

  it("runs it as it stands where the database stands still, soon", async () => {
    const { own } = open();
    const macro = own.show.get("macro", "macro-quiet")!;
    void own.transact(INES, transaction([setChange(macro.id, ["lines"], { from: macro.lines, to: ["wait 5"] })]));
    await settled();
    const began = performance.now();
    expect(await own.play(INES, { type: "macro", macroId: macro.id }, undefined)).toMatchObject({ ok: true });
    expect(performance.now() - began).toBeGreaterThan(250);
    expect(own.show.all("runningMacro")).toHaveLength(1);
    expect(own.show.get("macro", macro.id)!.lines).toEqual(macro.lines);
  });

  it("refuses a touch on what isn't there at once, and on what could not be written when that is known", async () => {
    const { slow, own } = open();
    expect(codeOf(await own.play(INES, go, undefined))).toBe("record.unknown");
    const edited = own.transact(INES, making());
    await settled();
    const pressed = own.play(INES, go, undefined);
    slow.commits[0]!.end("away");
    expect(codeOf(await edited)).toBe("database.away");
    expect(codeOf(await pressed)).toBe("record.unknown");
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
