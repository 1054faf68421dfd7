import { describe, expect, it } from "vitest";
import { resolve } from "../stroke/resolve";
import type { Strokes } from "../stroke/stroke";
import { part, smallShow, strokeOn } from "../testing";
import { addedStrokes, strokesWithout } from "./record-cue";

const show = smallShow();
const odd = { groupIds: ["movers"], mask: { type: "every" as const, n: 2, at: 1 } };
const present: Strokes = {
  a: strokeOn("movers", { Dimmer: part([0.5]), Pan: part([10]) }, 1),
  b: { ...strokeOn("movers", { Dimmer: part([0.9]) }, 2), who: odd },
};

describe("recording into a cue", () => {
  it("adds over what is there: it looks as both laid on each other, whatever their ids and ranks are", () => {
    const more: Strokes = { a: strokeOn("movers", { Dimmer: part([0.1]) }, 1), c: strokeOn("cells", { ColorAdd_R: part([1]) }, 2) };
    const added = addedStrokes(present, more);
    const laid: Strokes = { ...present, x: { ...more["a"]!, rank: 3 }, y: { ...more["c"]!, rank: 4 } };
    expect(resolve(added, show).rows).toEqual(resolve(laid, show).rows);
    expect(Object.keys(added)).toEqual(["a", "b", "a-2", "c"]);
    // About exactly the heads of the topmost stroke: no new one is needed.
    const same = addedStrokes(present, { z: { ...strokeOn("movers", { Tilt: part([3]) }, 1), who: odd } });
    expect(Object.keys(same)).toEqual(["a", "b"]);
    expect(Object.keys(same["b"]!.parts)).toEqual(["Dimmer", "Tilt"]);
  });

  it("takes out the same attributes of the same heads, and strokes of which nothing is left", () => {
    const taken: Strokes = { t: strokeOn("movers", { Dimmer: part([1]) }), u: { ...strokeOn("movers", { Dimmer: part([1]) }), who: odd } };
    expect(strokesWithout(present, taken)).toEqual({ a: { ...present["a"], parts: { Pan: present["a"]!.parts.Pan } } });
    expect(strokesWithout(present, { v: strokeOn("cells", { Dimmer: part([1]) }) })).toEqual(present);
  });
});
