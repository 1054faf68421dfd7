import { describe, expect, it } from "vitest";
import { selectGroups } from "../selection/selection";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { sketchIdOf } from "../stroke/sketch";
import type { Strokes } from "../stroke/stroke";
import { setChange } from "../document/transaction";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { putBackChanges } from "./put-back";

const movers = selectGroups(["movers"]);
const withSketch = (strokes: Strokes): Show => {
  const show = smallShow(
    listWithCard("wide", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([-35, 35]), Dimmer: part([1]) })] }]),
  );
  return after(show, [setChange(sketchIdOf("ann"), ["strokes"], { from: {}, to: strokes })]);
};
function after(show: Show, changes: Parameters<typeof edit>[1]): Show {
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
}

describe("putting back what was taken up", () => {
  it("changes the part that the cue has, and leaves the rest of the sketch", () => {
    const taken = part([-10, 60], { takenFrom: [{ cueId: "wide-1" }] });
    const show = withSketch({ a: { who: movers, parts: { Pan: taken, Tilt: part([9]) }, rank: 1 } });
    const next = after(show, putBackChanges(show, "ann"));
    expect(next.get("cue", "wide-1")!.strokes).toEqual({ s1: strokeOn("movers", { Pan: part([-10, 60]), Dimmer: part([1]) }) });
    expect(next.sketchOf("ann")!.strokes).toEqual({ a: { who: movers, parts: { Tilt: part([9]) }, rank: 1 } });
  });

  it("puts the part of each head where it came from, over what the cue has", () => {
    const taken = { taken: { "fx-1": { Pan: 5 }, "fx-2": { Pan: 7 } }, shape: {}, touched: 1 };
    const show = withSketch({
      a: { who: movers, parts: { Pan: { ...taken, takenFrom: [{ cueId: "wide-1", heads: ["fx-2"] }, { cueId: "gone" }] } }, rank: 1 },
    });
    const next = after(show, putBackChanges(show, "ann"));
    expect(Object.values(next.get("cue", "wide-1")!.strokes)[1]).toEqual({ who: { heads: ["fx-2"] }, parts: { Pan: taken }, rank: 2 });
    expect(next.sketchOf("ann")!.strokes).toEqual({});
  });

  it("does nothing where nothing was taken up, or its cue is gone", () => {
    expect(putBackChanges(withSketch({ a: { who: movers, parts: { Pan: part([1]) }, rank: 1 } }), "ann")).toEqual([]);
    expect(
      putBackChanges(withSketch({ a: { who: movers, parts: { Pan: part([1], { takenFrom: [{ cueId: "gone" }] }) }, rank: 1 } }), "ann"),
    ).toEqual([]);
    expect(putBackChanges(smallShow(), "nobody")).toEqual([]);
  });
});
