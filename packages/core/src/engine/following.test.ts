import { describe, expect, it } from "vitest";
import { aim } from "../geometry/aim";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { anglesOf, at, dancer, following, FRAME, frames, go, keyLight, missOf, moved, singer, target } from "../testing/follow-show";
import { MOST_DEGREES_A_SECOND } from "./running-follows";

const HUNG = { rotation: { x: 0, y: 0, z: 0 }, panRange: [-270, 270], tiltRange: [-135, 135] } as const;

describe("heads that follow", () => {
  it("look at the target where it is, wherever it goes: within 2 cm (oracle: three 0.187.0)", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    for (const mover of [1, 4, 8]) expect(missOf(bench, mover, at(1, 4, 1.5))).toBeLessThan(0.02);
    for (let step = 1; step <= 60; step++) {
      const place = at(1 + step * 0.08, 4 + Math.sin(step / 9), 1.5);
      bench.play(moved("singer", place));
      frames(bench, 0.1);
      for (const mover of [1, 4, 8]) expect(missOf(bench, mover, place)).toBeLessThan(0.02);
    }
  });

  it("turn to a place that another number alone tells from the last one, also where numbers are alike", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    const places = [at(1, 1.5, 1.5), at(1.5, 1.5, 1.5), at(1.5, 1.5, 2), at(1.5, 2, 2), at(1.5, 2, 1.5), at(1.5, 1.5, 1.5)];
    for (const place of [...places, at(1.5, 1.5, 2), at(1.5, 1.5, 1.5), at(2, 1.5, 1.5), at(1.5, 1.5, 1.5)]) {
      bench.play(moved("singer", place));
      frames(bench, 1);
      for (const mover of [1, 8]) expect(missOf(bench, mover, place)).toBeLessThan(0.02);
    }
  });

  it("lie between targets along the selection, beside them, and around them", () => {
    const between = { targetIds: ["singer", "dancer"], offset: at(0, 0, 0.5) };
    const ring = { targetIds: ["singer"], ring: 2 };
    const bench = new EngineOnBench(
      smallShow([
        singer,
        dancer,
        ...listWithCard("between", [{ inSeconds: 0, strokes: [strokeOn("movers", following(between))] }]),
        ...listWithCard("ring", [{ inSeconds: 0, strokes: [strokeOn("movers", following(ring))] }]),
      ]),
    );
    bench.play({ type: "go", playbackId: "card-between" });
    for (const mover of [1, 3, 8]) expect(missOf(bench, mover, at(1 + (5 * (mover - 1)) / 7, 4, 2))).toBeLessThan(0.02);
    bench.play(moved("dancer", at(6, 7, 1.5)));
    frames(bench, 1);
    for (const mover of [1, 3, 8])
      expect(missOf(bench, mover, at(1 + (5 * (mover - 1)) / 7, 4 + (3 * (mover - 1)) / 7, 2))).toBeLessThan(0.02);
    bench.play({ type: "go", playbackId: "card-ring" });
    frames(bench, 1);
    for (const mover of [1, 3, 8]) {
      const turn = (2 * Math.PI * (mover - 1)) / 8;
      expect(missOf(bench, mover, at(1 + 2 * Math.cos(turn), 4 + 2 * Math.sin(turn), 1.5))).toBeLessThan(0.02);
    }
  });

  it("aim ahead of somebody who walks, by as long as they lead", () => {
    const walker = target("walker", at(0, 4, 1.5), 0.1);
    const cue = { inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["walker"], leadSeconds: 0.5 }))] };
    const bench = new EngineOnBench(smallShow([walker, ...listWithCard("lead", [cue])]));
    bench.play({ type: "go", playbackId: "card-lead" });
    // A metre a second across and as much upstage, heard of 40 times a second: 0.1 s behind by its smoothing, half a second ahead by its lead.
    for (let step = 0; step <= 120; step++) {
      bench.play(moved("walker", at(step * 0.025, 1 + step * 0.025, 1.5)));
      bench.read(1, 2, 0.025);
    }
    const ahead = 0.025 - 0.1 + 0.5;
    expect(missOf(bench, 3, at(3 + ahead, 4 + ahead, 1.5))).toBeLessThan(0.06);
  });

  it("look at the nearer way round while somebody walks about beneath them, and come to where a smoothed word leads", () => {
    const walker = target("walker", at(4, 1.5, 0.2), 0.3);
    const bench = new EngineOnBench(
      smallShow([
        walker,
        ...listWithCard("round", [{ inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["walker"] }))] }]),
      ]),
    );
    bench.play({ type: "go", playbackId: "card-round" });
    // Three quarters of a circle about where mover 4 hangs, in six seconds; its pan goes on all the way.
    for (let step = 0; step <= 240; step++) {
      const turn = (step / 240) * 1.5 * Math.PI;
      bench.play(moved("walker", at(3 + 1.5 * Math.sin(turn), 1.5 * Math.cos(turn), 0.2)));
      frames(bench, FRAME);
      if (step > 40) expect(missOf(bench, 4, at(3 + 1.5 * Math.sin(turn), 1.5 * Math.cos(turn), 0.2))).toBeLessThan(0.45);
    }
    // After the last word nothing but time leads there.
    frames(bench, 3);
    expect(missOf(bench, 4, at(1.5, 0, 0.2))).toBeLessThan(0.02);
    bench.play(moved("walker", at(-3, 4, 1)));
    frames(bench, 3);
    for (const mover of [1, 8]) expect(missOf(bench, mover, at(-3, 4, 1))).toBeLessThan(0.02);
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
  });

  it("glide between two of whom only the second walks", () => {
    const [one, two] = [target("one", at(0, 4, 1)), target("two", at(7, 4, 1), 0.4)];
    const cue = { inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["one", "two"] }))] };
    const bench = new EngineOnBench(smallShow([one, two, ...listWithCard("pair", [cue])]));
    bench.play({ type: "go", playbackId: "card-pair" });
    bench.play(moved("two", at(7, 4, 1)));
    frames(bench, 0.5);
    bench.play(moved("two", at(7, 8, 1)));
    frames(bench, 4);
    for (const mover of [1, 5, 8]) expect(missOf(bench, mover, at(mover - 1, 4 + (4 * (mover - 1)) / 7, 1))).toBeLessThan(0.02);
  });

  it("lag rather than jump where the path goes straight beneath: never more than a head turns in a frame", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(moved("singer", at(3, -2, 0.2)));
    bench.play(go);
    let [before, most] = [anglesOf(bench, 4), 0];
    for (let step = 0; step <= 200; step++) {
      // Straight under mover 4, which hangs at x = 3, at four metres a second.
      bench.play(moved("singer", at(3, -2 + step * 0.1, 0.2)));
      bench.t += FRAME;
      const now = anglesOf(bench, 4);
      most = Math.max(most, Math.abs(now.pan - before.pan), Math.abs(now.tilt - before.tilt));
      before = now;
    }
    expect(most).toBeLessThanOrEqual(MOST_DEGREES_A_SECOND * FRAME + 0.02);
    frames(bench, 2);
    expect(missOf(bench, 4, at(3, 18, 0.2))).toBeLessThan(0.05);
  });

  it("go from one target to the other in metres over the cue's time, and from there to angles, without a jump", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    frames(bench, 0.5);
    const start = anglesOf(bench, 2);
    bench.play(go);
    expect(anglesOf(bench, 2).pan).toBeCloseTo(start.pan, 1);
    frames(bench, 1);
    for (const mover of [1, 2, 8]) expect(missOf(bench, mover, at(3.5, 4, 1.5))).toBeLessThan(0.02);
    frames(bench, 1.1);
    expect(missOf(bench, 2, at(6, 4, 1.5))).toBeLessThan(0.02);
    const end = anglesOf(bench, 2);
    bench.play(go);
    bench.play(moved("dancer", at(6, 5, 1.5)));
    expect(Math.abs(anglesOf(bench, 2).pan - end.pan)).toBeLessThan(MOST_DEGREES_A_SECOND * FRAME);
    // They follow on beneath while the angles come in.
    bench.play(moved("dancer", at(1, 9, 1.5)));
    frames(bench, 1);
    const looks = aim({ ...HUNG, position: at(1, 0, 5) }, at(1, 9, 1.5), end);
    expect(anglesOf(bench, 2).pan).toBeCloseTo((looks.pan + 30) / 2, 0);
    frames(bench, 1.1);
    expect(anglesOf(bench, 2)).toEqual({ pan: expect.closeTo(30, 1) as number, tilt: expect.closeTo(20, 1) as number });
  });

  it("stand still where a target is held, and listen to a hand alone while somebody has it in theirs", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    bench.play(moved("singer", at(2, 4, 1.5)));
    bench.play({ type: "target-hold", on: true });
    bench.play(moved("singer", at(9, 9, 1.5)));
    frames(bench, 1);
    expect(missOf(bench, 1, at(2, 4, 1.5))).toBeLessThan(0.02);
    bench.play({ type: "target-hold", on: false });
    bench.play(moved("singer", at(3, 4, 1.5)));
    frames(bench, 1);
    expect(missOf(bench, 1, at(3, 4, 1.5))).toBeLessThan(0.02);
    bench.play(moved("singer", at(5, 5, 1.5), "hand"));
    bench.play(moved("singer", at(0, 0, 1.5)));
    frames(bench, 1);
    expect(missOf(bench, 1, at(5, 5, 1.5))).toBeLessThan(0.02);
    bench.play({ type: "target-free", targetId: "singer" });
    bench.play(moved("singer", at(0, 3, 1.5)));
    frames(bench, 1);
    expect(missOf(bench, 1, at(0, 3, 1.5))).toBeLessThan(0.02);
  });

  it("cost nothing while nobody moves, and say whom they follow", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    frames(bench, 1);
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
    bench.play(moved("singer", at(4, 4, 1.5)));
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(true);
    frames(bench, 2);
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
    const pan = keyLight.rig.headByKey.get("fx-3")!.parameters.get("Pan")!;
    expect(bench.engine.trace(pan).links.at(-1)!.follows).toEqual(["singer"]);
  });

  it("say each whom it follows, and that what doesn't follow follows nobody", () => {
    const strokes = [
      { who: { heads: ["fx-1"] }, rank: 1, parts: { ...following({ targetIds: ["singer"] }), Dimmer: part([1]) } },
      { who: { heads: ["fx-3"] }, rank: 2, parts: following({ targetIds: ["dancer"] }) },
    ];
    const bench = new EngineOnBench(smallShow([singer, dancer, ...listWithCard("two", [{ inSeconds: 0, strokes }])]));
    bench.play({ type: "go", playbackId: "card-two" });
    frames(bench, 1);
    const followed = (head: string, attribute: string): readonly string[] | undefined =>
      bench.engine.trace(bench.engine.show.rig.headByKey.get(head)!.parameters.get(attribute)!).links.at(-1)!.follows;
    expect([followed("fx-1", "Pan"), followed("fx-1", "Tilt")]).toEqual([["singer"], ["singer"]]);
    expect([followed("fx-3", "Pan"), followed("fx-3", "Tilt")]).toEqual([["dancer"], ["dancer"]]);
    expect(followed("fx-1", "Dimmer") ?? []).toEqual([]);
  });
});
