import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { PlacedHead } from "../shape/order";
import { maskedBed, MASK_PAIRS, movedOn, sameMask, type CoatMask } from "./coat-mask";

const at = (key: string, x: number, y: number): PlacedHead => ({ key, number: [1, 1], address: null, position: { x, y, z: 4 } });
const groupHeads = (id: string): readonly string[] | null => (id === "some" ? ["1", "f", "a", "elsewhere"] : null);
const GROUP_MASKS: readonly CoatMask[] = [{ groupId: "some" }, { groupId: "some", others: true }];
const keys = (heads: readonly PlacedHead[], mask: CoatMask): string =>
  maskedBed(heads, mask, groupHeads)
    .map(({ key }) => key)
    .join(" ");

/** Picked from the right to the left; two rows, the far one shifted by half a step. */
const rows = [
  at("d", 3, 0),
  at("c", 2, 0.1),
  at("b", 1, 0),
  at("a", 0, 0.1),
  at("h", 3.5, 4),
  at("g", 2.5, 4),
  at("f", 1.5, 4),
  at("e", 0.5, 4),
];

// By hand, from the plan above: the words of 7-hands.md section 1.
describe("masks of a second coat", () => {
  it.each([
    ["odd", "d b h f"],
    ["even", "c a g e"],
    ["left", "b a f e"],
    ["right", "d c h g"],
    ["near", "d c b a"],
    ["far", "h g f e"],
    ["ends", "d a h e"],
    ["middle", "c b g f"],
    ["checker", "c a h f"],
    ["other-checker", "d b g e"],
  ] as const)("%s", (mask, expected) => {
    expect(keys(rows, mask)).toBe(expected);
  });

  it("of a saved group are its heads in the bed's order, and all others; of one that is gone nobody", () => {
    expect(GROUP_MASKS.map((mask) => keys(rows, mask))).toEqual(["a f", "d c b h g e"]);
    expect([keys(rows, { groupId: "gone" }), keys(rows, { groupId: "gone", others: true })]).toEqual(["", ""]);
  });

  it("have the middle one of an odd number to the left and near; one head alone is odd, left, near and an end", () => {
    const three = [at("a", 0, 0), at("b", 1, 1), at("c", 2, 2)];
    expect([keys(three, "left"), keys(three, "right"), keys(three, "near"), keys(three, "far"), keys(three, "ends")]).toEqual([
      "a b",
      "c",
      "a b",
      "c",
      "a c",
    ]);
    const one = [at("a", 5, 5)];
    for (const [first, other] of MASK_PAIRS) expect([keys(one, first), keys(one, other)]).toEqual(["a", ""]);
    for (const mask of MASK_PAIRS.flat()) expect(keys([], mask)).toBe("");
  });

  it("are pairs: what one leaves the other has, and twice on comes back", () => {
    const heads = fc.array(fc.tuple(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 })), { maxLength: 40 });
    fc.assert(
      fc.property(heads, fc.constantFrom(...(MASK_PAIRS.flat() as CoatMask[]), ...GROUP_MASKS), (places, mask) => {
        const all = places.map(([x, y], index) => at(String(index), x, y));
        const both = [mask, movedOn(mask)].flatMap((each) => maskedBed(all, each, groupHeads)).map(({ key }) => Number(key));
        expect(both.sort((a, b) => a - b)).toEqual(all.map((_, index) => index));
        expect(movedOn(movedOn(mask))).toEqual(mask);
        expect(sameMask(movedOn(mask), mask)).toBe(false);
      }),
    );
  });
});
