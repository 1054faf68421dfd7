import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { masked, maskPositions, type Mask } from "./mask";
import { added, all, removed, reordered, selectedHeads, selectGroup, selectHeads, step, toggled, withMask } from "./selection";

const heads = (...numbers: number[]): string[] => numbers.map((number) => `fx-${number}`);
const six = selectHeads(heads(1, 2, 3, 4, 5, 6));

describe("masks", () => {
  it("lets odd, even, every third, runs and pairs through", () => {
    const base = [1, 2, 3, 4, 5, 6, 7];
    expect(masked(base, { type: "every", n: 2, at: 1 })).toEqual([1, 3, 5, 7]);
    expect(masked(base, { type: "every", n: 2, at: 2 })).toEqual([2, 4, 6]);
    expect(masked(base, { type: "every", n: 3, at: 2 })).toEqual([2, 5]);
    expect(masked(base, { type: "runs", n: 3, at: 3 })).toEqual([7]);
    expect(masked(base, { type: "pairs", at: 2 })).toEqual([2, 6]);
    expect(masked(base, { type: "pairs", at: 4 })).toEqual([4]);
    expect(masked(base, { type: "pairs", at: 5 })).toEqual([]);
    expect(masked(base, { type: "single", at: 3 })).toEqual([3]);
  });

  it("stepping through all parts of a mask meets every head exactly once, then wraps", () => {
    const masks: fc.Arbitrary<Mask> = fc.oneof(
      fc.record({ type: fc.constantFrom("every" as const, "runs" as const), n: fc.integer({ min: 1, max: 9 }), at: fc.constant(1) }),
      fc.record({ type: fc.constantFrom("pairs" as const, "single" as const), at: fc.constant(1) }),
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), masks, (count, mask) => {
        let selection = withMask(selectHeads(Array.from({ length: count }, (_, index) => `h${index}`)), mask);
        const met: string[] = [];
        for (let part = 0; part < maskPositions(mask, count); part++) {
          met.push(...selectedHeads(selection));
          selection = step(selection, 1);
        }
        expect(met.sort()).toEqual([...selection.base].sort());
        expect(selection.mask).toEqual(mask);
      }),
      { seed: 17 },
    );
  });
});

describe("selection", () => {
  it("goes head by head without a mask, either way round, and gives the base back", () => {
    expect(selectedHeads(step(six, 1))).toEqual(heads(1));
    expect(selectedHeads(step(step(six, 1), -1))).toEqual(heads(6));
    expect(selectedHeads(step(six, -1))).toEqual(heads(6));
    expect(all(step(six, 1))).toEqual(six);
    expect(step(selectHeads([]), 1)).toEqual({ base: [] });
  });

  it("keeps the order of what was there when heads come and go", () => {
    expect(selectedHeads(added(selectHeads(heads(5, 3)), heads(4, 3, 1)))).toEqual(heads(5, 3, 4, 1));
    expect(selectedHeads(removed(six, heads(2, 9)))).toEqual(heads(1, 3, 4, 5, 6));
    expect(selectedHeads(toggled(selectHeads(heads(2, 1)), heads(1, 3)))).toEqual(heads(2, 3));
  });

  it("remembers the group until heads are picked by hand", () => {
    const group = selectGroup("g", heads(1, 2));
    expect(withMask(group, { type: "every", n: 2, at: 1 }).groupId).toBe("g");
    expect(added(group, heads(3)).groupId).toBeUndefined();
  });

  it("sorts again by place, number and address", () => {
    const placed = [
      { key: "b", number: [2, 1] as const, address: [1, 200] as const, position: { x: 0, y: 5, z: 1 } },
      { key: "a", number: [1, 1] as const, address: [2, 1] as const, position: { x: 3, y: 0, z: 2 } },
      { key: "c", number: [3, 1] as const, address: null, position: { x: -3, y: 1, z: 3 } },
    ];
    const by = (order: Parameters<typeof reordered>[1]["order"]): string => selectedHeads(reordered(placed, { order, seed: 1 })).join("");
    expect([by("picked"), by("number"), by("address"), by("left-to-right"), by("front-to-back"), by("bottom-to-top")]).toEqual([
      "bac",
      "abc",
      "bac",
      "cba",
      "acb",
      "bac",
    ]);
  });
});
