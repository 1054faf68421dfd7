import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { PlacedHead } from "./order";
import { place, placeHeads, type Shape } from "./place";

const spread = (count: number, shape: Shape, kind: "open" | "round" = "open"): number[] => [...place(count, shape, kind)];
const close = (actual: readonly number[], expected: readonly number[]): void => {
  expect(actual).toHaveLength(expected.length);
  actual.forEach((value, index) => expect(value).toBeCloseTo(expected[index]!, 9));
};

describe("place by rank (2-model.md section 3 and its public examples)", () => {
  it("reaches both ends when open and leaves the end out when round", () => {
    close(spread(5, {}), [0, 0.25, 0.5, 0.75, 1]);
    close(spread(4, {}, "round"), [0, 0.25, 0.5, 0.75]);
    close(spread(1, {}), [0]);
    expect(spread(0, {})).toEqual([]);
  });

  it("folds about the middle (5-references.md F6: 0..1 mirrored over 6, 7 and 5)", () => {
    close(spread(6, { folded: true }), [0, 0.5, 1, 1, 0.5, 0]);
    close(spread(7, { folded: true }), [0, 1 / 3, 2 / 3, 1, 2 / 3, 1 / 3, 0]);
    close(spread(5, { folded: true }), [0, 0.5, 1, 0.5, 0]);
  });

  it("clumps neighbours (F7) and cuts runs (F8), the first runs taking what is left over", () => {
    close(spread(6, { clump: 2 }), [0, 0, 0.5, 0.5, 1, 1]);
    close(spread(5, { clump: 2 }), [0, 0, 0.5, 0.5, 1]);
    close(spread(6, { runs: 2 }), [0, 0.5, 1, 0, 0.5, 1]);
    close(spread(7, { runs: 2 }), [0, 1 / 3, 2 / 3, 1, 0, 0.5, 1]);
    close(spread(2, { runs: 5 }), [0, 0]);
  });

  it("turns before it cuts and folds after it clumps", () => {
    close(spread(3, { turned: true }), [1, 0.5, 0]);
    close(spread(8, { clump: 2, folded: true }), [0, 0, 1, 1, 1, 1, 0, 0]);
    close(spread(4, { folded: true }, "round"), [0, 0.5, 0.5, 0]);
  });

  it("goes outward from the centre", () => {
    close(spread(5, { order: "outward" }), [0.75, 0.25, 0, 0.5, 1]);
  });

  it("scatters the same way for the same seed, as a permutation", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.nat(0xffffffff), (count, seed) => {
        const once = spread(count, { order: "scattered", seed });
        expect(spread(count, { order: "scattered", seed })).toEqual(once);
        expect([...once].sort((a, b) => a - b)).toEqual(spread(count, {}));
      }),
      { seed: 7 },
    );
    expect(spread(20, { order: "scattered", seed: 1 })).not.toEqual(spread(20, { order: "scattered", seed: 2 }));
  });

  it("keeps to 0..1 for every shape, and reaches 1 only when open", () => {
    const shapes = fc.record(
      {
        order: fc.constantFrom("picked", "left-to-right", "outward", "around", "scattered") as fc.Arbitrary<Shape["order"]>,
        by: fc.constantFrom("rank", "distance") as fc.Arbitrary<"rank" | "distance">,
        runs: fc.integer({ min: 1, max: 9 }),
        clump: fc.integer({ min: 1, max: 9 }),
        folded: fc.constant(true),
        turned: fc.constant(true),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), shapes, (count, shape) => {
        const open = spread(count, shape as Shape);
        const round = spread(count, shape as Shape, "round");
        expect(Math.min(...open, ...round)).toBeGreaterThanOrEqual(0);
        expect(Math.max(...open)).toBeLessThanOrEqual(1);
        expect(Math.max(...round)).toBeLessThan(1);
      }),
      { seed: 11 },
    );
  });
});

describe("place by distance and by group", () => {
  const heads = (...xs: number[]): PlacedHead[] =>
    xs.map((x, index) => ({
      key: `h${index}`,
      number: [index + 1, 1],
      address: null,
      position: { x, y: 0, z: 0 },
      group: x < 5 ? "a" : "b",
    }));

  it("lies in proportion to the distance along the order", () => {
    close([...placeHeads(heads(0, 1, 4), { order: "left-to-right", by: "distance" }, "open")], [0, 0.25, 1]);
    close([...placeHeads(heads(4, 0, 1), { order: "left-to-right", by: "distance" }, "open")], [1, 0, 0.25]);
    close([...placeHeads(heads(0, 1, 4), { order: "left-to-right", by: "distance", turned: true }, "open")], [1, 0.75, 0]);
  });

  it("measures the way from head to head in picked order", () => {
    close([...placeHeads(heads(0, 3, 2), { by: "distance" }, "open")], [0, 0.75, 1]);
  });

  it("equals places by rank on evenly spaced heads", () => {
    for (const kind of ["open", "round"] as const)
      for (const shape of [{}, { folded: true }, { turned: true }, { runs: 2 }] satisfies Shape[])
        close([...place(6, { ...shape, by: "distance" }, kind)], [...place(6, shape, kind)]);
  });

  it("starts again with each group that was selected", () => {
    close([...placeHeads(heads(0, 9, 1, 10, 2), { runs: "groups" }, "open")], [0, 0, 0.5, 1, 1]);
  });
});
