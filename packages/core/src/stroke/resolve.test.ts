import { describe, expect, it } from "vitest";
import { part, smallShow, strokeOn } from "../testing";
import type { Attribute } from "../rig/attributes";
import { physicalOf } from "../rig/rig";
import { resolve, type ResolveContext } from "./resolve";
import type { Strokes } from "./stroke";

const show = smallShow();

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

  it("stops a head at the end of its range", () => {
    expect(values({ s: strokeOn("movers", { Tilt: part([-400, 400]) }) }, "Tilt").slice(0, 3)).toEqual([-135, -135, -135]);
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
      s: { ...strokeOn("movers", { Dimmer: part([0, 0.9]) }), who: { groupId: "movers", mask: { type: "every" as const, n: 2, at: 1 } } },
    };
    expect(values(odd, "Dimmer")).toEqual([0, null, 0.3, null, 0.6, null, 0.9, null]);
    const turned: ResolveContext = { rig: show.rig, groupHeads: (id) => show.groupHeads(id)!.toReversed() };
    expect(values(odd, "Dimmer", turned)).toEqual([null, 0.9, null, 0.6, null, 0.3, null, 0]);
    expect(resolve(odd, show).reads).toEqual(new Set(["movers"]));
  });

  it("spreads phases round, and gives fade and delay the level's shape", () => {
    const motion = {
      waveform: "sine" as const,
      low: 0,
      high: 1,
      base: "absolute" as const,
      phase: { knots: [0, 360] },
      phaseShape: { turned: true as const },
      masterId: "pulse",
      rate: 1,
    };
    const { rows } = resolve(
      {
        s: strokeOn("movers", { Dimmer: { shape: { folded: true }, motion, delay: { knots: [0, 3] }, fade: { knots: [1] }, touched: 1 } }),
      },
      show,
    );
    expect(rows.map(({ motion: own }) => own!.phaseCycles)).toEqual([7, 6, 5, 4, 3, 2, 1, 0].map((eighth) => eighth / 8));
    expect(rows.map(({ delay }) => delay)).toEqual([0, 1, 2, 3, 3, 2, 1, 0]);
    expect(rows.every(({ fade }) => fade === 1)).toBe(true);
  });

  it("lets a relative motion ride on the level of an earlier stroke, with its size in the channel's range", () => {
    const motion = {
      waveform: "sine" as const,
      low: -54,
      high: 54,
      base: "relative" as const,
      phase: { knots: [0] },
      phaseShape: {},
      masterId: null,
      rate: 1,
    };
    const { rows } = resolve(
      { a: strokeOn("movers", { Pan: part([0]) }), b: strokeOn("movers", { Pan: { shape: {}, motion, touched: 2 } }, 2) },
      show,
    );
    expect(rows[0]).toMatchObject({ value: 0.5, motion: { low: -0.1, high: 0.1, relative: true } });
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
