import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import type { StageBox } from "../follow/stage-box";
import type { Follow, Target } from "../follow/target";
import { edit } from "../show/edit";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { at, FRAME, frames, moved, target } from "../testing/follow-show";
import type { Part } from "../stroke/stroke";

const within: StageBox = { low: at(0, 0, 0), high: at(10, 6, 3) };
const singer: Target = { ...target("singer", at(5, 3, 1.6)), within };
const dancer: Target = { ...target("dancer", at(5, 3, 1.6)), within: { low: at(4, 0, 0), high: at(14, 6, 3) } };
const lit = (follow: Follow, more: Partial<Part> = {}): Record<"Dimmer", Part> => {
  const { level: _, ...rest } = part([0]);
  return { Dimmer: { ...rest, follow, ...more } };
};
const onSinger: Follow = { targetIds: ["singer"], edge: 2 };
const show = (inSeconds: number, ...parts: readonly Record<string, Part>[]) =>
  smallShow([
    singer,
    dancer,
    target("roamer", at(50, 50, 1)),
    ...listWithCard("key", [{ inSeconds, strokes: parts.map((own, index) => strokeOn("movers", own, index + 1)) }]),
    ...listWithCard("low", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.3]) })] }]),
  ]);
const GO = { type: "go", playbackId: "card-key" } as const;
const LOW = { type: "go", playbackId: "card-low" } as const;
const light = (bench: EngineOnBench, mover = 1): number => bench.read(mover, 0, FRAME);
const running = (...parts: readonly Record<string, Part>[]): EngineOnBench => {
  const bench = new EngineOnBench(show(0, ...parts));
  bench.play(GO);
  frames(bench, 0.1);
  return bench;
};

describe("light at the edge of where a target may be", () => {
  // Worked by hand: the stage is 10 m wide and 6 m deep, and light fades over its last 2 m.
  it.each([
    ["in the middle", at(5, 3, 1.6), 1],
    ["just within", at(2, 3, 1.6), 1],
    ["a metre from the left", at(1, 3, 1.6), 0.5],
    ["half a metre from the back", at(5, 5.5, 1.6), 0.25],
    ["near two sides, by the nearer one", at(8.5, 0.4, 1.6), 0.2],
    ["on the floor, and as high as one may be", at(5, 3, 0), 1],
    ["at the edge", at(0, 3, 1.6), 0],
    ["heard from beyond it", at(12, 3, 1.6), 0],
  ])("is as bright as is said %s", (_, place, brightness) => {
    const bench = running(lit(onSinger));
    bench.play(moved("singer", place));
    expect(light(bench)).toBeCloseTo(brightness, 2);
    const dim = running(lit({ ...onSinger, light: 60 }));
    dim.play(moved("singer", place));
    expect(light(dim, 3)).toBeCloseTo(0.6 * brightness, 2);
  });

  it("moves no octet once nobody walks, and goes with whoever walks, frame by frame", () => {
    const bench = running(lit(onSinger));
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
    for (const x of [1.5, 1.25, 1, 0.75, 0.5]) {
      bench.play(moved("singer", at(x, 3, 1)));
      expect(light(bench)).toBeCloseTo(x / 2, 2);
    }
    frames(bench, 0.3);
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
  });

  it("is full where a target may be anywhere", () => {
    const bench = running(lit({ targetIds: ["roamer"], edge: 2 }));
    expect(light(bench)).toBe(1);
  });

  it("goes by the one nearer to an edge for heads between two, also while the middle between them stands", () => {
    const bench = running(lit({ targetIds: ["singer", "dancer"], edge: 2 }));
    expect([light(bench, 1), light(bench, 4), light(bench, 8)]).toEqual([1, expect.closeTo(0.5, 2), expect.closeTo(0.5, 2)]);
    bench.play(moved("singer", at(1, 3, 1)));
    bench.play(moved("dancer", at(9, 3, 1)));
    expect([light(bench, 1), light(bench, 4), light(bench, 8)]).toEqual([
      expect.closeTo(0.5, 2),
      expect.closeTo(0.5, 2),
      expect.closeTo(1, 2),
    ]);
    bench.play(moved("singer", at(0.5, 3, 1)));
    bench.play(moved("dancer", at(9.5, 3, 1)));
    expect(light(bench, 4)).toBeCloseTo(0.25, 2);
  });

  it("fades in over the cue's time, counts as light does beside others, is lowered by a nudge, and comes at once in a sketch", () => {
    const bench = new EngineOnBench(show(2, lit(onSinger, { nudge: { knots: [-0.2] } })));
    bench.play(LOW);
    bench.play(GO);
    frames(bench, 1);
    expect(light(bench)).toBeCloseTo(0.4, 1);
    frames(bench, 1.1);
    expect(light(bench)).toBeCloseTo(0.8, 2);
    bench.play(moved("singer", at(0.2, 3, 1)));
    expect(light(bench)).toBeCloseTo(0.3, 2);
    bench.sketch("ann", { a: strokeOn("movers", lit({ ...onSinger, targetIds: ["dancer"] })) });
    expect(light(bench)).toBeCloseTo(0.5, 2);
  });

  it("leaves what lies beneath where nobody follows, and goes by another part of the stage from the next frame", () => {
    const bench = running({ Dimmer: part([0.1]) }, lit(onSinger));
    expect(light(bench)).toBeCloseTo(1, 2);
    bench.change([setChange("singer", ["within"], { from: within, to: { ...within, high: at(6, 6, 3) } })]);
    expect(light(bench)).toBeCloseTo(0.5, 2);
    bench.play({ type: "target-off", on: true });
    frames(bench, 2.1);
    expect(light(bench)).toBeCloseTo(0.1, 2);
  });

  it("goes out where a lost target is to leave heads dark, whether they look at it or not", () => {
    const dark = edit(show(0, lit(onSinger)), [setChange("singer", ["whenLost"], { from: undefined, to: "dark" })]);
    const bench = new EngineOnBench(dark.ok ? dark.value : show(0));
    bench.play(GO);
    bench.play(moved("singer", at(5, 3, 1)));
    expect(light(bench)).toBeCloseTo(1, 2);
    frames(bench, 1.1);
    bench.play({ type: "target-watch" });
    frames(bench, 2.2);
    expect(light(bench)).toBe(0);
    bench.play(moved("singer", at(5, 3, 1)));
    bench.play({ type: "target-watch" });
    frames(bench, 2.2);
    expect(light(bench)).toBeCloseTo(1, 2);
  });

  it("is what dimmers say, and only these", () => {
    const sketch = show(0).sketchOf("ann")!;
    const refused = (parts: Record<string, Part>): boolean =>
      !edit(show(0), [setChange(sketch.id, ["strokes"], { from: {}, to: { a: strokeOn("movers", parts) } })]).ok;
    expect(refused(lit(onSinger))).toBe(false);
    expect(refused(lit({ ...onSinger, light: 0 }))).toBe(false);
    for (const wrong of [{ edge: 0 }, { edge: 51 }, { edge: NaN }, { light: -1 }, { light: 101 }, { width: 2 }])
      expect(refused(lit({ ...onSinger, ...wrong }))).toBe(true);
    expect(refused(lit({ targetIds: ["singer"] }))).toBe(true);
    expect(refused(lit({ targetIds: ["singer"], light: 50 }))).toBe(true);
    expect(refused(lit(onSinger, { level: { knots: [1] } }))).toBe(true);
    const { Dimmer } = lit(onSinger);
    for (const name of ["Position", "Zoom", "Pan", "Color"]) expect(refused({ [name]: Dimmer })).toBe(true);
  });
});
