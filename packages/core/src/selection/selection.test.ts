import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { smallShow } from "../testing";
import { masked, maskPositions, type Mask } from "./mask";
import {
  added,
  all,
  EMPTY_SELECTION,
  removed,
  reordered,
  selectedHeads,
  selectGroups,
  selectHeads,
  selectionBase,
  step,
  toggled,
  turnedRound,
  withMask,
  type Selection,
} from "./selection";
import { placedHeads, type WhoContext } from "./who";

const heads = (...numbers: number[]): string[] => numbers.map((number) => `fx-${number}`);
/** Any key is a head, hung one metre to the right of the one before by the number in its name. */
const anywhere: WhoContext = {
  groupHeads: (id) => ({ g: heads(2, 1, 3), h: heads(3, 9) })[id] ?? null,
  placed: (key) => ({ key, number: [Number(key.slice(3)), 1], address: null, position: { x: Number(key.slice(3)), y: 0, z: 0 } }),
};
const six = selectHeads(heads(1, 2, 3, 4, 5, 6));
const chosen = (selection: Selection): string[] => selectedHeads(selection, anywhere);

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
          met.push(...chosen(selection));
          selection = step(selection, 1, anywhere);
        }
        expect(met.sort()).toEqual([...selectionBase(selection, anywhere)].sort());
        expect(selection.mask).toEqual(mask);
      }),
      { seed: 17 },
    );
  });
});

describe("selection", () => {
  it("goes head by head without a mask, either way round, and gives the base back", () => {
    expect(chosen(step(six, 1, anywhere))).toEqual(heads(1));
    expect(chosen(step(step(six, 1, anywhere), -1, anywhere))).toEqual(heads(6));
    expect(chosen(step(six, -1, anywhere))).toEqual(heads(6));
    expect(all(step(six, 1, anywhere))).toEqual(six);
    expect(step(EMPTY_SELECTION, 1, anywhere)).toBe(EMPTY_SELECTION);
  });

  it("keeps the order of what was there when heads come and go", () => {
    expect(chosen(added(selectHeads(heads(5, 3)), heads(4, 3, 1), anywhere))).toEqual(heads(5, 3, 4, 1));
    expect(chosen(removed(six, heads(2, 9), anywhere))).toEqual(heads(1, 3, 4, 5, 6));
    expect(chosen(toggled(selectHeads(heads(2, 1)), heads(1, 3), anywhere))).toEqual(heads(2, 3));
  });

  it("follows its groups, several in a row, each head once, until heads are picked by hand", () => {
    expect(chosen(selectGroups(["g"]))).toEqual(heads(2, 1, 3));
    expect(chosen(selectGroups(["g", "h", "gone"]))).toEqual(heads(2, 1, 3, 9));
    expect(placedHeads(selectGroups(["g", "h"]), anywhere).map(({ group }) => group)).toEqual(["g", "g", "g", "h"]);
    expect(added(selectGroups(["g"]), heads(7), anywhere)).toEqual({ heads: heads(2, 1, 3, 7) });
    expect(selectGroups([])).toBe(EMPTY_SELECTION);
  });

  it("takes another order and the other direction without letting go of the group, and masks what comes of it", () => {
    const sorted = reordered(selectGroups(["g"]), { order: "left-to-right", seed: 1 });
    expect(chosen(sorted)).toEqual(heads(1, 2, 3));
    expect(chosen(turnedRound(sorted))).toEqual(heads(3, 2, 1));
    expect(turnedRound(turnedRound(sorted))).toEqual(sorted);
    expect(chosen(withMask(turnedRound(sorted), { type: "every", n: 2, at: 1 }))).toEqual(heads(3, 1));
    expect(reordered(turnedRound(sorted), { order: "picked", seed: 1 })).toEqual(selectGroups(["g"]));
    const thrown = reordered(six, { order: "scattered", seed: 4 });
    expect(chosen(thrown)).toEqual(chosen({ ...thrown }));
    expect(chosen(thrown)).not.toEqual(chosen(six));
  });

  it("leaves out heads that the rig no longer has", () => {
    expect(selectedHeads(selectHeads(["fx-1", "fx-77", "fx-2"]), smallShow())).toEqual(heads(1, 2));
  });

  it("sorts by place, number and address, in the rig", () => {
    const show = smallShow();
    const by = (order: "number" | "address" | "left-to-right" | "outward"): string =>
      selectedHeads(reordered(selectHeads(heads(3, 1, 2)), { order, seed: 1 }), show).join(" ");
    expect([by("number"), by("address"), by("left-to-right")]).toEqual(Array(3).fill("fx-1 fx-2 fx-3"));
    expect(by("outward")).toBe("fx-2 fx-3 fx-1");
  });
});
