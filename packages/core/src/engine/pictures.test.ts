import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import type { VeilMotion } from "../motion/motion";
import type { Picture } from "../motion/picture";
import { edit } from "../show/edit";
import type { Part } from "../stroke/stroke";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { leaves } from "../testing/board-show";
import { EngineOnBench } from "../testing/engine-on-bench";
import { withEmitters } from "../testing/random-content";

/** A dot over each of the eight movers, which hang a metre apart from 0 to 7 m. */
const picture = (dots: readonly string[]): Picture => ({
  ...{ id: "strip", kind: "picture", version: 1, name: "Strip", rank: 0, columns: dots.length, rows: 1, dots: dots.join("") },
});
const EIGHT = ["ff0000", "00ff00", "0000ff", "ffffff", "808080", "000000", "ff0000", "0000ff"];
const over = (more: Partial<VeilMotion> = {}): VeilMotion => ({
  ...{ kind: "veil", pattern: "rings", pictureId: "strip", plane: "flat", centre: { x: 3.5, y: 0, z: 0 }, width: 8, height: 2, turn: 0 },
  ...{ low: 0, high: 1, base: "absolute", phase: { knots: [0] }, phaseShape: {}, masterId: null, rate: { knots: [0.5] } },
  ...more,
});
const lane = (motion: VeilMotion): Part => ({ motion, shape: {}, touched: 1 });
function playing(parts: Record<string, Part>, dots = EIGHT): EngineOnBench {
  const list = listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", parts)] }]);
  const bench = new EngineOnBench(withEmitters(smallShow([picture(dots), ...list])));
  bench.play({ type: "go", playbackId: "card-a" });
  return bench;
}

describe("a picture over heads", () => {
  it("gives each head the brightness of what lies over it", () => {
    const bench = playing({ Dimmer: lane(over()) });
    // Luma of BT.709, by hand.
    const bright = [0.2126, 0.7152, 0.0722, 1, 0.502, 0, 0.2126, 0.0722];
    bright.forEach((value, at) => expect(bench.read(at + 1, 0), `head ${at + 1}`).toBeCloseTo(value, 2));
  });

  it("gives each head its colour, in its own emitters; black, which is none, is white", () => {
    const bench = playing({ Color: lane(over()) });
    const colors = [1, 2, 3, 4, 6].map((mover) => leaves(bench, mover).map((value) => Math.round(value)));
    expect(colors).toEqual([
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
      [1, 1, 1],
      [1, 1, 1],
    ]);
  });

  it("runs over them, by its width in a cycle", () => {
    const bench = playing({ Color: lane(over({ runs: "right" })) });
    // Half a cycle a second: after a quarter of a second an eighth of its width, which is a head.
    bench.t += 0.25;
    expect(leaves(bench, 2).map((value) => Math.round(value))).toEqual([1, 0, 0]);
    expect(leaves(bench, 1).map((value) => Math.round(value))).toEqual([0, 0, 1]);
  });

  it("goes from dark to bright along other colours where it has them, and from low to high of any attribute", () => {
    const red = { x: 0.64, y: 0.33, luminance: 0.2126 };
    const blue = { x: 0.15, y: 0.06, luminance: 0.0722 };
    const bench = playing({
      Color: lane(over({ colors: { knots: [red, blue], path: "straight" } })),
      Pan: lane(over({ low: -90, high: 90 })),
    });
    expect(leaves(bench, 6)).toEqual([1, 0, 0]);
    expect(leaves(bench, 4)).toEqual([0, 0, 1]);
    expect(bench.read(4, 2) * 540 - 270).toBeCloseTo(90, 1);
    expect(bench.read(6, 2) * 540 - 270).toBeCloseTo(-90, 1);
  });

  it("shows what lies beneath where it is clear, half where it is half clear, while it covers", () => {
    // White, nothing, half of a white as it looks on black, and black.
    const strip = { ...picture(["ffffff", "000000", "808080", "000000"]), clear: "00ff8000" };
    const covers = lane(over({ base: "relative", meets: "covers", centre: { x: 1.5, y: 0, z: 0 }, width: 4 }));
    const strokes = [strokeOn("movers", { Dimmer: part([0.5]) }, 1), strokeOn("movers", { Dimmer: covers }, 2)];
    const one = listWithCard("a", [{ inSeconds: 0, strokes }]);
    const apart = strokes.flatMap((stroke, at) => listWithCard(`apart-${at}`, [{ inSeconds: 0, strokes: [stroke] }]));
    for (const lists of [one, apart]) {
      const bench = new EngineOnBench(smallShow([strip, ...lists]));
      for (const { id } of bench.engine.show.all("playback")) bench.play({ type: "go", playbackId: id });
      const seen = [1, 2, 3, 4].map((mover) => bench.read(mover, 0, 0.1));
      expect(seen).toEqual([1, 0.5, 0.75, 0].map((level) => expect.closeTo(level, 2) as number));
    }
  });

  it("is followed by what plays when it is drawn anew", () => {
    const bench = playing({ Dimmer: lane(over()) });
    expect(bench.read(6, 0)).toBe(0);
    const dots = EIGHT.toReversed().join("");
    bench.change([setChange("strip", ["dots"], { from: EIGHT.join(""), to: dots })]);
    expect(bench.read(6, 0, 0.1)).toBeCloseTo(0.0722, 2);
    expect(bench.read(1, 0)).toBeCloseTo(0.0722, 2);
  });
});

describe("a picture that a motion names", () => {
  const shown = listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: lane(over()) })] }]);
  const show = smallShow([picture(EIGHT), ...shown]);
  const code = (changes: readonly Change[]): string | null => {
    const done = edit(show, changes);
    return done.ok ? null : done.error.code;
  };
  const said = (motion: object, attribute = "Dimmer"): string | null =>
    code([setChange("sketch-ann", ["strokes"], { from: {}, to: { s: strokeOn("movers", { [attribute]: lane(motion as VeilMotion) }) } })]);

  it("stays while it is used, and has to be there", () => {
    expect(code([{ op: "remove", record: show.get("picture", "strip")! }])).toBe("record.in-use");
    expect(said(over({ pictureId: "gone" }))).toBe("record.unknown");
    expect(said(over())).toBeNull();
  });

  it("takes the place of a pattern or a formula, runs alone, and colours by itself where nothing is added", () => {
    expect(said(over(), "Color")).toBeNull();
    expect(said(over({ base: "relative" }), "Color")).toBe("value.invalid");
    expect(said(over({ formula: "x" }))).toBe("value.invalid");
    const { pictureId: _, ...plain } = over({ runs: "left" });
    expect(said(plain)).toBe("value.invalid");
    expect(said(over({ runs: "sideways" as never }))).toBe("value.invalid");
  });
});
