import { describe, expect, it } from "vitest";
import type { WaveMotion } from "../motion/motion";
import { EngineOnBench } from "../testing/engine-on-bench";
import { listWithCard, smallShow, strokeOn } from "../testing/small-show";
import type { Part } from "../stroke/stroke";

const nudge: Part = { shape: {}, touched: 1, nudge: { knots: [30] } };
const wave: WaveMotion = {
  ...{ base: "relative", kind: "wave", waveform: "sine", low: 30, high: 30, phase: { knots: [0] }, phaseShape: {} },
  ...{ masterId: null, rate: { knots: [1] } },
};
const swinging: Part = { shape: {}, touched: 1, motion: wave };
const tilt = (bench: EngineOnBench, later = 0.1): number => Math.round(bench.read(1, 4, later) * 1000) / 1000;

/** While all else stands still nobody else brings what it rode on up to date. */
describe("what rode on a stage that stands still", () => {
  it.each([
    ["a nudge", { Tilt: nudge }],
    ["a nudge of two", { Pan: nudge, Tilt: nudge }],
    ["a motion that is added", { Tilt: swinging }],
  ] as const)("leaves nothing behind when a sketch is wiped: %s", (_, parts) => {
    const bench = new EngineOnBench(smallShow());
    expect(tilt(bench)).toBe(0.5);
    bench.sketch("ann", { s: strokeOn("movers", parts) });
    expect(tilt(bench, 2)).toBe(0.611);
    bench.sketch("ann", {});
    expect(tilt(bench)).toBe(0.5);
  });

  it("goes from one head to another with its stroke", () => {
    const bench = new EngineOnBench(smallShow());
    bench.sketch("ann", { s: { ...strokeOn("movers", { Tilt: nudge }), rank: 1 } });
    expect(tilt(bench, 2)).toBe(0.611);
    bench.sketch("ann", { s: { ...strokeOn("cells", { Dimmer: { ...nudge, nudge: { knots: [0.3] } } }), rank: 1 } });
    expect(tilt(bench)).toBe(0.5);
  });

  it("leaves nothing behind when a card is let go at once, or steps to a cue that says nothing of it", () => {
    const show = smallShow(
      listWithCard(
        "over",
        [
          { inSeconds: 0, cueOnly: true, strokes: [strokeOn("movers", { Tilt: swinging })] },
          { inSeconds: 0, strokes: [] },
        ],
        { releaseSeconds: 0 },
      ),
    );
    const go = { type: "go", playbackId: "card-over" } as const;
    const bench = new EngineOnBench(show);
    bench.play(go);
    expect(tilt(bench, 2)).toBe(0.611);
    bench.play(go);
    expect(tilt(bench)).toBe(0.5);
    bench.play({ type: "back", playbackId: "card-over" });
    expect(tilt(bench, 2)).toBe(0.611);
    bench.play({ type: "let-go", playbackId: "card-over" });
    expect(tilt(bench)).toBe(0.5);
  });
});
