import { describe, expect, it } from "vitest";
import { part, smallShow, strokeOn } from "../testing";
import { resolve } from "./resolve";
import { seenStrokes } from "./seen";

const show = smallShow();

describe("seenStrokes", () => {
  const odd = { groupIds: ["movers"], mask: { type: "every" as const, n: 2, at: 1 } };
  const strokes = {
    a: strokeOn("movers", { Dimmer: part([0.1]), Pan: part([5]) }, 1),
    b: { ...strokeOn("movers", { Dimmer: part([0.5]) }, 2), who: odd },
    c: strokeOn("movers", { Dimmer: part([0.9]) }, 3),
  };

  it("drops what later strokes cover on every head, and nothing else", () => {
    expect(seenStrokes(strokes, show)).toEqual({ a: { ...strokes.a, parts: { Pan: strokes.a.parts.Pan } }, c: strokes.c });
    const { a, b } = strokes;
    expect(seenStrokes({ a, b }, show)).toEqual({ a, b });
  });

  it("looks the same on stage", () => {
    expect(resolve(seenStrokes(strokes, show), show).rows).toEqual(resolve(strokes, show).rows);
  });

  it("keeps a level on which a relative motion rides", () => {
    const motion = {
      kind: "wave" as const,
      waveform: "sine" as const,
      low: 0,
      high: 9,
      base: "relative" as const,
      phase: { knots: [0] },
      phaseShape: {},
      masterId: null,
      rate: { knots: [1] },
    };
    const riding = { a: strokeOn("movers", { Pan: part([5]) }, 1), b: strokeOn("movers", { Pan: { shape: {}, touched: 1, motion } }, 2) };
    expect(seenStrokes(riding, show)).toEqual(riding);
  });
});
