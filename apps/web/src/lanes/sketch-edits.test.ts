import { describe, expect, it } from "vitest";
import { edit, EMPTY_SELECTION, selectGroup, selectHeads, withMask, type Change, type Part, type Show } from "@vexa/core";
import { smallShow } from "@vexa/core/testing";
import { partChanges, partWords, selectionName, strokeFor, wipeChanges } from "./sketch-edits";

const movers = selectGroup("movers", ["fx-1", "fx-2"]);
const odd = withMask(movers, { type: "every", n: 2, at: 1 });
const level = (knots: readonly number[]): Part => ({ level: { knots }, shape: {}, touched: 1 });
const after = (show: Show, changes: readonly Change[]): Show => {
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
};
const put = (show: Show, selection: typeof movers, part: Part | null): Show =>
  after(show, partChanges(show, { personId: "ann", selection, attribute: "Dimmer", part }));

describe("edits of one's sketch", () => {
  it("make a stroke for a selection that has none, by group as long as it is one", () => {
    const show = put(put(smallShow(), movers, level([0.5])), selectHeads(["fx-3"]), level([1]));
    const strokes = Object.values(show.sketchOf("ann")!.strokes);
    expect(strokes.map(({ who, rank }) => [who, rank])).toEqual([
      [{ groupIds: ["movers"] }, 1],
      [{ heads: ["fx-3"] }, 2],
    ]);
  });

  it("change the stroke that is there, and bring it to the top", () => {
    let show = put(put(smallShow(), movers, level([0.5])), odd, level([1]));
    show = put(show, movers, level([0.25]));
    expect(Object.keys(show.sketchOf("ann")!.strokes)).toHaveLength(2);
    expect(strokeFor(show, "ann", movers)!.stroke).toMatchObject({ rank: 3, parts: { Dimmer: { level: { knots: [0.25] } } } });
    expect(strokeFor(show, "ann", odd)!.stroke.rank).toBe(2);
  });

  it("take the stroke away with its last part, and wipe all", () => {
    const show = put(put(smallShow(), movers, level([0.5])), odd, level([1]));
    const less = put(show, odd, null);
    expect(strokeFor(less, "ann", odd)).toBeNull();
    expect(partChanges(less, { personId: "ann", selection: odd, attribute: "Dimmer", part: null })).toEqual([]);
    expect(after(show, wipeChanges(show, "ann")).sketchOf("ann")!.strokes).toEqual({});
    expect(wipeChanges(smallShow(), "ann")).toEqual([]);
  });

  it("are named as people would say them", () => {
    const show = smallShow();
    expect(selectionName(show, movers)).toBe("Movers");
    expect(selectionName(show, odd)).toBe("Movers, odd");
    expect(selectionName(show, selectHeads(["fx-1"]))).toBe("1 head");
    expect(selectionName(show, EMPTY_SELECTION)).toBe("0 heads");
    expect(partWords("Dimmer", level([0.2, 1, 0.2]))).toBe("20..100..20");
  });
});
