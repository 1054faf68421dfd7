import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lineThrough, type PlotPoint } from "./plot-lines";

/** The corners of each stretch of a path. */
function cornersOf(path: string): PlotPoint[][] {
  return path
    .split("M")
    .slice(1)
    .map((stretch) => stretch.replace("h0", "").split("L"))
    .map((corners) => corners.map((corner) => corner.split(" ").map(Number) as unknown as PlotPoint));
}

/** How high the path is at a place along one of its stretches. */
function heightAt(corners: readonly PlotPoint[], at: number): number {
  const next = Math.max(
    1,
    corners.findIndex(([x], index) => index > 0 && x >= at - 0.051),
  );
  const [[x0, y0], [x1, y1]] = [corners[next - 1]!, corners[next]!];
  return x1 === x0 ? y1 : y0 + ((y1 - y0) * (at - x0)) / (x1 - x0);
}

describe("a line through the points of a plot", () => {
  it("passes all of them, seen from a screen", () => {
    const heights = fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 60 });
    fc.assert(
      fc.property(heights, fc.integer({ min: 1, max: 12 }), (levels, step) => {
        // Ramps, stairs and jumps: levels that go on over several heads.
        const points = levels.flatMap((level, at): PlotPoint[] =>
          Array.from({ length: 6 }, (_, head) => [(6 * at + head) * step, level + ((levels[at + 1] ?? level) - level) * (head / 6)]),
        );
        const [corners, ...more] = cornersOf(lineThrough(points));
        expect(more).toEqual([]);
        for (const [x, y] of points) expect(Math.abs(heightAt(corners!, x) - y)).toBeLessThan(0.25);
      }),
    );
  });

  it("leaves out what lies on the way", () => {
    const plain = Array.from({ length: 2000 }, (_, at): PlotPoint => [at / 2, 80 - at / 40]);
    expect(lineThrough(plain)).toBe("M0 80L999.5 30");
    expect(
      lineThrough([
        [0, 5],
        [1, 5],
        [2, 5],
        [3, 20],
        [4, 5],
        [5, 5],
      ]),
    ).toBe("M0 5L2 5L3 20L4 5L5 5");
  });

  it("is broken where there is nothing, and a point alone is a dot", () => {
    expect(lineThrough([])).toBe("");
    expect(lineThrough([null, null])).toBe("");
    expect(lineThrough([null, [1, 2], null, [4, 5], [6, 5], null])).toBe("M1 2h0M4 5L6 5");
  });

  it("goes straight up where points lie over each other", () => {
    expect(
      lineThrough([
        [3, 1],
        [3, 9],
        [3, 4],
      ]),
    ).toBe("M3 1L3 9L3 4");
  });
});
