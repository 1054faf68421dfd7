import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Vector } from "../geometry/beam";
import { heardAt, isGliding, newPathPlace, pathAt, placeAt } from "./target-path";
import { unheard, type TargetState } from "./target-state";

const from: TargetState = unheard({
  id: "singer",
  kind: "target",
  version: 1,
  name: "Singer",
  home: { x: 0, y: 0, z: 0 },
  smoothSeconds: 0.2,
});
const along = (x: number): Vector => ({ x, y: 2 * x, z: 1 });
const heards = fc.array(
  fc.record({ after: fc.double({ min: 0, max: 0.5, noNaN: true }), x: fc.double({ min: -9, max: 9, noNaN: true }) }),
  {
    minLength: 1,
    maxLength: 30,
  },
);

describe("the path of a target", () => {
  it("is what was heard through two low-passes (oracle: the same two worked out in steps of 20 microseconds)", () => {
    const smooth = 0.3;
    const words = [
      { t: 0, x: 0 },
      { t: 0.1, x: 4 },
      { t: 0.25, x: -2 },
      { t: 0.6, x: 1 },
    ];
    let state = { ...from, heardSeconds: 0 };
    let [half, out, at] = [0, 0, 0];
    const step = 0.00002;
    let next = 0;
    for (let index = 0; index <= 50_000; index++) {
      const t = index * step;
      while (next < words.length && words[next]!.t <= t + 1e-9) {
        state = heardAt(state, smooth, { at: { x: words[next]!.x, y: 0, z: 0 }, t: words[next]!.t });
        at = words[next++]!.x;
      }
      if (index % 2500 === 0) expect(placeAt(state, smooth, t).x).toBeCloseTo(out, 3);
      half += ((at - half) * step) / (smooth / 2);
      out += ((half - out) * step) / (smooth / 2);
    }
  });

  it("comes to where it was heard of, says how fast it goes, and then stands still", () => {
    const state = heardAt({ ...from, heardSeconds: 1 }, 0.2, { at: along(3), t: 5 });
    const now = newPathPlace();
    pathAt(state, 0.2, 5, now);
    expect([...now]).toEqual([0, 0, 0, 0, 0, 0]);
    for (const t of [5.05, 5.1, 5.3]) {
      pathAt(state, 0.2, t, now);
      const [before, after] = [placeAt(state, 0.2, t - 1e-5), placeAt(state, 0.2, t + 1e-5)];
      expect(now[3]).toBeCloseTo((after.x - before.x) / 2e-5, 3);
      expect(now[4]).toBeCloseTo((after.y - before.y) / 2e-5, 3);
      expect(isGliding(state, 0.2, t)).toBe(true);
    }
    expect(isGliding(state, 0.2, 6.7)).toBe(false);
    expect(placeAt(state, 0.2, 6.7).x).toBeCloseTo(3, 4);
    // Not smoothed, it is there at once.
    expect(placeAt(state, 0, 5)).toEqual(along(3));
    expect(isGliding(state, 0, 5)).toBe(false);
  });

  it("never leaves what was heard, and is the same however often it is asked (500 random walks)", () => {
    fc.assert(
      fc.property(heards, fc.double({ min: 0.01, max: 3, noNaN: true }), (words, smooth) => {
        let [state, t] = [{ ...from, heardSeconds: 0 }, 0];
        let [low, high] = [0, 0];
        for (const { after, x } of words) {
          t += after;
          // Asked in between as if it were heard again where it already is: that says nothing new.
          const asked = heardAt(state, smooth, { at: state.at, t: t - after / 2 });
          expect(placeAt(asked, smooth, t).x).toBeCloseTo(placeAt(state, smooth, t).x, 6);
          state = heardAt(state, smooth, { at: along(x), t });
          [low, high] = [Math.min(low, x), Math.max(high, x)];
          for (const later of [0, 0.02, 0.1, 0.4]) {
            const { x: now } = placeAt(state, smooth, t + later);
            expect(now).toBeGreaterThanOrEqual(low - 1e-9);
            expect(now).toBeLessThanOrEqual(high + 1e-9);
          }
        }
      }),
      { seed: 8, numRuns: 500 },
    );
  });
});
