import { describe, expect, it } from "vitest";
import { overlap } from "../playback/page-grid";
import type { ShowRecord } from "../show/records";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, smallShow } from "../testing";
import { drawnLike } from "../motion/drawn-like";
import { waveMotion } from "../testing/motions";
import { highlightChanges } from "./highlight-changes";
import { learnedChanges } from "./learned-control";
import {
  freeName,
  newCard,
  newDevice,
  newGroup,
  newGroupMaster,
  newPage,
  newPreset,
  newSavedShape,
  newSpeedMaster,
  newTerritory,
  splitChanges,
} from "./new-records";
import { recordChanges } from "./record-cue";

let ids = 0;
const newId = (): string => String(++ids);
const made = { newId, territoryId: null };
const show = smallShow(listWithCard("a", [{ inSeconds: 1, strokes: [] }]));
const added = (before: Show, ...records: readonly ShowRecord[]): Show =>
  after(
    before,
    records.map((record) => ({ op: "add", record })),
  );
function after(before: Show, changes: Parameters<typeof edit>[1]): Show {
  const next = edit(before, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
}

describe("new records", () => {
  it("fit the show's own rules, each behind the others of its kind", () => {
    const group = show.get("group", "movers")!;
    const records: ShowRecord[] = [
      newGroup(show, { ...made, name: "x".repeat(200), heads: ["fx-1"] }),
      newPage(show, made),
      newCard(show, { newId, pageId: "page", listId: "a" }),
      newGroupMaster(show, { newId, pageId: "page", group, how: "scales" }),
      newSpeedMaster(show, { newId, territoryId: "north" }),
      newPreset(show, { ...made, name: "  ", family: "Intensity", universal: {}, perProfile: {}, perHead: { "fx-1": { Dimmer: 1 } } }),
      newSavedShape(show, { newId, name: "Fold", shape: { folded: true } }),
      newTerritory(show.territories, { newId, tints: 8 }),
      newDevice({ newId, address: "127.0.0.1" }),
      drawnLike(waveMotion(), { library: [], newId }),
    ];
    // The two cards are placed by the same show: one of them at a time.
    for (const record of records) expect(() => added(show, record), record.kind).not.toThrow();
    expect(records.map((record) => ("rank" in record ? record.rank : null))).toEqual([2, 1, null, null, 1, 1, 1, null, null, 1]);
    expect(records[0]).toMatchObject({ name: "x".repeat(80) });
    expect(records[5]).toMatchObject({ name: null });
    expect(records[7]).toMatchObject({ tint: 2, name: "Territory 3" });
  });

  it("are cards where there is room, however many there are", () => {
    let full = show;
    for (let card = 0; card < 12; card++) full = added(full, newCard(full, { newId, pageId: "page", listId: "a" }));
    const cards = full.all("playback").filter(({ pageId }) => pageId === "page");
    expect(cards).toHaveLength(13);
    cards.forEach((card, at) => cards.slice(at + 1).forEach((other) => expect(overlap(card, other)).toBe(false)));
  });

  it("are the parts of a group, with every head in one of them", () => {
    const movers = show.get("group", "movers")!;
    const split = after(show, splitChanges(show, movers, { parts: 3, newId }));
    const parts = split.all("group").filter(({ name }) => name.startsWith("Movers "));
    expect(parts.map(({ name }) => name)).toEqual(["Movers 1 of 3", "Movers 2 of 3", "Movers 3 of 3"]);
    expect(parts.flatMap(({ heads }) => heads).toSorted()).toEqual(movers.heads.toSorted());
    expect(parts.map(({ rank }) => rank)).toEqual([2, 3, 4]);
  });

  it("are a cue, with its list where that is new", () => {
    const of = { listName: "", cueName: "", number: 2.5, inSeconds: 3, strokes: {}, territoryId: "north", newId };
    const into = after(show, recordChanges(show, { ...of, listId: "a" }));
    expect(into.cuesOf("a").map(({ number }) => number)).toEqual([1, 2.5]);
    const fresh = after(show, recordChanges(show, { ...of, listId: null, colorPath: "even" }));
    const list = fresh.all("cueList").find(({ id }) => id !== "a")!;
    expect(list).toMatchObject({ name: "New list", territoryId: "north", rank: 1 });
    expect(fresh.cuesOf(list.id)).toMatchObject([{ name: null, colorPath: "even", inSeconds: 3 }]);
  });
});

describe("what a person points at", () => {
  it("is one highlight, changed in place and ended", () => {
    const lit = after(show, highlightChanges(show, "ann", { who: { groupIds: ["movers"] }, dim: 0.1 }));
    expect(highlightChanges(lit, "ann", { who: { groupIds: ["movers"] }, dim: 0.1 })).toEqual([]);
    expect(highlightChanges(lit, "ann", { who: { groupIds: ["cells"] }, dim: 0.2 })).toHaveLength(2);
    expect(after(lit, highlightChanges(lit, "ann", null)).all("highlight")).toEqual([]);
    expect(highlightChanges(show, "ann", null)).toEqual([]);
  });

  it("is a control of a wing, which does its new job alone", () => {
    const first = after(show, learnedChanges(show, { newId, source: "osc", name: "fader 1", does: "fader", targetId: "card-a" }));
    const second = after(first, learnedChanges(first, { newId, source: "osc", name: "fader 1", does: "go", targetId: "card-a" }));
    expect(second.all("control")).toMatchObject([{ name: "fader 1", does: "go", takes: "at-once" }]);
    expect(first.all("control")).toMatchObject([{ takes: "when-met" }]);
  });

  it("has a name that no other has, within what a name may have", () => {
    const named = (name: string): { name: string } => ({ name });
    expect(freeName("Spots", [])).toBe("Spots");
    expect(freeName("Spots", [named("spots"), named("Spots 2")])).toBe("Spots 3");
    const long = "x".repeat(80);
    expect(freeName(long, [named(long)])).toBe(`${"x".repeat(78)} 2`);
    const twice = added(show, newGroup(show, { ...made, name: "Late", heads: [] }));
    expect(newGroup(twice, { ...made, name: "Late", heads: [] }).name).toBe("Late 2");
  });
});
