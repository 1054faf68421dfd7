import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import type { Strokes } from "../stroke/stroke";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";

const go = { type: "go", playbackId: "card-a" } as const;

describe("engine: motions", () => {
  const wave = (more = {}): Strokes => ({
    s: strokeOn("movers", {
      Dimmer: {
        shape: {},
        touched: 1,
        motion: {
          waveform: "sine",
          low: 0,
          high: 1,
          base: "absolute",
          phase: { knots: [0, 360] },
          phaseShape: {},
          masterId: "pulse",
          rate: { knots: [1] },
          ...more,
        },
      },
    }),
  });

  it("forms the wave along the heads and moves it with the master", () => {
    const bench = new EngineOnBench(smallShow());
    bench.change([
      setChange("state-pulse", ["tempo"], {
        from: bench.engine.show.masterState("pulse")!.tempo,
        to: { bpm: 120, scale: 1, anchorSeconds: 100, anchorBeats: 0, running: "yes", taps: [] },
      }),
    ]);
    bench.sketch("ann", wave());
    for (const later of [0, 0.1, 0.4])
      for (let head = 1; head <= 8; head++) {
        const level = bench.read(head, 0, head === 1 ? later : 0);
        const cycles = (bench.t - 100) * 2 + (head - 1) / 8;
        expect(level).toBeCloseTo(0.5 + 0.5 * Math.sin(2 * Math.PI * cycles), 4);
      }
  });

  it("keeps the phase when the tempo changes", () => {
    const bench = new EngineOnBench(smallShow());
    bench.sketch("ann", wave());
    const before = bench.read(3, 0, 0.123);
    bench.play({ type: "bpm", masterId: "pulse", bpm: 400 });
    expect(bench.read(3, 0)).toBeCloseTo(before, 4);
    bench.play({ type: "hold", masterId: "pulse" });
    expect(bench.read(3, 0, 9)).toBeCloseTo(before, 4);
  });

  it("adds relative motions to what lies beneath, also of another source", () => {
    const bench = new EngineOnBench(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([54]) })] }])));
    bench.play(go);
    const motion = {
      waveform: "pulse" as const,
      width: 1,
      low: 0,
      high: 27,
      base: "relative" as const,
      phase: { knots: [0] },
      phaseShape: {},
      masterId: null,
      rate: { knots: [1] },
    };
    bench.sketch("ann", { s: strokeOn("movers", { Pan: { shape: {}, touched: 1, motion } }) });
    expect(bench.read(1, 2)).toBeCloseTo(0.65, 4);
    bench.sketch("ann", {});
    expect(bench.read(1, 2)).toBeCloseTo(0.6, 4);
  });
});
