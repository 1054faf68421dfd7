import { describe, expect, it } from "vitest";
import type { ShowSettings } from "../playback/stage-state";
import { circleMotion, EngineOnBench, listWithCard, moving, part, smallShow, strokeOn, waveMotion } from "../testing";
import type { Strokes } from "../stroke/stroke";
import type { Attribute } from "../rig/attributes";
import type { Part } from "../stroke/stroke";

const FRAME = 1 / 44;
const SETTINGS: ShowSettings = { id: "settings", kind: "settings", version: 1, stays: { Position: true } };

const sway = moving(waveMotion({ low: -40, high: 40 }));

/** Pan and dimmer fade for four seconds under whatever is sketched, tilt over it. */
function begin(): EngineOnBench {
  const far = strokeOn("movers", { Dimmer: part([1, 0.2]), Pan: part([-200, 200]) });
  const lists = [
    ...listWithCard("slow", [{ inSeconds: 4, strokes: [far] }]),
    ...listWithCard("over", [{ inSeconds: 4, strokes: [strokeOn("movers", { Tilt: part([-60, 60]) })] }], { priority: "high" }),
  ];
  const bench = new EngineOnBench(smallShow([...lists, SETTINGS]));
  for (const id of ["slow", "over"]) bench.play({ type: "go", playbackId: `card-${id}` });
  bench.read(1, 0, FRAME);
  return bench;
}

const laid = (parts: Readonly<Record<Attribute, Part>>): Strokes => ({ s: strokeOn("movers", parts) });

describe("steps of a sketch", () => {
  it("that stand still don't merge the stage: the frame does, once", () => {
    const bench = begin();
    bench.sketch("ann", laid({ Tilt: part([10]) }));
    bench.read(1, 0, FRAME);
    const before = bench.engine.values.slice();
    for (let step = 0; step < 5; step++) {
      bench.t += FRAME / 6;
      bench.sketch("ann", laid({ Tilt: part([10 + step]) }));
      // As of the last frame, though four seconds' fade has gone on.
      expect(bench.engine.values).toEqual(before);
    }
    bench.read(1, 0, FRAME / 6);
    expect(bench.engine.values).not.toEqual(before);
  });

  it.each<[string, Strokes, Strokes]>([
    ["a position that goes and stays where it was", laid({ Tilt: part([10]), Pan: part([20]) }), laid({ Pan: part([20]) })],
    ["a light that goes", laid({ Tilt: part([10]), Dimmer: part([0.5]) }), laid({ Tilt: part([10]) })],
    ["a wave that begins from the stage", laid({ Tilt: part([10]) }), laid({ Pan: sway })],
    ["a circle on what is laid", laid({ Tilt: part([10]) }), laid({ Tilt: part([10]), Pan: moving(circleMotion()), Dimmer: part([1]) })],
    ["a wave on what is laid", laid({ Tilt: part([10]) }), laid({ Tilt: part([10]), Dimmer: moving(waveMotion({ base: "relative" })) })],
    ["a motion that ends", laid({ Pan: moving(circleMotion()) }), laid({ Tilt: part([3]) })],
    ["all of it going", laid({ Pan: part([50]) }), {}],
    ["the first of it", {}, laid({ Pan: sway })],
    ["a wave in the place of another", laid({ Pan: sway }), laid({ Pan: moving(waveMotion({ low: 0, high: 80 })) })],
  ])("lead to the same whether or not a frame came at their very moment: %s", (_, first, second) => {
    const [with_, without] = [begin(), begin()];
    for (const bench of [with_, without]) {
      bench.sketch("ann", first);
      bench.read(1, 0, 0.7);
      bench.t += 0.4;
      if (bench === with_) bench.engine.tick(bench.t, bench.frame);
      bench.sketch("ann", second);
    }
    for (let frame = 0; frame < 60; frame++) {
      // What lay over it goes, and what stayed beneath is seen.
      for (const bench of [with_, without]) {
        if (frame === 30) bench.play({ type: "let-go", playbackId: "card-over" });
        bench.read(1, 0, 0.07);
      }
      expect(without.frame).toEqual(with_.frame);
    }
  });
});
