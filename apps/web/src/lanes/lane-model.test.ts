import { describe, expect, it } from "vitest";
import { placedHead, selectGroups, withMask, type Part } from "@vexa/core";
import { smallShow, strokeOn } from "@vexa/core/testing";
import { selectedIn } from "../selection/selected";
import { laneCurve, lanesOf, mixedPoints, plotPoints, withFan, withShape } from "./lane-model";

const heads = smallShow().rig.heads.slice(0, 5).map(placedHead);
const part: Part = { level: { knots: [0, 1] }, shape: {}, touched: 1, delay: { knots: [0, 2] } };
const motion: NonNullable<Part["motion"]> = {
  kind: "wave",
  waveform: "sine",
  low: 0,
  high: 1,
  base: "absolute",
  phase: { knots: [0, 360] },
  phaseShape: {},
  masterId: null,
  rate: { knots: [1] },
};

describe("lane curves", () => {
  it("show a dot for each head and a handle for each knot", () => {
    const points = plotPoints(laneCurve("Dimmer", part, "value")!, heads);
    expect(points.values).toEqual([0, 0.25, 0.5, 0.75, 1]);
    expect(points.knotX).toEqual([0, 1]);
    expect([points.low, points.high]).toEqual([0, 1]);
  });

  it("put a folded knot over the first head that takes its value", () => {
    const folded = withShape(part, "value", { folded: true });
    const points = plotPoints(laneCurve("Dimmer", folded, "value")!, heads);
    expect(points.values).toEqual([0, 0.5, 1, 0.5, 0]);
    expect(points.knotX).toEqual([0, 0.5]);
  });

  it("share one shape between value, fade and delay, and give phases their own", () => {
    const both = { ...part, motion };
    expect(withShape(both, "phase", { folded: true })).toMatchObject({ shape: {}, motion: { phaseShape: { folded: true } } });
    expect(withShape(both, "delay", { folded: true })).toMatchObject({ shape: { folded: true }, motion: { phaseShape: {} } });
    expect(plotPoints(laneCurve("Dimmer", both, "phase")!, heads).values).toEqual([0, 72, 144, 216, 288]);
  });

  it("take a fade away, and have no phase without a motion", () => {
    expect(withFan(part, "delay", null)).toEqual({ level: { knots: [0, 1] }, shape: {}, touched: 1 });
    expect(withFan(part, "fade", { knots: [3] })).toMatchObject({ fade: { knots: [3] } });
    expect(laneCurve("Dimmer", part, "phase")).toBeNull();
    expect(withFan(part, "phase", { knots: [0, 90] })).toBe(part);
  });
});

describe("lanes of a selection", () => {
  const show = smallShow();
  const odd = withMask(selectGroups(["movers"]), { type: "every", n: 2, at: 1 });
  const strokes = {
    all: strokeOn("movers", { Dimmer: part, Pan: { ...part, touched: 5 } }, 1),
    odd: { who: odd, parts: { Dimmer: { ...part, level: { knots: [0.3] } } }, rank: 2 },
  };

  it("come for every attribute that the sketch says anything of on these heads, the latest touched first", () => {
    const lanes = lanesOf(show, strokes, selectedIn(show, selectGroups(["movers"])));
    expect(lanes.map(({ attribute }) => attribute)).toEqual(["Pan", "Dimmer"]);
    expect(lanesOf(show, strokes, selectedIn(show, selectGroups(["cells"])))).toEqual([]);
  });

  it("have knots where one's own stroke is all that is seen, and show every head's own value where not", () => {
    const [pan, dimmer] = lanesOf(show, strokes, selectedIn(show, selectGroups(["movers"])));
    expect([pan!.editable, dimmer!.editable]).toEqual([true, false]);
    expect(dimmer!.values.map((entry) => entry!.value)).toEqual(
      [0.3, 1 / 7, 0.3, 3 / 7, 0.3, 5 / 7, 0.3, 1].map((value) => expect.closeTo(value, 6) as number),
    );
    expect(dimmer!.sources.map(({ name }) => name)).toEqual(["Movers, odd", "Movers"]);
    expect(lanesOf(show, strokes, selectedIn(show, odd)).find(({ attribute }) => attribute === "Dimmer")!.editable).toBe(true);
  });

  it("draw mixed values over the range that they need", () => {
    expect(mixedPoints([0.2, null, 1.4], [0, 1])).toEqual({ values: [0.2, null, 1.4], knotX: [], low: 0, high: 1.4 });
  });

  it("shows times in percent of the cue's in-time where that is how they are given", () => {
    const timed: Part = { level: { knots: [1] }, delay: { knots: [0, 0.5] }, shape: {}, touched: 1 };
    expect(laneCurve("Dimmer", timed, "delay")).toMatchObject({ scale: 1, unit: "s" });
    expect(laneCurve("Dimmer", { ...timed, timesIn: "parts" }, "delay")).toMatchObject({ scale: 100, unit: "%", fan: { knots: [0, 0.5] } });
  });
});
