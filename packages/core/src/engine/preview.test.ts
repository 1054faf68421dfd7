import { describe, expect, it } from "vitest";
import { circleMotion, EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import { Preview } from "./preview";

const circle = circleMotion({ height: 20 });

describe("Preview", () => {
  it("tells what the engine will show, also of what rides on what plays beneath", () => {
    const beneath = [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([-30, 30]), Dimmer: part([0.4]) })] }];
    const bench = new EngineOnBench(smallShow(listWithCard("a", beneath)));
    bench.play({ type: "go", playbackId: "card-a" });
    const strokes = { s: strokeOn("movers", { Position: { shape: {}, touched: 1, motion: circle } }) };
    bench.sketch("ann", strokes);
    bench.read(1, 2, 2);
    const { show, values } = bench.engine;
    const preview = new Preview(strokes, { show, stage: values.slice(), now: bench.t });
    for (const later of [0.4, 1.1, 3]) {
      bench.read(1, 2, later);
      const told = preview.at(bench.t);
      values.forEach((value, parameter) => expect(told[parameter]).toBeCloseTo(value, 5));
    }
    expect(preview.touched).toHaveLength(16);
  });

  it("shows what a held master drives as it will run when it goes on", () => {
    const bench = new EngineOnBench(smallShow());
    bench.play({ type: "hold", masterId: "pulse" });
    const pan = bench.engine.show.rig.headByKey.get("fx-1")!.parameters.get("Pan")!;
    const strokes = { s: strokeOn("movers", { Position: { shape: {}, touched: 1, motion: { ...circle, base: "absolute" as const } } }) };
    const preview = new Preview(strokes, { show: bench.engine.show, stage: bench.engine.values.slice(), now: bench.t });
    // Two seconds are four beats, which is a whole turn; one is half of it.
    const [now, half, whole] = [0, 1, 2].map((later) => preview.at(bench.t + later)[pan]!);
    expect(whole).toBeCloseTo(now!, 4);
    expect(half! - 0.5).toBeCloseTo(0.5 - now!, 4);
    expect(Math.abs(half! - now!)).toBeGreaterThan(0.01);
  });

  it("lights heads that are dark and of whose light the strokes say nothing", () => {
    const show = smallShow();
    const preview = new Preview(
      { s: strokeOn("movers", { Pan: part([5]) }) },
      { show, stage: new Float32Array(show.rig.parameters.length), now: 0 },
    );
    const head = show.rig.headByKey.get("fx-1")!;
    expect(preview.at(0)[head.parameters.get("Dimmer")!]).toBe(0);
    preview.light([head]);
    expect(preview.at(1)[head.parameters.get("Dimmer")!]).toBe(1);
  });
});
