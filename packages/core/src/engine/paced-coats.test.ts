import { describe, expect, it } from "vitest";
import { coatIdOf } from "../playback/coat";
import { seededRandom } from "../random/random";
import { board, BLUE, GREEN, leaves, paint, RED, show } from "../testing/board-show";
import { EngineOnBench } from "../testing/engine-on-bench";

const pace = (seconds: number | null, of: object = {}) => ({ type: "pace", seconds, ...of }) as const;
const company = { boardIds: [board.id], live: true };
const green = (bench: EngineOnBench, mover: number, later = 0): number => leaves(bench, mover, later)[1]!;
const coat = (bench: EngineOnBench) => bench.engine.show.get("coat", coatIdOf(board.id, "movers", "first"))!;

/** Red everywhere, then green that swipes to the right: 2 s a head, the last begins a second after the first. */
function swiped(): EngineOnBench {
  const bench = new EngineOnBench(show);
  bench.play(pace(null, company));
  bench.play(paint("red", { fadeSeconds: 0 }));
  bench.t += 1;
  bench.play(paint("green", { travel: { type: "along", degrees: 0 }, fadeSeconds: 2, travelSeconds: 1 }));
  return bench;
}

describe("a live pace on what a board was painted with", () => {
  it("goes on from where each head is, and gives the rest its share: of the time of a head and of the travel", () => {
    const bench = swiped();
    // The first has a quarter, the last hasn't begun: it waits for half of its travel still.
    expect(green(bench, 1, 0.5)).toBeCloseTo(0.25, 2);
    expect(green(bench, 8)).toBe(0);
    bench.play(pace(8));
    expect(green(bench, 1)).toBeCloseTo(0.25, 2);
    expect(green(bench, 8)).toBe(0);
    // Four times as long: what is left of the first, 1.5 s, takes 6, and the last waits 2 s more.
    expect(green(bench, 1, 3)).toBeCloseTo(0.625, 1.9);
    expect(green(bench, 8)).toBeCloseTo(1 / 8, 1.9);
    expect(green(bench, 1, 3)).toBeCloseTo(1, 2);
    expect(green(bench, 8)).toBeCloseTo(0.5, 2);
    expect(leaves(bench, 8, 4.01)).toEqual(GREEN);
  });

  it("gives its own times back, and is kept through a restart", () => {
    const bench = swiped();
    bench.t += 0.5;
    bench.play(pace(8));
    bench.t += 1;
    const at = green(bench, 1);
    bench.play(pace(null));
    expect(green(bench, 1)).toBeCloseTo(at, 2);
    expect(coat(bench)).toMatchObject({ fadeSeconds: 2, travelSeconds: 1 });
    expect(coat(bench).own).toBeUndefined();
    // Three eighths and an eighth of a second's worth were done.
    expect(at).toBeCloseTo(0.25 + 1 / 8, 1.9);
    const again = new EngineOnBench(bench.engine.show);
    again.t = bench.t;
    expect(leaves(again, 1, 1.3)).toEqual(GREEN);
    expect(leaves(bench, 1, 1.3)).toEqual(GREEN);
    expect(green(bench, 8)).toBeLessThan(1);
    expect(leaves(bench, 8, 1)).toEqual(GREEN);
  });

  it("comes to its end at once under a pace of nothing, and what has arrived stays as it is", () => {
    const bench = swiped();
    bench.t += 0.5;
    bench.play(pace(0));
    expect(leaves(bench, 1)).toEqual(GREEN);
    expect(leaves(bench, 8)).toEqual(GREEN);
    const arrived = coat(bench);
    bench.t += 1;
    bench.play(pace(4));
    expect(coat(bench)).toBe(arrived);
    expect(leaves(bench, 8)).toEqual(GREEN);
    // The next touch takes it as any does, with the share of its travel.
    bench.play(paint("blue", { travel: { type: "along", degrees: 0 } }));
    expect(coat(bench)).toMatchObject({ fadeSeconds: 4, travelSeconds: 4, own: { fadeSeconds: 1, travelSeconds: 1 } });
    expect(leaves(bench, 8, 8.1)).toEqual(BLUE);
  });

  it("holds for a swipe whose first heads have arrived: those stay, and the last ones take the rest of the new time", () => {
    const bench = swiped();
    expect(leaves(bench, 1, 2.2)).toEqual(GREEN);
    expect(green(bench, 8)).toBeCloseTo(0.6, 1.9);
    bench.play(pace(8));
    expect(leaves(bench, 1)).toEqual(GREEN);
    expect(green(bench, 8)).toBeCloseTo(0.6, 1.9);
    expect(green(bench, 8, 1.6)).toBeCloseTo(0.8, 1.9);
    expect(leaves(bench, 8, 1.65)).toEqual(GREEN);
  });

  it("begins anew with the touch that moves a second coat on", () => {
    const bench = swiped();
    bench.t += 4;
    bench.play(paint("red", { mask: "odd", fadeSeconds: 4 }));
    bench.t += 1;
    bench.play(pace(2));
    bench.play({ type: "mask-on", boardId: board.id, bedIds: ["movers"], mask: "even" });
    const second = bench.engine.show.get("coat", coatIdOf(board.id, "movers", "second"))!;
    expect(second).toMatchObject({ fadeSeconds: 2, travelSeconds: 0, goSeconds: bench.t, own: { fadeSeconds: 1, travelSeconds: 0 } });
    expect(second.furtherSeconds).toBeUndefined();
    expect(green(bench, 2, 1)).toBeCloseTo(0.5, 1.9);
    expect(leaves(bench, 2, 1)).toEqual(RED);
  });

  it("leaves those alone that aren't in its company, and all where it isn't live", () => {
    for (const other of [
      { boardIds: [], live: true },
      { boardIds: [board.id], live: false },
    ]) {
      const bench = swiped();
      bench.play(pace(null, other));
      bench.t += 0.5;
      const before = coat(bench);
      bench.play(pace(8));
      expect(coat(bench)).toBe(before);
      expect(leaves(bench, 1, 1.6)).toEqual(GREEN);
    }
  });

  it("keeps the second coat over the first, and letting go its own time", () => {
    const bench = swiped();
    bench.t += 4;
    bench.play(paint("red", { mask: "odd", fadeSeconds: 4 }));
    bench.t += 1;
    bench.play(pace(1));
    expect(leaves(bench, 1, 0.8)).toEqual(RED);
    expect(leaves(bench, 2)).toEqual(GREEN);
    bench.play(paint("blue", { fadeSeconds: 6 }));
    bench.play({ type: "rinse", boardId: board.id, bedIds: ["movers"], coats: "all" });
    const leaving = bench.engine.show.get("coat", coatIdOf(board.id, "movers", "first"));
    bench.play(pace(8));
    expect(bench.engine.show.get("coat", coatIdOf(board.id, "movers", "first"))).toBe(leaving);
    expect(leaving).toMatchObject({ color: null, leaveSeconds: board.releaseSeconds });
  });

  it("never jumps, however the pace is dragged about: no head moves faster than the shortest of the times lets it", () => {
    for (let seed = 1; seed <= 15; seed++) {
      const random = seededRandom(seed);
      const bench = swiped();
      let [before, gone] = [green(bench, 3), 0];
      for (let step = 0; step < 60; step++) {
        const dt = 0.02 + random() * 0.1;
        // From 1 s to own times to 9 s: never less than a second for a head.
        if (random() < 0.4) bench.play(pace(random() < 0.2 ? null : 1 + 8 * random()));
        expect(green(bench, 3)).toBeCloseTo(before, 2);
        const now = green(bench, 3, dt);
        expect(now - before).toBeGreaterThan(-0.005);
        expect(now - before).toBeLessThan(dt + 0.01);
        [before, gone] = [now, gone + dt];
      }
      bench.play(pace(null));
      expect(leaves(bench, 8, 3.1)).toEqual(GREEN);
    }
  });
});
