import { describe, expect, it } from "vitest";
import type { VeilMotion } from "../motion/motion";
import type { Show } from "../show/show";
import { edit } from "../show/edit";
import { setChange } from "../document/transaction";
import { smallShow, strokeOn } from "../testing/small-show";
import { moving } from "../testing/motions";
import { sketchIdOf } from "../stroke/sketch";
import type { Strokes } from "../stroke/stroke";
import { fanVeils, VEIL_SETTINGS, veilsOf, type VeilSettingName } from "./fan-veils";

const veil = (more: Partial<VeilMotion> = {}): VeilMotion => ({
  kind: "veil",
  base: "relative",
  meets: "covers",
  pattern: "rings",
  plane: "flat",
  centre: { x: 0, y: 4, z: 0 },
  width: 4,
  height: 4,
  turn: 0,
  low: 0,
  high: 1,
  phase: { knots: [0, 90] },
  phaseShape: {},
  masterId: null,
  rate: { knots: [1] },
  ...more,
});
/** Three veils, of which the second has a pan beside it, and the third lies lowest. */
const STROKES: Strokes = {
  a: strokeOn("movers", { Dimmer: moving(veil()) }, 2),
  b: strokeOn("cells", { Dimmer: moving(veil({ size: { knots: [0.2, 0.4] } })) }, 3),
  c: strokeOn("movers", { Zoom: moving(veil({ blur: 1 })) }, 1),
};
function sketched(strokes: Strokes): Show {
  const show = smallShow([]);
  const done = edit(show, [setChange(sketchIdOf("ann"), ["strokes"], { from: show.sketchOf("ann")!.strokes, to: strokes })]);
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return done.value;
}
const ALL = ["c Zoom", "a Dimmer", "b Dimmer"];
const valuesOf = (show: Show, setting: VeilSettingName): number[] =>
  veilsOf(show.sketchOf("ann")!.strokes).map(({ motion }) => VEIL_SETTINGS[setting].of(motion));
const fanned = (show: Show, setting: VeilSettingName, knots: readonly number[], ids: readonly string[] = ALL): Show => {
  const changes = fanVeils(show, { personId: "ann", ids, setting, knots });
  const done = changes.ok ? edit(show, changes.value) : changes;
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return done.value;
};

describe("a fan over several veils", () => {
  it("goes from the lowest to the topmost, whichever is named first, with knots between", () => {
    const show = sketched(STROKES);
    expect(veilsOf(STROKES).map(({ id }) => id)).toEqual(ALL);
    expect(valuesOf(fanned(show, "size", [0, 1], ALL.toReversed()), "size")).toEqual([0, 0.5, 1]);
    expect(valuesOf(fanned(show, "width", [2, 8, 2]), "width")).toEqual([2, 8, 2]);
    expect(valuesOf(fanned(show, "x", [-3, 3]), "x")).toEqual([-3, 0, 3]);
    expect(valuesOf(fanned(show, "blur", [2]), "blur")).toEqual([2, 2, 2]);
    expect(valuesOf(fanned(show, "phase", [0, 360], ["a Dimmer", "b Dimmer"]), "phase")).toEqual([0, 0, 360]);
    // What is left out stays, and so does all else that they say.
    const after = fanned(show, "turn", [90], ["b Dimmer"]).sketchOf("ann")!.strokes;
    expect([after["a"], after["c"]]).toEqual([STROKES["a"], STROKES["c"]]);
    expect(after["b"]!.parts["Dimmer"]!.motion).toEqual({ ...STROKES["b"]!.parts["Dimmer"]!.motion, turn: 90 });
  });

  it("can be said of every setting, and comes back by itself", () => {
    const show = sketched(STROKES);
    for (const setting of Object.keys(VEIL_SETTINGS) as VeilSettingName[])
      expect([setting, valuesOf(fanned(show, setting, [0.25, 0.75]), setting)]).toEqual([setting, [0.25, 0.5, 0.75]]);
    expect(fanVeils(show, { personId: "ann", ids: ["c Zoom"], setting: "blur", knots: [1] })).toMatchObject({ ok: true });
  });

  it("gives those in step with one the same rate, and two veils of one stroke their own sizes", () => {
    const inStep = veil({ together: "both" });
    const show = sketched({ a: strokeOn("movers", { Dimmer: moving(inStep), Zoom: moving(inStep) }, 1), b: STROKES["b"]! });
    expect(valuesOf(fanned(show, "rate", [2], ["a Dimmer"]), "rate")).toEqual([2, 2, 1]);
    expect(valuesOf(fanned(show, "size", [0.2, 0.8], ["a Dimmer", "a Zoom"]), "size").slice(0, 2)).toEqual([
      expect.closeTo(0.2, 12),
      expect.closeTo(0.8, 12),
    ]);
  });

  it("is refused where a veil can't be so, with which and why, and where none is left", () => {
    const show = sketched(STROKES);
    const why = (setting: VeilSettingName, knots: readonly number[], ids = ALL): unknown =>
      fanVeils(show, { personId: "ann", ids, setting, knots });
    expect(why("size", [0, 1.1])).toMatchObject({ error: { details: { why: "veil 3 takes 0 to 100" } } });
    expect(why("blur", [0, 51])).toMatchObject({ ok: false });
    expect(why("width", [0])).toMatchObject({ error: { details: { why: "veil 1 takes 0.01 to 1000" } } });
    expect(why("size", [NaN])).toMatchObject({ ok: false });
    expect(why("size", [1], ["gone"])).toMatchObject({ error: { details: { why: "none of these veils is there any more" } } });
    expect(fanVeils(show, { personId: "nobody", ids: ALL, setting: "size", knots: [1] })).toMatchObject({ ok: false });
  });
});
