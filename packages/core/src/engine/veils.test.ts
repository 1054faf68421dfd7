import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import type { VeilMotion } from "../motion/motion";
import { veilAt } from "../motion/veil";
import { edit } from "../show/edit";
import { sketchIdOf } from "../stroke/sketch";
import type { Part } from "../stroke/stroke";
import { listWithCard, smallShow, strokeOn } from "../testing";
import { leaves } from "../testing/board-show";
import { EngineOnBench } from "../testing/engine-on-bench";
import { withEmitters } from "../testing/random-content";

const veil = (more: Partial<VeilMotion> = {}): VeilMotion => ({
  kind: "veil",
  pattern: "rings",
  plane: "flat",
  centre: { x: 3.5, y: 0, z: 0 },
  width: 12,
  height: 12,
  turn: 0,
  low: 0.2,
  high: 0.8,
  base: "absolute",
  phase: { knots: [0] },
  phaseShape: {},
  masterId: null,
  rate: { knots: [0.5] },
  ...more,
});
const lane = (motion: VeilMotion): Part => ({ motion, shape: {}, touched: 1 });
const red = { x: 0.64, y: 0.33, luminance: 0.2126 };
const blue = { x: 0.15, y: 0.06, luminance: 0.0722 };
const colors = { knots: [red, blue], path: "straight" as const };
/** Where the movers of the small show hang. */
const hangs = (mover: number): { x: number; y: number; z: number } => ({ x: mover - 1, y: 0, z: 5 });

describe("veils over heads", () => {
  it("give each head what the pattern shows where it hangs, as their clock goes", () => {
    const motion = veil();
    const bench = new EngineOnBench(
      smallShow(listWithCard("veil", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: lane(motion) })] }])),
    );
    bench.play({ type: "go", playbackId: "card-veil" });
    for (const later of [0, 0.3, 0.7, 1.1]) {
      bench.t = 100 + later;
      for (const mover of [1, 3, 4, 8])
        expect(bench.read(mover, 0)).toBeCloseTo(0.2 + 0.6 * veilAt(motion, hangs(mover), bench.t * 0.5), 2);
    }
    // What hangs as far from the middle on either side shows the same.
    expect(bench.read(2, 0)).toBeCloseTo(bench.read(7, 0), 4);
  });

  it("colour them along a row of colours, in their own emitters", () => {
    const motion = veil({ colors, contrast: 20, rate: { knots: [0] } });
    const bench = new EngineOnBench(
      withEmitters(smallShow(listWithCard("veil", [{ inSeconds: 0, strokes: [strokeOn("movers", { Color: lane(motion) })] }]))),
    );
    bench.play({ type: "go", playbackId: "card-veil" });
    for (const mover of [1, 3, 4, 8]) {
      const bright = veilAt(motion, hangs(mover), 0);
      if (bright === 0 || bright === 1) expect(leaves(bench, mover)).toEqual(bright === 1 ? [0, 0, 1] : [1, 0, 0]);
    }
    const soft = veil({ colors, rate: { knots: [0] } });
    bench.sketch("ann", { a: strokeOn("movers", { Color: lane(soft) }) });
    for (const mover of [2, 5]) {
      const bright = veilAt(soft, hangs(mover), 0);
      const [r, g, b] = leaves(bench, mover, 2) as [number, number, number];
      expect(g).toBe(0);
      expect(r > b).toBe(bright < 0.5);
    }
  });

  it("add to what lies beneath where they are to, and are turned over by their direction", () => {
    const flat = veil({ base: "relative", low: -0.1, high: 0.1, pattern: "chequers", rate: { knots: [1] } });
    const bench = new EngineOnBench(
      smallShow(
        listWithCard("both", [
          {
            inSeconds: 0,
            strokes: [
              strokeOn("movers", { Dimmer: { level: { knots: [0.5] }, shape: {}, touched: 1 } }),
              strokeOn("movers", { Dimmer: lane(flat) }, 2),
            ],
          },
        ]),
      ),
    );
    bench.play({ type: "go", playbackId: "card-both" });
    for (const later of [0, 0.25, 0.5]) {
      bench.t = 100 + later;
      for (const mover of [1, 2, 5]) expect(bench.read(mover, 0)).toBeCloseTo(0.4 + 0.2 * veilAt(flat, hangs(mover), bench.t), 2);
    }
    // A size is about the middle of both ends, and so many degrees are as many of the channel's.
    const swing = veil({ base: "relative", low: -10, high: 30, pattern: "chequers", size: { knots: [0.5] }, rate: { knots: [0] } });
    bench.sketch("ann", { a: strokeOn("movers", { Pan: lane(swing) }) });
    bench.t = 150;
    for (const mover of [1, 2, 5]) expect(bench.read(mover, 2) * 540 - 270).toBeCloseTo(veilAt(swing, hangs(mover), 0) > 0.5 ? 20 : 0, 1);
    const forward = veil({ pattern: "gradient", direction: "backward", rate: { knots: [1] } });
    bench.sketch("ann", { a: strokeOn("movers", { Dimmer: lane(forward) }) });
    bench.t = 200.3;
    for (const mover of [2, 6]) expect(bench.read(mover, 0)).toBeCloseTo(0.2 + 0.6 * veilAt(forward, hangs(mover), 0.7), 2);
  });

  it("that ride on all attributes are smaller by their card's fader on light alone", () => {
    const swing = veil({ base: "relative", low: 0.1, high: 0.3, pattern: "chequers", rate: { knots: [0] } });
    const less = veil({ base: "relative", low: -0.3, high: -0.1, pattern: "chequers", rate: { knots: [0] } });
    const bench = new EngineOnBench(
      smallShow(listWithCard("ride", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: lane(swing), ColorAdd_B: lane(less) })] }])),
    );
    bench.play({ type: "go", playbackId: "card-ride" });
    bench.play({ type: "level", playbackId: "card-ride", level: 0.5 });
    bench.t = 300;
    for (const mover of [1, 2, 8]) {
      const bright = veilAt(swing, hangs(mover), 0);
      expect(bench.read(mover, 0)).toBeCloseTo(0.5 * (0.1 + 0.2 * bright), 3);
      // Home is all of it. Mover 1's is the first parameter that isn't light.
      expect(leaves(bench, mover)[2]).toBeCloseTo(0.7 + 0.2 * bright, 2);
    }
  });

  it("follow a lamp that hangs elsewhere", () => {
    const motion = veil({ rate: { knots: [0] } });
    const bench = new EngineOnBench(
      smallShow(listWithCard("veil", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: lane(motion) })] }])),
    );
    bench.play({ type: "go", playbackId: "card-veil" });
    const { position } = bench.engine.show.get("fixture", "fx-8")!;
    bench.change([setChange("fx-8", ["position"], { from: position, to: { x: 3.5, y: 0, z: 5 } })]);
    expect(bench.read(8, 0, 0.1)).toBeCloseTo(0.8, 3);
  });

  it("are refused where they can't be", () => {
    const show = smallShow();
    const ok = (attribute: string, motion: object): boolean =>
      edit(show, [
        setChange(sketchIdOf("ann"), ["strokes"], {
          from: {},
          to: { a: strokeOn("movers", { [attribute]: { motion, shape: {}, touched: 1 } as Part }) },
        }),
      ]).ok;
    expect([ok("Dimmer", veil()), ok("Pan", veil({ low: -20, high: 20 })), ok("Color", veil({ colors }))]).toEqual([true, true, true]);
    expect([ok("Color", veil()), ok("Dimmer", veil({ colors })), ok("Position", veil())]).toEqual([false, false, false]);
    for (const wrong of [
      { width: 0 },
      { height: -1 },
      { pattern: "face" },
      { plane: "angles" },
      { contrast: 21 },
      { seed: 0.5 },
      { blur: 51 },
    ])
      expect(ok("Dimmer", { ...veil(), ...wrong })).toBe(false);
    expect(ok("Color", veil({ colors, base: "relative" }))).toBe(false);
  });
});
