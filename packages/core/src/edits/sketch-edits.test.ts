import { describe, expect, it } from "vitest";
import type { Change } from "../document/transaction";
import { selectionName } from "../questions/selection-name";
import { EMPTY_SELECTION, selectGroups, selectHeads, withMask, type Selection } from "../selection/selection";
import type { Fan } from "../shape/fan";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { headValues } from "../stroke/head-values";
import type { Part, Strokes } from "../stroke/stroke";
import { smallShow } from "../testing/small-show";
import { addedFan, nudgeChanges, partChanges, strokeFor, wipeChanges } from "./sketch-edits";

let ids = 0;
const newId = (): string => `s${++ids}`;
const movers = selectGroups(["movers"]);
const odd = withMask(movers, { type: "every", n: 2, at: 1 });
const level = (knots: readonly number[]): Part => ({ level: { knots }, shape: {}, touched: 1 });
const after = (show: Show, changes: readonly Change[]): Show => {
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
};
const put = (show: Show, selection: Selection, part: Part | null, attribute: "Pan" | "Dimmer" = "Pan"): Show =>
  after(show, partChanges(show, { personId: "ann", newId, selection, attribute, part }));
const nudge = (show: Show, selection: Selection, by: Fan): Show =>
  after(show, nudgeChanges(show, { personId: "ann", newId, selection, attribute: "Pan", by }));
const strokesOf = (show: Show): Strokes => show.sketchOf("ann")!.strokes;
const pans = (show: Show): (number | null)[] => {
  const heads = show.groupHeads("movers")!.map((key) => show.rig.headByKey.get(key)!);
  return headValues(strokesOf(show), { attribute: "Pan", heads, show }).map((entry) =>
    typeof entry?.value === "number" ? Math.round(entry.value * 1000) / 1000 : null,
  );
};

describe("edits of one's sketch", () => {
  it("make a stroke for a selection that has none, by group as long as it is one", () => {
    const show = put(put(smallShow(), movers, level([5])), selectHeads(["fx-3"]), level([10]));
    expect(Object.values(strokesOf(show)).map(({ who, rank }) => [who, rank])).toEqual([
      [{ groupIds: ["movers"] }, 1],
      [{ heads: ["fx-3"] }, 2],
    ]);
  });

  it("change the stroke that is there", () => {
    const show = put(put(smallShow(), movers, level([5])), movers, level([0, 7]));
    expect(Object.keys(strokesOf(show))).toHaveLength(1);
    expect(pans(show)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });

  it("come above what lies over them, and take nothing else of the sketch along", () => {
    let show = put(smallShow(), movers, level([5]));
    show = put(show, movers, level([0.5]), "Dimmer");
    show = put(show, odd, level([90]));
    show = put(show, odd, level([1]), "Dimmer");
    show = put(show, movers, level([0, 7]));
    expect(pans(show)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    const heads = show.groupHeads("movers")!.map((key) => show.rig.headByKey.get(key)!);
    expect(headValues(strokesOf(show), { attribute: "Dimmer", heads, show }).map((entry) => entry!.value)).toEqual([
      1, 0.5, 1, 0.5, 1, 0.5, 1, 0.5,
    ]);
  });

  it("take the stroke away with its last part, and wipe all", () => {
    const show = put(put(smallShow(), movers, level([5])), odd, level([10]));
    const less = put(show, odd, null);
    expect(strokeFor(strokesOf(less), odd)).toBeNull();
    expect(partChanges(less, { personId: "ann", newId, selection: odd, attribute: "Pan", part: null })).toEqual([]);
    expect(strokesOf(after(show, wipeChanges(show, "ann")))).toEqual({});
    expect(wipeChanges(smallShow(), "ann")).toEqual([]);
  });
});

describe("nudges", () => {
  it("move one's own fan, which stays that fan", () => {
    const show = nudge(put(smallShow(), movers, level([-35, 35])), movers, { knots: [10] });
    expect(Object.values(strokesOf(show))[0]!.parts.Pan!.level).toEqual({ knots: [-25, 45] });
    expect(pans(nudge(show, movers, { knots: [0, 7] }))).toEqual([-25, -14, -3, 8, 19, 30, 41, 52]);
  });

  it("move mixed values all by the same amount, with one stroke for a whole drag", () => {
    let show = put(put(smallShow(), movers, level([-35, 35])), odd, level([90]));
    const before = pans(show);
    for (let step = 0; step < 5; step++) show = nudge(show, movers, { knots: [2] });
    expect(pans(show)).toEqual(before.map((value) => value! + 10));
    expect(Object.keys(strokesOf(show))).toHaveLength(3);
    for (let step = 0; step < 5; step++) show = nudge(show, movers, { knots: [-2] });
    expect(pans(show)).toEqual(before);
  });

  it("move a part of a fan's heads and leave the others", () => {
    const show = nudge(put(smallShow(), movers, level([0, 7])), odd, { knots: [100] });
    expect(pans(show)).toEqual([100, 1, 102, 3, 104, 5, 106, 7]);
  });

  it("add fans place by place, with as many knots as both need", () => {
    expect(addedFan({ knots: [0, 10] }, { knots: [5] })).toEqual({ knots: [5, 15] });
    expect(addedFan({ knots: [1] }, { knots: [0, 5, 0] })).toEqual({ knots: [1, 6, 1] });
    expect(addedFan({ knots: [0, 10] }, { knots: [0, 6, 0] })).toEqual({ knots: [0, 11, 10] });
    expect(addedFan({ knots: [0, 4, 0], path: "smooth" }, { knots: [1] })).toEqual({ knots: [1, 5, 1], path: "smooth" });
  });
});

describe("words", () => {
  it("are those that people would say", () => {
    const show = smallShow();
    expect(selectionName(show, movers)).toBe("Movers");
    expect(selectionName(show, odd)).toBe("Movers, odd");
    expect(selectionName(show, withMask(movers, { type: "every", n: 22, at: 3 }))).toBe("Movers, every 22nd from 3");
    expect(selectionName(show, selectGroups(["movers", "cells"]))).toBe("Movers + Cells");
    expect(selectionName(show, selectHeads(["fx-1"]))).toBe("1 head");
    expect(selectionName(show, EMPTY_SELECTION)).toBe("0 heads");
  });
});
