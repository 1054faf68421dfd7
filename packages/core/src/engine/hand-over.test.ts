import { describe, expect, it } from "vitest";
import { Engine } from "./engine";
import { setChange } from "../document/transaction";
import { fixture, listWithCard, part, smallShow, strokeOn } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { anglesOf, at, FRAME, following, frames, missOf, mostTurn, moved, target } from "../testing/follow-show";

const [singer, dancer, drummer] = [target("singer", at(1, 4, 1.5)), target("dancer", at(6, 4, 1.5)), target("drummer", at(3, 9, 1))];
const on = (id: string, more = {}) => ({ inSeconds: 2, strokes: [strokeOn("movers", following({ targetIds: [id] }, more))] });
const show = smallShow([singer, dancer, drummer, ...listWithCard("key", [on("singer"), on("dancer"), on("drummer")])]);
const go = { type: "go", playbackId: "card-key" } as const;
/** An engine whose heads look at the singer. */
const looking = (of = show): EngineOnBench => {
  const bench = new EngineOnBench(of);
  bench.play(go);
  frames(bench, 2.2);
  return bench;
};
const MOVERS = [1, 2, 5, 8];
const expectAll = (bench: EngineOnBench, place: ReturnType<typeof at>, within = 0.02): void => {
  for (const mover of MOVERS) expect(missOf(bench, mover, place)).toBeLessThan(within);
};
describe("a hand-over from one target to another", () => {
  it("goes straight from the one to the other in metres, wherever both walk meanwhile", () => {
    const bench = looking();
    bench.play(go);
    const begun = bench.t;
    for (let step = 1; step <= 75; step++) {
      const [one, two] = [at(1 + step * 0.01, 4 + step * 0.02, 1.5), at(6, 4 + step * 0.03, 1.2)];
      bench.play(moved("singer", one));
      bench.play(moved("dancer", two));
      bench.read(1, 2, FRAME);
      const done = (bench.t - begun) / 2;
      // Nothing lags: nobody has to turn fast for it.
      expectAll(bench, at(one.x + (two.x - one.x) * done, one.y + (two.y - one.y) * done, one.z + (two.z - one.z) * done));
    }
    frames(bench, 0.5);
    expectAll(bench, at(6, 6.25, 1.2));
    bench.play(moved("singer", at(-5, 1, 1)));
    frames(bench, 0.5);
    expectAll(bench, at(6, 6.25, 1.2));
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
  });

  it("goes on to a third from where it is when that comes before it has arrived", () => {
    const bench = looking();
    bench.play(go);
    frames(bench, 1);
    expectAll(bench, at(3.5, 4, 1.5));
    bench.play(go);
    expectAll(bench, at(3.5, 4, 1.5));
    // What it had left already doesn't pull at it any more, nor does an edit meanwhile.
    bench.play(moved("singer", at(-9, 1, 1)));
    frames(bench, 0.5);
    const [id] = Object.keys(bench.engine.show.get("cue", "key-3")!.strokes);
    bench.change([setChange("key-3", ["strokes", id!, "parts", "Dimmer"], { from: undefined, to: part([0.5]) })]);
    frames(bench, 0.5);
    expectAll(bench, at(3.25, 6.5, 1.25));
    frames(bench, 1.1);
    expectAll(bench, at(3, 9, 1));
  });

  it("comes from where the one is now whom it has arrived at, by a hand-over or not", () => {
    const bench = looking();
    bench.play(go);
    frames(bench, 2.2);
    bench.play(go);
    bench.play(moved("dancer", at(7, 6, 1.5)));
    frames(bench, 1);
    expectAll(bench, at(5, 7.5, 1.25), 0.05);
  });

  it("is none where something else said one of the angles before", () => {
    const tilted = {
      inSeconds: 0,
      strokes: [strokeOn("movers", following({ targetIds: ["singer"] }), 1), strokeOn("movers", { Tilt: part([20]) }, 2)],
    };
    const back = {
      inSeconds: 2,
      strokes: [strokeOn("movers", { Tilt: part([20]) }, 1), strokeOn("movers", following({ targetIds: ["dancer"] }), 2)],
    };
    const bench = looking(smallShow([singer, dancer, ...listWithCard("key", [tilted, { ...back, block: true }])]));
    const before = anglesOf(bench, 2);
    expect(before.tilt).toBeCloseTo(20, 1);
    bench.play(go);
    expect(anglesOf(bench, 2).tilt).toBeCloseTo(20, 0);
    frames(bench, 1);
    const half = anglesOf(bench, 2);
    frames(bench, 1.1);
    expectAll(bench, at(6, 4, 1.5));
    expect(half.tilt).toBeCloseTo((20 + anglesOf(bench, 2).tilt) / 2, 0);
  });

  it("waits for each head's own delay, and comes as late", () => {
    const delayed = on("dancer", { delay: { knots: [0, 1] }, fade: { knots: [1] } });
    const bench = looking(smallShow([singer, dancer, ...listWithCard("key", [on("singer"), delayed])]));
    bench.play(go);
    frames(bench, 0.5);
    expect(missOf(bench, 1, at(3.5, 4, 1.5))).toBeLessThan(0.02);
    expect(missOf(bench, 8, at(1, 4, 1.5))).toBeLessThan(0.02);
    bench.play(moved("singer", at(1, 5, 1.5)));
    frames(bench, 0.4);
    expect(missOf(bench, 8, at(1, 5, 1.5))).toBeLessThan(0.02);
    frames(bench, 0.6);
    expect(missOf(bench, 1, at(6, 4, 1.5))).toBeLessThan(0.02);
    expect(missOf(bench, 8, at(3.5, 4.5, 1.5))).toBeLessThan(0.04);
  });

  it("keeps its place through edits of its cue, lamps that come, pauses and restarts", () => {
    const bench = looking();
    bench.play(go);
    frames(bench, 1);
    const cue = bench.engine.show.get("cue", "key-2")!;
    const [id] = Object.keys(cue.strokes);
    bench.change([setChange(cue.id, ["strokes", id!, "parts", "Dimmer"], { from: undefined, to: part([0.5]) })]);
    expectAll(bench, at(3.5, 4, 1.5));
    bench.change([{ op: "add", record: fixture(14) }]);
    frames(bench, FRAME);
    for (const mover of [1, 2, 5]) expect(missOf(bench, mover, at(3.5, 4, 1.5))).toBeLessThan(0.08);
    bench.play({ type: "pause", playbackId: "card-key" });
    const stood = anglesOf(bench, 2);
    frames(bench, 2);
    expect(anglesOf(bench, 2)).toEqual(stood);
    const again = new EngineOnBench(bench.engine.show);
    again.t = bench.t;
    Object.assign(again, { engine: new Engine(bench.engine.show, bench.t) });
    frames(again, FRAME);
    expect(anglesOf(again, 2).pan).toBeCloseTo(stood.pan, 1);
    for (const each of [bench, again]) {
      each.play({ type: "continue", playbackId: "card-key" });
      frames(each, 1.1);
      for (const mover of [1, 2, 5]) expect(missOf(each, mover, at(6, 4, 1.5))).toBeLessThan(0.02);
    }
  });

  it("doesn't jump when nobody is to follow in the midst of it, nor when somebody is gone", () => {
    const bench = looking();
    bench.play(go);
    frames(bench, 0.7);
    bench.play({ type: "target-off", on: true });
    expect(mostTurn(bench, 2, 0.6)).toBeLessThan(3);
    bench.play({ type: "target-off", on: false });
    expect(mostTurn(bench, 2, 3)).toBeLessThan(3);
    expectAll(bench, at(6, 4, 1.5));
  });

  it("is none where angles come in between, or the heads looked elsewhere: these fade as angles do", () => {
    const cues = [on("singer"), { inSeconds: 2, strokes: [strokeOn("movers", { Pan: part([30]), Tilt: part([20]) })] }, on("dancer")];
    const bench = looking(smallShow([singer, dancer, ...listWithCard("key", cues)]));
    bench.play(go);
    frames(bench, 2.1);
    bench.play(go);
    frames(bench, 1);
    const half = anglesOf(bench, 2);
    frames(bench, 1.1);
    expectAll(bench, at(6, 4, 1.5));
    expect(half.pan).toBeCloseTo((30 + anglesOf(bench, 2).pan) / 2, 0);
  });
});
