import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { edit } from "../show/edit";
import { sketchIdOf } from "../stroke/sketch";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { anglesOf, at, dancer, following, FRAME, frames, go, keyLight, missOf, moved, singer, target } from "../testing/follow-show";
import { selectGroups } from "../selection/selection";
import { takenUp } from "./taken-up";
import { MOST_DEGREES_A_SECOND } from "./running-follows";
import type { ShowRecord } from "../show/records";
import type { Strokes } from "../stroke/stroke";

describe("what follows", () => {
  it("don't jump, and don't stand still, where their content changes all the while", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    frames(bench, 0.5);
    bench.play(moved("singer", at(-6, -6, 1.5)));
    let before = anglesOf(bench, 8);
    for (let step = 0; step < 60; step++) {
      const { strokes } = bench.engine.show.get("cue", "key-1")!;
      const [[id, stroke]] = Object.entries(strokes) as [[string, (typeof strokes)[string]]];
      const to = { [id]: { ...stroke, parts: { ...stroke.parts, Dimmer: part([step / 100]) } } };
      bench.change([setChange("key-1", ["strokes"], { from: strokes, to })]);
      const now = anglesOf(bench, 8, FRAME);
      expect(Math.abs(now.pan - before.pan)).toBeLessThanOrEqual(MOST_DEGREES_A_SECOND * FRAME + 0.02);
      before = now;
    }
    expect(missOf(bench, 8, at(-6, -6, 1.5))).toBeLessThan(0.05);
  });

  it("go on in a sketch as well while it changes, and on a rig that does", () => {
    const bench = new EngineOnBench(keyLight);
    const follow = strokeOn("movers", following({ targetIds: ["singer"] }));
    bench.sketch("ann", { a: follow });
    frames(bench, 1.5);
    bench.play(moved("singer", at(-6, -6, 1.5)));
    let before = anglesOf(bench, 8);
    for (let step = 0; step < 10; step++) {
      bench.sketch("ann", { a: follow, b: strokeOn("movers", { Dimmer: part([step / 100]) }, 2) });
      const now = anglesOf(bench, 8, FRAME);
      expect(Math.abs(now.pan - before.pan)).toBeLessThanOrEqual(MOST_DEGREES_A_SECOND * FRAME + 0.02);
      before = now;
    }
    const { heads } = bench.engine.show.get("group", "movers")!;
    bench.change([
      setChange("movers", ["heads"], { from: heads, to: heads.filter((key) => key !== "fx-4") }),
      { op: "remove", record: bench.engine.show.get("fixture", "fx-4")! },
    ]);
    const after = anglesOf(bench, 8, FRAME);
    expect(Math.abs(after.pan - before.pan)).toBeLessThanOrEqual(MOST_DEGREES_A_SECOND * FRAME + 0.02);
    frames(bench, 3);
    expect(missOf(bench, 8, at(-6, -6, 1.5))).toBeLessThan(0.05);
  });

  it("come softly into a sketch, keep a nudge, and go on where a change elsewhere in it finds them", () => {
    const bench = new EngineOnBench(keyLight);
    bench.sketch("ann", { a: strokeOn("movers", following({ targetIds: ["singer"] })) });
    const first = anglesOf(bench, 8);
    expect(first.tilt).toBeCloseTo(0, 1);
    frames(bench, 1.1);
    expect(missOf(bench, 8, at(1, 4, 1.5))).toBeLessThan(0.02);
    const there = anglesOf(bench, 8);
    const nudge = strokeOn("movers", { Pan: { nudge: { knots: [10] }, shape: {}, touched: 2 } }, 2);
    bench.sketch("ann", { a: strokeOn("movers", following({ targetIds: ["singer"] })), b: nudge });
    expect(anglesOf(bench, 8, FRAME).pan).toBeCloseTo(there.pan + 10, 1);
    bench.play(moved("singer", at(3, 4, 1.5)));
    frames(bench, 1);
    const nudged = anglesOf(bench, 8);
    bench.sketch("ann", { a: strokeOn("movers", following({ targetIds: ["singer"] })) });
    expect(anglesOf(bench, 8, FRAME).pan).toBeCloseTo(nudged.pan - 10, 1);
    expect(missOf(bench, 8, at(3, 4, 1.5))).toBeLessThan(0.02);
  });

  it("go on where the rig changes about them, from where a lamp hangs now", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    frames(bench, 0.5);
    const before = [1, 8].map((mover) => anglesOf(bench, mover));
    const gone = bench.engine.show.get("fixture", "fx-4")!;
    const { heads } = bench.engine.show.get("group", "movers")!;
    bench.change([
      setChange("movers", ["heads"], { from: heads, to: heads.filter((key) => key !== "fx-4") }),
      { op: "remove", record: gone },
    ]);
    expect([1, 8].map((mover) => anglesOf(bench, mover))).toEqual(before);
    bench.play(moved("singer", at(5, 5, 1.5)));
    frames(bench, 1);
    for (const mover of [1, 8]) expect(missOf(bench, mover, at(5, 5, 1.5))).toBeLessThan(0.02);
  });

  it("stand still in the middle of a glide, and begin where a target is first heard of", () => {
    const slow = target("slow", at(0, 4, 1), 2);
    const cue = { inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["slow"] }))] };
    const bench = new EngineOnBench(smallShow([slow, ...listWithCard("slow-list", [cue])]));
    bench.play({ type: "go", playbackId: "card-slow-list" });
    bench.play({ type: "target-hold", targetIds: ["slow"], on: true });
    bench.play({ type: "target-hold", targetIds: ["slow"], on: false });
    bench.play(moved("slow", at(2, 5, 1)));
    frames(bench, 1);
    expect(missOf(bench, 3, at(2, 5, 1))).toBeLessThan(0.02);
    bench.play(moved("slow", at(8, 5, 1)));
    frames(bench, 1);
    bench.play({ type: "target-hold", on: true });
    const held = anglesOf(bench, 3, FRAME);
    frames(bench, 1);
    expect(anglesOf(bench, 3).pan).toBeCloseTo(held.pan, 1);
    expect(missOf(bench, 3, at(8, 5, 1))).toBeGreaterThan(0.3);
  });

  it("take of two ways to look the one nearer to how they look as they begin", () => {
    const turned = strokeOn("movers", { Pan: part([200]), Tilt: part([40]) });
    const cue = { inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["singer"] }))] };
    const bench = new EngineOnBench(
      smallShow([singer, ...listWithCard("turned", [{ inSeconds: 0, strokes: [turned] }]), ...listWithCard("follow", [cue])]),
    );
    bench.play({ type: "go", playbackId: "card-turned" });
    frames(bench, 0.1);
    // From the mover that hangs at 0, 0 this lies at a pan of 160, of -200, and of -20 with the tilt turned over.
    bench.play(moved("singer", at(-Math.sin((160 * Math.PI) / 180) * 4, Math.cos((160 * Math.PI) / 180) * 4, 0)));
    bench.play({ type: "go", playbackId: "card-follow" });
    expect(anglesOf(bench, 1).pan).toBeCloseTo(160, 0);
    expect(missOf(bench, 1, at(-Math.sin((160 * Math.PI) / 180) * 4, Math.cos((160 * Math.PI) / 180) * 4, 0))).toBeLessThan(0.02);
  });

  it("are taken up from the stage as what they are, wherever their target has gone", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    for (const place of [at(-5, 3, 1), at(-2, -6, 1), at(8, -4, 1)]) {
      bench.play(moved("singer", place));
      frames(bench, 2);
      const of = { selection: selectGroups(["movers"]), attribute: "Position", stage: bench.engine.values.slice(), now: bench.t };
      expect(takenUp(bench.engine.show, of)).toMatchObject({ follow: { targetIds: ["singer"] }, takenFrom: [{ cueId: "key-1" }] });
    }
  });

  it("look at once where a target is by now, though another looked a moment before", () => {
    const cue = { inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["singer"] }))] };
    const bench = new EngineOnBench(smallShow([singer, ...listWithCard("first", [cue]), ...listWithCard("second", [cue])]));
    bench.play({ type: "go", playbackId: "card-first" });
    frames(bench, 0.5);
    bench.play(moved("singer", at(5, 5, 1.5)));
    bench.play({ type: "go", playbackId: "card-second" });
    expect(missOf(bench, 8, at(5, 5, 1.5))).toBeLessThan(0.02);
  });

  it("are a fan between presets that follow, and leave an angle to what says it", () => {
    const preset = (id: string, targetId: string): ShowRecord => ({
      ...{ id, kind: "preset", version: 1, name: id, rank: 1, family: "Position", territoryId: null, perProfile: {}, perHead: {} },
      universal: following({ targetIds: [targetId] }),
    });
    const fan = { Position: { presets: { ids: ["on-singer", "on-dancer"], path: "even" as const }, shape: {}, touched: 1 } };
    const bench = new EngineOnBench(
      smallShow([
        ...[singer, dancer, preset("on-singer", "singer"), preset("on-dancer", "dancer")],
        ...listWithCard("fan", [{ inSeconds: 0, strokes: [strokeOn("movers", fan)] }]),
        ...listWithCard("own-pan", [
          { inSeconds: 0, strokes: [strokeOn("movers", { ...following({ targetIds: ["singer"] }), Pan: part([30]) })] },
        ]),
      ]),
    );
    bench.play({ type: "go", playbackId: "card-fan" });
    bench.play(moved("dancer", at(6, 7, 1.5)));
    frames(bench, 1);
    for (const mover of [1, 4, 8])
      expect(missOf(bench, mover, at(1 + (5 * (mover - 1)) / 7, 4 + (3 * (mover - 1)) / 7, 1.5))).toBeLessThan(0.02);
    bench.play({ type: "go", playbackId: "card-own-pan" });
    const before = anglesOf(bench, 2);
    bench.play(moved("singer", at(4, 9, 0)));
    frames(bench, 1);
    expect(anglesOf(bench, 2).pan).toBeCloseTo(30, 1);
    expect(Math.abs(anglesOf(bench, 2).tilt - before.tilt)).toBeGreaterThan(5);
  });

  it("are refused on anything but positions, and beside a motion of their own", () => {
    const follow = { targetIds: ["singer"] };
    const refused = (parts: Strokes[string]["parts"]): boolean =>
      !edit(keyLight, [setChange(sketchIdOf("ann"), ["strokes"], { from: {}, to: { a: strokeOn("movers", parts) } })]).ok;
    const wave = { kind: "wave", waveform: "sine", low: 0, high: 10, base: "relative", phase: { knots: [0] } } as const;
    const motion = { ...wave, phaseShape: {}, masterId: null, rate: { knots: [1] } };
    expect(refused({ Position: { follow, shape: {}, touched: 1 } })).toBe(false);
    expect(refused({ Pan: { follow, shape: {}, touched: 1 } })).toBe(true);
    expect(refused({ Dimmer: { follow, motion, shape: {}, touched: 1 } })).toBe(true);
    expect(refused({ Position: { follow, points: { knots: [at(0, 0, 0)], path: "straight" }, shape: {}, touched: 1 } })).toBe(true);
    for (const wrong of [{ targetIds: [] }, { targetIds: ["singer"], ring: -1 }, { targetIds: ["singer"], leadSeconds: 3 }])
      expect(refused({ Position: { follow: wrong, shape: {}, touched: 1 } })).toBe(true);
  });

  it("need their target: one that is followed can't go, and one that isn't there can't be followed", () => {
    const gone = edit(keyLight, [{ op: "remove", record: singer }]);
    expect(gone.ok ? null : gone.error.code).toBe("record.in-use");
    const stroke = strokeOn("movers", following({ targetIds: ["nobody"] }));
    const to = { a: stroke };
    const unknown = edit(keyLight, [setChange(sketchIdOf("ann"), ["strokes"], { from: {}, to })]);
    expect(unknown.ok).toBe(false);
  });
});
