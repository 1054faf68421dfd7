import { describe, expect, it } from "vitest";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import type { ShowRecord } from "../show/records";
import type { Person } from "../territory/territory";
import { mayDo } from "../rights/rights";
import { playChanges } from "./play";

const at = { column: 0, row: 0, columns: 4, rows: 2 };
const record = (of: object): ShowRecord => ({ version: 1, ...of }) as ShowRecord;
const card = (id: string, groupId: string, pageId: string, how = "parks"): ShowRecord =>
  record({ id, kind: "groupMaster", name: id, pageId, who: { groupIds: [groupId] }, how, ...at });
const small = smallShow([
  record({ id: "bens", kind: "page", name: "Ben's", rank: 1, territoryId: "north" }),
  card("parks", "movers", "page"),
  card("bens-card", "movers", "bens"),
  card("cells-card", "cells", "bens"),
  card("scales", "movers", "page", "scales"),
  ...listWithCard("lit", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.6]), Pan: part([20]) })] }]),
]);
// Ben's territory has the movers' intensities and positions; Olu, an operator, is of its people.
const north = {
  ...small.get("territory", "north")!,
  personIds: ["ben", "olu"],
  parts: [{ groupIds: ["movers"], heads: [], families: ["Intensity", "Position"] as const }],
};
const show = small.withRecords(new Map([...small.records, ["north", north]]), ["north"]);
const groupPark = (groupMasterId: string, on: boolean) => ({ type: "group-park", groupMasterId, on }) as const;

describe("a card that parks a group", () => {
  it("keeps its heads as they are on stage, whatever plays, and frees them again", () => {
    const bench = new EngineOnBench(show);
    bench.play({ type: "go", playbackId: "card-lit" });
    expect(bench.read(3, 0, 0.1)).toBeCloseTo(0.6, 3);
    const heads = show.groupHeads("movers")!;
    bench.play(groupPark("parks", true));
    expect(bench.engine.show.all("park").map(({ head }) => head)).toEqual(heads);
    bench.play({ type: "let-go", playbackId: "card-lit" });
    expect(bench.read(3, 0, 5)).toBeCloseTo(0.6, 3);
    bench.play(groupPark("parks", false));
    expect(bench.engine.show.all("park")).toEqual([]);
    expect(bench.read(3, 0, 0.1)).toBe(0);
  });

  it("scales nothing, and takes no level", () => {
    const bench = new EngineOnBench(show);
    bench.play({ type: "go", playbackId: "card-lit" });
    expect(bench.read(3, 0, 0.1)).toBeCloseTo(0.6, 3);
    for (const command of [
      { type: "group-level", groupMasterId: "parks", level: 0 },
      groupPark("scales", true),
      groupPark("gone", true),
    ] as const)
      expect(playChanges(show, command, { t: 1, personId: "ann", values: () => bench.engine.values }).ok).toBe(false);
  });

  it("parks only heads of its own, and of these the families that its page reaches", () => {
    const bench = new EngineOnBench(show);
    bench.play(groupPark("bens-card", true));
    const parked = bench.engine.show.all("park");
    const movers = show.groupHeads("movers")!;
    expect(parked.map(({ head }) => head)).toEqual(movers);
    for (const { values } of parked) expect(Object.keys(values).sort()).toEqual(["Dimmer", "Pan", "Tilt"]);
    bench.play(groupPark("cells-card", true));
    expect(bench.engine.show.all("park")).toHaveLength(movers.length);
  });

  it("parks nobody while it isn't known how they are: before the first frame, and while another rig is being laid out", () => {
    for (const values of [() => null, () => [0.5], undefined]) {
      const done = playChanges(show, groupPark("parks", true), { t: 1, personId: "ann", ...(values ? { values } : {}) });
      expect(done).toMatchObject({ ok: false, error: { code: "stage.away" } });
    }
    expect(playChanges(show, groupPark("parks", false), { t: 1, personId: "ann" })).toEqual({ ok: true, value: [] });
  });

  it("is played by right of its page: by operators too, who park nowhere else, and not by those who only look on", () => {
    const person = (role: Person["role"], id: string = role): Person => ({
      id,
      kind: "person",
      version: 1,
      name: id,
      initials: "Xx",
      role,
    });
    const on =
      (who: Person, of = show) =>
      (id: string): boolean =>
        mayDo(of, who, groupPark(id, true)) === null;
    expect(["parks", "bens-card"].map(on(person("operator", "olu")))).toEqual([true, true]);
    expect(["parks", "bens-card"].map(on(person("operator", "other")))).toEqual([true, false]);
    expect(["parks", "bens-card"].map(on(person("watcher")))).toEqual([false, false]);
    expect(["parks", "bens-card"].map(on(person("lead")))).toEqual([true, true]);
    expect(mayDo(show, person("operator", "olu"), { type: "unpark-all", heads: ["fx-1"] })).not.toBeNull();
    const guest = person("guest");
    expect(["parks", "bens-card"].map(on(guest))).toEqual([false, false]);
    const own = show.withRecords(
      new Map([...show.records, ["his", record({ id: "his", kind: "page", name: "His", rank: 2, territoryId: null, personId: "guest" })]]),
    );
    const moved = own.withRecords(
      new Map([...own.records, ["parks", { ...own.get("groupMaster", "parks")!, pageId: "his" } as ShowRecord]]),
    );
    expect(on(guest, moved)("parks")).toBe(true);
  });
});
