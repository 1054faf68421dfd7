import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";

const go = { type: "go", playbackId: "card-a" } as const;
const movers = (level: number, more = {}) => strokeOn("movers", { Dimmer: part([level], more) });
const bench = (cues: Parameters<typeof listWithCard>[1]): EngineOnBench => new EngineOnBench(smallShow(listWithCard("a", cues)));

describe("engine: times of cues", () => {
  it("takes out for what goes down and in for what comes up: out 4 s, in 1.5 s", () => {
    const stage = bench([
      { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1, 0]) })] },
      { inSeconds: 1.5, outSeconds: 4, strokes: [strokeOn("movers", { Dimmer: part([0, 1]) })] },
    ]);
    stage.play(go);
    stage.read(1, 0, 1);
    stage.play(go);
    for (const at of [0.75, 1.5, 3]) {
      stage.t = 101 + at;
      expect(stage.read(1, 0)).toBeCloseTo(1 - at / 4, 4);
      expect(stage.read(8, 0)).toBeCloseTo(Math.min(1, at / 1.5), 4);
    }
  });

  it("keeps the place of what is under way when its time is changed: half done stays half done, the rest takes the new time", () => {
    const stage = bench([{ inSeconds: 4, strokes: [movers(1)] }]);
    stage.play(go);
    expect(stage.read(1, 0, 2)).toBeCloseTo(0.5, 4);
    stage.change([setChange("a-1", ["inSeconds"], { from: 4, to: 20 })]);
    expect(stage.read(1, 0)).toBeCloseTo(0.5, 4);
    expect(stage.read(1, 0, 5)).toBeCloseTo(0.75, 4);
    stage.change([setChange("a-1", ["inSeconds"], { from: 20, to: 1 })]);
    expect(stage.read(1, 0)).toBeCloseTo(0.75, 4);
    expect(stage.read(1, 0, 0.125)).toBeCloseTo(0.875, 4);
    expect(stage.read(1, 0, 0.125)).toBeCloseTo(1, 4);
  });

  it("leaves what has arrived where it is, and lets what waits go on waiting", () => {
    const stage = bench([{ inSeconds: 1, strokes: [movers(1, { delay: { knots: [0, 7] } })] }]);
    stage.play(go);
    stage.read(1, 0, 2.5);
    stage.change([setChange("a-1", ["inSeconds"], { from: 1, to: 10 })]);
    expect(stage.read(1, 0)).toBe(1);
    // Head 4 waits until 3 s, then takes 10 s; head 3 was half done.
    expect(stage.read(4, 0)).toBe(0);
    expect(stage.read(4, 0, 1.5)).toBeCloseTo(0.1, 4);
    expect(stage.read(3, 0)).toBeCloseTo(0.5 + 0.15, 4);
  });

  it("doesn't move what has long settled when a time is made longer than it has been there", () => {
    const stage = bench([{ inSeconds: 1, strokes: [movers(0.8)] }]);
    stage.play(go);
    stage.read(1, 0, 5);
    stage.change([setChange("a-1", ["inSeconds"], { from: 1, to: 100 })]);
    expect(stage.read(1, 0, 1)).toBeCloseTo(0.8, 4);
  });

  it("shows at once what comes new into a cue that has long settled", () => {
    const stage = bench([{ inSeconds: 4, strokes: [movers(0.8)] }]);
    stage.play(go);
    stage.read(1, 0, 9);
    const before = stage.read(1, 4);
    stage.change([setChange("a-1", ["inSeconds"], { from: 4, to: 100 })]);
    stage.change([setChange("a-1", ["strokes", "s1", "parts", "Tilt"], { to: part([30]) })]);
    const after = stage.read(1, 4);
    expect(after).not.toBeCloseTo(before, 2);
    expect(stage.read(1, 4, 5)).toBe(after);
  });

  it("takes times that are parts of the cue's: half of its 4 s, beginning after a quarter", () => {
    const stage = bench([{ inSeconds: 4, strokes: [movers(1, { fade: { knots: [0.5] }, delay: { knots: [0.25] }, timesIn: "parts" })] }]);
    stage.play(go);
    for (const [at, level] of [
      [0.9, 0],
      [1.5, 0.25],
      [2, 0.5],
      [3, 1],
    ] as const) {
      stage.t = 100 + at;
      expect(stage.read(1, 0)).toBeCloseTo(level, 4);
    }
  });

  it("keeps delays their share of a pace", () => {
    // Half as long as by itself: 1 s late instead of 2, then 2 s instead of 4.
    const stage = bench([{ inSeconds: 4, delaySeconds: 2, strokes: [movers(1)] }]);
    const card = { playbackId: "card-a", level: 1, cueId: "a-1", previousCueId: null, letGoSeconds: null, personId: "ann" };
    const state = { id: "state-card-a", kind: "playbackState", version: 1, ...card, goSeconds: 100, seconds: 2, byPace: true };
    stage.change([{ op: "add", record: state }]);
    for (const [at, level] of [
      [1, 0],
      [2, 0.5],
      [3, 1],
    ] as const) {
      stage.t = 100 + at;
      expect(stage.read(1, 0)).toBeCloseTo(level, 4);
    }
  });

  it("goes on from where it is when its run alone is given another time", () => {
    const stage = bench([{ inSeconds: 4, strokes: [movers(1)] }]);
    stage.play(go);
    expect(stage.read(1, 0, 1)).toBeCloseTo(0.25, 4);
    stage.change([setChange("state-card-a", ["seconds"], { to: 8 })]);
    expect(stage.read(1, 0)).toBeCloseTo(0.25, 4);
    expect(stage.read(1, 0, 2)).toBeCloseTo(0.5, 4);
  });

  it("pauses fades and goes on from there; motions go on meanwhile", () => {
    const stage = bench([{ inSeconds: 4, strokes: [movers(1)] }]);
    stage.play(go);
    stage.read(1, 0, 1);
    stage.play({ type: "pause", playbackId: "card-a" });
    expect(stage.read(1, 0, 30)).toBeCloseTo(0.25, 4);
    stage.play({ type: "continue", playbackId: "card-a" });
    expect(stage.read(1, 0, 1)).toBeCloseTo(0.5, 4);
  });

  it("goes from what is on stage in the middle of a fade, back, and to any cue in a time of choice or as a cut", () => {
    const stage = bench([
      { inSeconds: 2, strokes: [movers(1)] },
      { inSeconds: 2, strokes: [movers(0)] },
      { inSeconds: 2, strokes: [movers(0.4)] },
    ]);
    stage.play(go);
    stage.play(go);
    stage.play({ type: "back", playbackId: "card-a" });
    expect(stage.read(1, 0, 1)).toBeCloseTo(0.5, 4);
    stage.play(go);
    expect(stage.read(1, 0)).toBeCloseTo(0.5, 4);
    expect(stage.read(1, 0, 1)).toBeCloseTo(0.25, 4);
    stage.play({ type: "go", playbackId: "card-a", cueId: "a-1", seconds: 0 });
    expect(stage.read(1, 0)).toBe(1);
    stage.play({ type: "go", playbackId: "card-a", cueId: "a-3", seconds: 6 });
    expect(stage.read(1, 0, 3)).toBeCloseTo(0.7, 4);
  });
});
