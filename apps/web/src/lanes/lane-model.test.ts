import { describe, expect, it } from "vitest";
import { placedHead, type Part } from "@vexa/core";
import { smallShow } from "@vexa/core/testing";
import { laneCurve, plotPoints, withFan, withShape } from "./lane-model";

const heads = smallShow().rig.heads.slice(0, 5).map(placedHead);
const part: Part = { level: { knots: [0, 1] }, shape: {}, touched: 1, delay: { knots: [0, 2] } };
const motion: NonNullable<Part["motion"]> = {
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
