import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { explain } from "../errors/result";
import { part, smallShow, strokeOn } from "../testing";
import { clipToReach } from "./clip";

const show = smallShow();
const ben = show.get("person", "ben")!;
const ann = show.get("person", "ann")!;
const both = { who: { heads: ["fx-1", "fx-2", "fx-9.1"] }, parts: { Dimmer: part([1]) }, rank: 1 };

describe("clipToReach", () => {
  it("leaves the lead's changes as they are", () => {
    const change = setChange("sketch-ann", ["strokes", "s"], { to: strokeOn("cells", { Dimmer: part([1]) }) });
    expect(clipToReach(show, ann, [change])).toEqual({ changes: [change], note: null, refusal: null });
  });

  it("refuses what lies wholly outside, with the owner's name and what to do", () => {
    const change = setChange("sketch-ben", ["strokes", "s"], { to: strokeOn("cells", { Dimmer: part([1]) }) });
    const { changes, refusal } = clipToReach(show, ben, [change]);
    expect(changes).toEqual([]);
    expect(explain(refusal!)).toBe(
      "All 6 heads are in South (Cleo), so nothing was changed. Ask Cleo to change it for you, or pick heads of your own.",
    );
  });

  it("keeps a stroke that is partly inside as written, since it may refer to a group, and says what was left alone", () => {
    const change = setChange("sketch-ben", ["strokes", "s"], { to: both });
    expect(clipToReach(show, ben, [change])).toEqual({
      changes: [change],
      note: "1 of 3 heads is in South (Cleo), so it was left alone.",
      refusal: null,
    });
  });

  it("drops only the parts that lie outside", () => {
    const change = setChange("sketch-ben", ["strokes"], {
      from: {},
      to: { a: strokeOn("movers", { Dimmer: part([1]) }), b: strokeOn("cells", { Dimmer: part([1]) }, 2) },
    });
    const { changes } = clipToReach(show, ben, [change]);
    expect(changes).toEqual([setChange("sketch-ben", ["strokes"], { from: {}, to: { a: strokeOn("movers", { Dimmer: part([1]) }) } })]);
  });

  it("sees through changes that build on each other", () => {
    const changes = [
      setChange("sketch-ben", ["strokes", "s"], { to: strokeOn("movers", { Dimmer: part([1]) }) }),
      setChange("sketch-ben", ["strokes", "s", "who"], { from: { groupIds: ["movers"] }, to: { groupIds: ["cells"] } }),
    ];
    const { changes: kept, note } = clipToReach(show, ben, changes);
    expect(kept).toEqual([changes[0]]);
    expect(note).toBe("6 of 14 heads are in South (Cleo), so they were left alone.");
  });

  it("names heads that are in no territory yet", () => {
    const wide = smallShow();
    const south = wide.get("territory", "south")!;
    const records = new Map(wide.records).set("south", { ...south, personIds: [], parts: [] });
    const change = setChange("sketch-ben", ["strokes", "s"], { to: strokeOn("cells", { Dimmer: part([1]) }) });
    const { refusal } = clipToReach(wide.withRecords(records), ben, [change]);
    expect(explain(refusal!)).toBe(
      "All 6 heads are in no territory yet, so nothing was changed. Ask Ann to change it for you, or pick heads of your own.",
    );
  });
});
