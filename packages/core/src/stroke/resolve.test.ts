import { describe, expect, it } from "vitest";
import { part, smallShow, strokeOn } from "../testing";
import type { Attribute } from "../rig/attributes";
import { physicalOf } from "../rig/scale";
import { compile } from "../engine/compile";
import { headValues } from "./head-values";
import { resolve } from "./resolve";
import type { ResolveContext } from "./row";
import type { Strokes } from "./stroke";

const show = smallShow();
/** Emitters on the primaries of IEC 61966-2-1. */
const SRGB = {
  ColorAdd_R: { x: 0.64, y: 0.33, luminance: 0.2126 },
  ColorAdd_G: { x: 0.3, y: 0.6, luminance: 0.7152 },
  ColorAdd_B: { x: 0.15, y: 0.06, luminance: 0.0722 },
};

/** What strokes come to for one attribute of the eight movers, in physical values. */
function values(strokes: Strokes, attribute: Attribute, context: ResolveContext = show): (number | null)[] {
  const byParameter = new Map(resolve(strokes, context).rows.map((row) => [row.parameter, row]));
  return show.groupHeads("movers")!.map((key) => {
    const parameter = show.rig.headByKey.get(key)!.parameters.get(attribute)!;
    const value = byParameter.get(parameter)?.value ?? null;
    return value === null ? null : Math.round(physicalOf(show.rig.parameters[parameter]!.channel, value) * 1e6) / 1e6;
  });
}

describe("resolve", () => {
  it("fans degrees along a group, each head by its own range", () => {
    expect(values({ s: strokeOn("movers", { Pan: part([-35, 35]) }) }, "Pan")).toEqual([-35, -25, -15, -5, 5, 15, 25, 35]);
  });

  it("keeps what lies beyond a head's range, so that it comes back undamaged; only what is sent stops at the end", () => {
    const beyond = { s: strokeOn("movers", { Tilt: part([-400, 400]) }) };
    expect(values(beyond, "Tilt")[0]).toBe(-400);
    const compiled = compile(resolve(beyond, show).content, { inSeconds: 0 });
    expect(compiled.base[0]).toBe(0);
    const nudged = { ...beyond, n: { ...strokeOn("movers", { Tilt: { nudge: { knots: [300] }, shape: {}, touched: 2 } }, 2) } };
    expect(values(nudged, "Tilt")[0]).toBeCloseTo(-100, 6);
  });

  it("nudges what lies beneath by the same amount or by a fan of amounts, whatever gave it", () => {
    const strokes = {
      fanned: strokeOn("movers", { Pan: part([-35, 35]) }, 1),
      single: { ...strokeOn("movers", { Pan: part([90]) }, 2), who: { heads: ["fx-4"] } },
      nudged: strokeOn("movers", { Pan: { nudge: { knots: [0, 7] }, shape: {}, touched: 3 } }, 3),
    };
    expect(values(strokes, "Pan")).toEqual([-35, -24, -13, 93, 9, 20, 31, 42]);
    const alone = resolve({ n: strokes.nudged }, show).rows;
    expect(alone.map(({ value }) => value)).toEqual(Array(8).fill(null));
    expect(alone[7]!.nudge).toBeCloseTo(7 / 540, 9);
  });

  it("moves an absolute motion with the nudge, and fans rates and sizes", () => {
    const motion = {
      kind: "wave" as const,
      waveform: "sine" as const,
      low: 0,
      high: 1,
      base: "absolute" as const,
      phase: { knots: [0] },
      phaseShape: {},
      masterId: null,
      rate: { knots: [1, 8] },
      size: { knots: [1, 0] },
    };
    const strokes = {
      m: strokeOn("movers", { Dimmer: { motion, shape: {}, touched: 1 } }, 1),
      n: strokeOn("movers", { Dimmer: { nudge: { knots: [0.25] }, shape: {}, touched: 2 } }, 2),
    };
    const motions = resolve(strokes, show).rows.map((row) => row.motions[0]!);
    expect(motions.map(({ rate }) => rate)).toEqual([1, 2, 3, 4, 5, 6, 7, 8].map((rate) => expect.closeTo(rate, 9) as number));
    expect(motions.flatMap(({ low, span }, index) => (index % 7 === 0 ? [low, span] : []))).toEqual([0.25, 1, 0.75, 0]);
  });

  it("makes a whole colour with what each head has, beneath single components", () => {
    const colors = {
      knots: [
        { x: 0.64, y: 0.33, luminance: 0.2 },
        { x: 0.15, y: 0.06, luminance: 0.07 },
      ],
      path: "even" as const,
    };
    const lamps = smallShow().withRecords(
      new Map([...smallShow().records].map(([id, record]) => [id, record.kind === "profile" ? { ...record, emitters: SRGB } : record])),
    );
    const red = (strokes: Strokes): (number | null)[] => values(strokes, "ColorAdd_R", lamps);
    const blue = (strokes: Strokes): (number | null)[] => values(strokes, "ColorAdd_B", lamps);
    const strokes = { c: strokeOn("movers", { ColorAdd_B: part([0.5]), Color: { colors, shape: {}, touched: 1 } }) };
    expect([red(strokes)[0], red(strokes)[7]]).toEqual([1, 0]);
    expect(blue(strokes)).toEqual(Array(8).fill(0.5));
    expect(resolve({ c: strokeOn("movers", { Color: { colors, shape: {}, touched: 1 } }) }, show).rows).toEqual([]);
  });

  it("lets later strokes win attribute by attribute, whatever their place in the table", () => {
    const strokes = {
      late: { ...strokeOn("movers", { Dimmer: part([0.9]) }, 2), who: { heads: ["fx-2"] } },
      early: strokeOn("movers", { Dimmer: part([0.5]), Pan: part([10]) }, 1),
    };
    expect(values(strokes, "Dimmer")).toEqual([0.5, 0.9, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5]);
    expect(values(strokes, "Pan")).toEqual(Array(8).fill(10));
  });

  it("masks a group by reference, so that odd of the group follows the group", () => {
    const odd = {
      s: {
        ...strokeOn("movers", { Dimmer: part([0, 0.9]) }),
        who: { groupIds: ["movers"], mask: { type: "every" as const, n: 2, at: 1 } },
      },
    };
    expect(values(odd, "Dimmer")).toEqual([0, null, 0.3, null, 0.6, null, 0.9, null]);
    const turned: ResolveContext = { rig: show.rig, groupHeads: (id) => show.groupHeads(id)!.toReversed() };
    expect(values(odd, "Dimmer", turned)).toEqual([null, 0.9, null, 0.6, null, 0.3, null, 0]);
    expect(resolve(odd, show).reads).toEqual(new Set(["movers"]));
  });

  it("spreads phases round, and gives fade and delay the level's shape", () => {
    const motion = {
      kind: "wave" as const,
      waveform: "sine" as const,
      low: 0,
      high: 1,
      base: "absolute" as const,
      phase: { knots: [0, 360] },
      phaseShape: { turned: true as const },
      masterId: "pulse",
      rate: { knots: [1] },
    };
    const { rows } = resolve(
      {
        s: strokeOn("movers", { Dimmer: { shape: { folded: true }, motion, delay: { knots: [0, 3] }, fade: { knots: [1] }, touched: 1 } }),
      },
      show,
    );
    expect(rows.map(({ motions }) => motions[0]!.phaseCycles)).toEqual([7, 6, 5, 4, 3, 2, 1, 0].map((eighth) => eighth / 8));
    expect(rows.map(({ delay }) => delay)).toEqual([0, 1, 2, 3, 3, 2, 1, 0]);
    expect(rows.every(({ fade }) => fade === 1)).toBe(true);
  });

  it("lets a relative motion ride on the level of an earlier stroke, with its size in the channel's range", () => {
    const motion = {
      kind: "wave" as const,
      waveform: "sine" as const,
      low: -54,
      high: 54,
      base: "relative" as const,
      phase: { knots: [0] },
      phaseShape: {},
      masterId: null,
      rate: { knots: [1] },
    };
    const { rows } = resolve(
      { a: strokeOn("movers", { Pan: part([0]) }), b: strokeOn("movers", { Pan: { shape: {}, motion, touched: 2 } }, 2) },
      show,
    );
    expect(rows[0]).toMatchObject({ value: 0.5, motions: [{ low: -0.1, span: 0.2, relative: true }] });
  });

  it("leaves out what is outside the reach, and heads and groups that are gone", () => {
    const strokes = {
      s: strokeOn("movers", { Dimmer: part([1]) }),
      t: { ...strokeOn("movers", { Dimmer: part([1]) }), who: { heads: ["fx-99"] } },
      u: strokeOn("nobody", { Dimmer: part([1]) }),
    };
    const { rows } = resolve(strokes, { rig: show.rig, groupHeads: (id) => show.groupHeads(id), reaches: (head) => head === "fx-3" });
    expect(rows.map(({ parameter }) => show.rig.parameters[parameter]!.head.key)).toEqual(["fx-3"]);
  });
});

describe("headValues", () => {
  const heads = show.groupHeads("movers")!.map((key) => show.rig.headByKey.get(key)!);
  const of = (strokes: Strokes, attribute: Attribute) => headValues(strokes, { attribute, heads, show });
  const odd = { groupIds: ["movers"], mask: { type: "every" as const, n: 2, at: 1 } };

  it("tells every head's own value and the stroke that it comes from", () => {
    const strokes = {
      all: strokeOn("movers", { Pan: part([-35, 35], { delay: { knots: [0, 1.4] } }) }, 1),
      odd: { ...strokeOn("movers", { Pan: part([90]) }, 2), who: odd },
    };
    expect(of(strokes, "Pan").map((entry) => [entry!.value, entry!.strokeId])).toEqual(
      [90, -25, 90, -5, 90, 15, 90, 35].map((value, index) => [expect.closeTo(value, 6), index % 2 === 0 ? "odd" : "all"]),
    );
    expect(of(strokes, "Pan").map((entry) => entry!.delay)[7]).toBeCloseTo(1.4, 9);
    expect(of(strokes, "Tilt")).toEqual(Array(8).fill(null));
  });

  it("marks heads that stop at the end of their range, and keeps what they would have", () => {
    const marks = of({ s: strokeOn("movers", { Tilt: part([-200, 200]) }) }, "Tilt");
    expect(marks.map((entry) => entry!.stopsAt)).toEqual(["low", "low", null, null, null, null, "high", "high"]);
    expect(marks[0]!.value).toBeCloseTo(-200, 6);
  });

  it("knows a nudge alone: no value, and no stroke that gives one", () => {
    const [first] = of({ n: strokeOn("movers", { Pan: { nudge: { knots: [5] }, shape: {}, touched: 1 } }) }, "Pan");
    expect(first).toMatchObject({ value: null, strokeId: null, moves: false });
  });
});
