import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { playChanges } from "../playing/play";
import { edit } from "../show/edit";
import { recordedWalk } from "../edits/target-edits";
import { anglesOf, at, following, frames, go, missOf, moved, target } from "../testing/follow-show";
import { EngineOnBench } from "../testing/engine-on-bench";
import { listWithCard, smallShow, strokeOn } from "../testing/small-show";
import { isGliding, newPathPlace, pathAt } from "./target-path";
import { isLost, targetStateIdOf, unheard } from "./target-state";
import { roundSeconds, walkAt, type RunningWalk } from "./walk";

const SQUARE = [at(0, 0, 1), at(2, 0, 1), at(2, 2, 1), at(0, 2, 1)];
const walk = (more: Partial<RunningWalk> = {}): RunningWalk => ({
  points: SQUARE,
  stepSeconds: 1,
  sinceSeconds: 10,
  from: SQUARE[0]!,
  ...more,
});
const placeAt = (of: RunningWalk, t: number): number[] => {
  const into = newPathPlace();
  walkAt(of, t, into);
  return [...into].map((value) => Math.round(value * 1e6) / 1e6 + 0);
};

describe("a walk", () => {
  it("goes straight from step to step, back to the first as people go, and round again", () => {
    // Three steps of a second, and two metres back at 1.4 m a second: worked by hand.
    expect(roundSeconds(walk())).toBeCloseTo(3 + 2 / 1.4, 9);
    expect(placeAt(walk(), 10)).toEqual([0, 0, 1, 2, 0, 0]);
    expect(placeAt(walk(), 11.25)).toEqual([2, 0.5, 1, 0, 2, 0]);
    expect(placeAt(walk(), 13)).toEqual([0, 2, 1, 0, -1.4, 0]);
    expect(placeAt(walk(), 13.5)).toEqual([0, 1.3, 1, 0, -1.4, 0]);
    expect(placeAt(walk(), 10 + 7 * (3 + 2 / 1.4) + 0.5)).toEqual([1, 0, 1, 2, 0, 0]);
    expect(placeAt(walk(), 3)).toEqual([0, 0, 1, 2, 0, 0]);
  });

  it("is come into over two seconds from wherever its target was", () => {
    const coming = walk({ from: at(0, -4, 1) });
    expect(placeAt(coming, 10)).toEqual([0, -4, 1, 2, 2, 0]);
    expect(placeAt(coming, 11)).toEqual([2, -2, 1, 0, 4, 0]);
    expect(placeAt(coming, 12)).toEqual(placeAt(walk(), 12));
  });

  it("never goes faster than its steps say, whatever they are, and says how fast it goes", () => {
    const random = seededRandom(5);
    for (let trial = 0; trial < 50; trial++) {
      const points = Array.from({ length: 2 + Math.floor(random() * 20) }, () => at(random() * 9, random() * 9, random() * 2));
      const of = walk({ points, stepSeconds: 0.1 + random(), from: points[0]! });
      const fastest = points
        .slice(1)
        .map((point, index) => Math.hypot(point.x - points[index]!.x, point.y - points[index]!.y, point.z - points[index]!.z));
      const most = Math.max(1.4, ...fastest.map((way) => way / of.stepSeconds));
      for (let t = 10; t < 10 + 2 * roundSeconds(of); t += 0.031) {
        const [now, soon] = [placeAt(of, t), placeAt(of, t + 0.001)];
        const moved = Math.hypot(soon[0]! - now[0]!, soon[1]! - now[1]!, soon[2]! - now[2]!);
        expect(moved).toBeLessThanOrEqual(most * 0.001 + 1e-5);
        expect(Math.hypot(now[3]!, now[4]!, now[5]!)).toBeLessThanOrEqual(most + 1e-5);
      }
    }
  });

  it("that stands still, or closes where it began, goes on without a way back", () => {
    const there = walk({ points: [at(1, 1, 1), at(1, 1, 1)], from: at(1, 1, 1) });
    expect(placeAt(there, 12.3)).toEqual([1, 1, 1, 0, 0, 0]);
    expect(roundSeconds(walk({ points: [...SQUARE, SQUARE[0]!] }))).toBe(4);
  });

  it("is never lost and never at rest", () => {
    const state = { ...unheard(target("singer", at(0, 0, 0))), walk: walk() };
    expect([isLost(state, 1e6), isGliding(state, 0, 1e6)]).toEqual([false, true]);
    const into = newPathPlace();
    pathAt(state, 3, 11.25, into);
    expect([...into]).toEqual([2, 0.5, 1, 0, 2, 0]);
  });
});

const points = [at(1, 4, 1.5), at(3, 4, 1.5), at(3, 2, 1.5)];
const singer = { ...target("singer", at(1, 4, 1.5)), walk: { points, stepSeconds: 2 } };
const show = smallShow([
  singer,
  target("dancer", at(6, 4, 1.5)),
  ...listWithCard("key", [{ inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["singer"] }))] }]),
]);
const begun = (): EngineOnBench => {
  const bench = new EngineOnBench(show);
  bench.play(go);
  bench.t += 3;
  return bench;
};
const walks = { type: "target-walk", targetId: "singer" } as const;
const state = (bench: EngineOnBench) => bench.engine.show.get("targetState", targetStateIdOf("singer"));

describe("a target on its walk", () => {
  it("leads those who follow it along, whatever is heard meanwhile", () => {
    const bench = begun();
    bench.play(walks);
    bench.t += 1;
    expect(missOf(bench, 1, at(2, 4, 1.5))).toBeLessThan(0.02);
    bench.play(moved("singer", at(9, 9, 1)));
    bench.t += 2;
    expect(missOf(bench, 1, at(3, 3, 1.5))).toBeLessThan(0.02);
  });

  it("ends by being left to what is heard, held, or taken by hand, and stays where it had come to", () => {
    for (const end of [
      { type: "target-free", targetId: "singer" },
      { type: "target-hold", on: true },
      { type: "target-take", targetId: "singer" },
    ] as const) {
      const bench = begun();
      bench.play(walks);
      bench.t += 1;
      bench.play(end);
      bench.t += 5;
      expect(missOf(bench, 1, at(2, 4, 1.5))).toBeLessThan(0.02);
      expect(state(bench)).not.toHaveProperty("walk");
    }
    const bench = begun();
    bench.play(walks);
    bench.t += 1;
    bench.play(moved("singer", at(0, 4, 1.5), "hand"));
    bench.t += 1;
    expect(missOf(bench, 1, at(0, 4, 1.5))).toBeLessThan(0.02);
    expect(state(bench)).toMatchObject({ handId: expect.any(String) as string });
    expect(state(bench)).not.toHaveProperty("walk");
    // And the other way: a walk takes it out of the hand.
    bench.play(walks);
    expect(state(bench)).toMatchObject({ handId: null, held: false });
  });

  it("is taken by hand where it stands, and nothing that is heard moves it until it is left again", () => {
    const bench = begun();
    bench.play(moved("singer", at(2, 4, 1.5)));
    bench.t += 3;
    bench.play({ type: "target-take", targetId: "singer" });
    bench.play(moved("singer", at(5, 4, 1.5)));
    bench.t += 5;
    expect(missOf(bench, 1, at(2, 4, 1.5))).toBeLessThan(0.02);
    expect(isLost(state(bench)!, bench.t)).toBe(false);
    bench.play({ type: "target-take", targetId: "singer" });
    bench.play(moved("singer", at(1, 4, 1.5), "hand"));
    frames(bench, 2);
    expect(missOf(bench, 1, at(1, 4, 1.5))).toBeLessThan(0.02);
    bench.play({ type: "target-free", targetId: "singer" });
    bench.play(moved("singer", at(5, 4, 1.5)));
    frames(bench, 3);
    expect(missOf(bench, 1, at(5, 4, 1.5))).toBeLessThan(0.02);
    expect(playChanges(show, { type: "target-take", targetId: "nobody" }, { t: 1, personId: "ann" }).ok).toBe(false);
  });

  it("is the same after a start of the engine in its midst, and never jumps", () => {
    const bench = begun();
    bench.play(moved("singer", at(5, 4, 1.5)));
    bench.t += 1;
    bench.play(walks);
    let before = anglesOf(bench, 1);
    for (let frame = 0; frame < 44 * 12; frame++) {
      const now = anglesOf(bench, 1, 1 / 44);
      expect(Math.max(Math.abs(now.pan - before.pan), Math.abs(now.tilt - before.tilt))).toBeLessThan(4.2);
      before = now;
    }
    const again = new EngineOnBench(bench.engine.show);
    again.t = bench.t;
    expect(anglesOf(again, 1).pan).toBeCloseTo(before.pan, 1);
  });

  it("isn't begun where nobody has recorded one, or nobody is called so", () => {
    const refusal = (targetId: string) => {
      const done = playChanges(show, { type: "target-walk", targetId }, { t: 1, personId: "ann" });
      return done.ok ? null : done.error.code;
    };
    expect([refusal("dancer"), refusal("nobody"), refusal("singer")]).toEqual(["value.invalid", "record.unknown", null]);
  });
});

describe("a recorded walk", () => {
  const after = (given: readonly { x: number; y: number; z: number }[] | null) => {
    const changes = recordedWalk(show, "singer", given);
    const done = changes.ok ? edit(show, changes.value) : changes;
    return done.ok ? (done.value.target("singer")?.walk ?? null) : done.error.details["why"];
  };

  it("is kept to the millimetre, no longer than there is room, and taken away", () => {
    expect(after([at(0, 0, 1), at(0.12345678, 0, 1)])).toEqual({ points: [at(0, 0, 1), at(0.123, 0, 1)], stepSeconds: 0.1 });
    const long = after(Array.from({ length: 2000 }, (_, index) => at(index / 100, 0, 1))) as { readonly points: readonly unknown[] };
    expect(long.points).toHaveLength(1200);
    expect(after(null)).toBeNull();
  });

  it("isn't one where nobody went anywhere", () => {
    for (const still of [[], [at(1, 1, 1)], Array.from({ length: 50 }, () => at(1, 1.05, 1))])
      expect(after(still)).toContain("stood still");
    expect(recordedWalk(show, "nobody", []).ok).toBe(false);
    expect(after([at(0, 0, 0), at(2000, 0, 0)])).toBeTypeOf("string");
  });
});
