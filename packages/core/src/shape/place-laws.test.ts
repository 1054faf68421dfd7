import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { scatteredOrder } from "../random/random";
import { fan } from "./fan";
import { place, type Shape } from "./place";

/** The laws of 2-model.md section 3, for every combination of shape options and up to 2,000 heads. */
const counts = fc.oneof(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 41, max: 2000 }));
const shapes = fc.record(
  {
    order: fc.constantFrom("picked", "number", "left-to-right", "outward", "around", "scattered"),
    seed: fc.nat(9),
    by: fc.constantFrom("rank", "distance"),
    runs: fc.integer({ min: 1, max: 12 }),
    clump: fc.integer({ min: 1, max: 12 }),
    folded: fc.constant(true),
    turned: fc.constant(true),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<Shape>;
const law = (run: (count: number, shape: Shape) => void): void => fc.assert(fc.property(counts, shapes, run), { seed: 29, numRuns: 300 });
const without = (shape: Shape, ...fields: (keyof Shape)[]): Shape =>
  Object.fromEntries(Object.entries(shape).filter(([field]) => !fields.includes(field as keyof Shape)));

/** How far any of the numbers is from what is wanted at its place: one look instead of thousands of expectations. */
const furthest = (numbers: ArrayLike<number>, wanted: (index: number) => number): number =>
  Array.from(numbers, (number, index) => Math.abs(number - wanted(index))).reduce(
    (most, off) => (off > most || Number.isNaN(off) ? off : most),
    0,
  );

describe("laws of place", () => {
  it("both ends are reached when open, unless a run has one place only", () => {
    law((count, shape) => {
      const plain = without(shape, "runs");
      const places = place(count, plain, "open");
      const clumps = Math.ceil(count / (shape.clump ?? 1));
      const distinct = shape.folded ? Math.ceil(clumps / 2) : clumps;
      expect(Math.min(...places)).toBe(0);
      if (distinct > 1 && !(shape.by === "distance" && (shape.order === "outward" || shape.order === "around")))
        expect(Math.max(...places)).toBeCloseTo(1, 12);
    });
  });

  it("the end is not repeated when round: steps of 1/m, none at 1", () => {
    law((count, shape) => {
      const plain = without(shape, "runs", "by");
      const places = [...new Set(place(count, plain, "round"))].sort((a, b) => a - b);
      expect(furthest(places, (index) => index / places.length)).toBeLessThan(5e-10);
    });
  });

  it("folded is a mirror about the middle of each run", () => {
    law((count, shape) => {
      const mirrored = place(count, { ...without(shape, "order", "by", "clump", "runs"), folded: true }, "open");
      expect(furthest(mirrored, (index) => mirrored[count - 1 - index]!)).toBeLessThan(5e-13);
    });
  });

  it("neighbours of a clump share one place, and the clumps lie as so many heads would", () => {
    law((count, shape) => {
      const clump = shape.clump ?? 3;
      const plain = without(shape, "order", "by", "runs", "clump", "turned");
      const clumped = place(count, { ...plain, clump }, "open");
      const single = place(Math.ceil(count / clump), plain, "open");
      expect(furthest(clumped, (index) => single[Math.floor(index / clump)]!)).toBe(0);
    });
  });

  it("runs differ in size by one at most, the longer ones first, and each lies as a row of its own", () => {
    law((count, shape) => {
      const runs = Math.min(Number(shape.runs ?? 4), count);
      const plain = without(shape, "order", "by", "runs", "clump", "turned");
      const whole = [...place(count, { ...plain, runs }, "open")];
      const sizes = Array.from({ length: runs }, (_, run) => Math.floor(count / runs) + (run < count % runs ? 1 : 0));
      expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
      expect(whole).toEqual(sizes.flatMap((size) => [...place(size, plain, "open")]));
    });
  });

  it("turned twice is the same, and turned is the order from behind", () => {
    law((count, shape) => {
      const straight = place(count, without(shape, "turned", "order", "by"), "open");
      const turned = place(count, { ...without(shape, "order", "by"), turned: true }, "open");
      expect([...turned].reverse()).toEqual([...straight]);
    });
  });

  it("scattered is a permutation, the same for the same throw and another for another", () => {
    fc.assert(
      fc.property(counts, fc.nat(1000), (count, seed) => {
        const shape = { order: "scattered" as const, seed };
        const places = place(count, shape, "open");
        expect([...places].sort((a, b) => a - b)).toEqual([...place(count, {}, "open")]);
        expect(place(count, shape, "open")).toEqual(places);
        expect([...scatteredOrder(count, seed)].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, index) => index));
        if (count > 20) expect(place(count, { ...shape, seed: seed + 1 }, "open")).not.toEqual(places);
      }),
      { seed: 31, numRuns: 100 },
    );
  });
});

describe("common practice", () => {
  it("four heads over 0..360 stand at 0, 90, 180 and 270; eight 45 apart (5-references.md F9)", () => {
    expect([...place(4, {}, "round")].map((u) => fan([0, 360], u))).toEqual([0, 90, 180, 270]);
    expect([...place(8, {}, "round")].map((u) => fan([0, 360], u))).toEqual([0, 45, 90, 135, 180, 225, 270, 315]);
    expect([...place(4, {}, "round")].map((u) => fan([0, 720], u) % 360)).toEqual([0, 180, 0, 180]);
  });

  it("0..1.2 over a line starts the first at 0 and the last at 1.2 with equal steps", () => {
    const delays = [...place(7, {}, "open")].map((u) => fan([0, 1.2], u));
    delays.forEach((delay, index) => expect(delay).toBeCloseTo(0.2 * index, 9));
  });
});
