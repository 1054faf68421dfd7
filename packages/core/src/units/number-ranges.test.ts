import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { numberRanges } from "./number-ranges";

describe("ranges of numbers", () => {
  it("join neighbours, in whatever order they come", () => {
    expect(numberRanges([9, 2, 1, 3, 3, 12, 11])).toBe("1..3, 9, 11..12");
    expect(numberRanges([])).toBe("");
  });

  it("name all of the numbers, and none besides", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 60 })), (numbers) => {
        const named = numberRanges(numbers)
          .split(", ")
          .filter(Boolean)
          .flatMap((range) => {
            const [from = 0, to = from] = range.split("..").map(Number);
            return Array.from({ length: to - from + 1 }, (_, at) => from + at);
          });
        expect(named).toEqual(numbers.toSorted((a, b) => a - b));
      }),
    );
  });
});
