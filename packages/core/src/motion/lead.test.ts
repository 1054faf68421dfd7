import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fan } from "../shape/fan";
import { sumOfCycles } from "./lead";

const number = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });

describe("sums of fans of cycles", () => {
  it("are exact at every place, up to whole cycles (against plain addition)", () => {
    const straight = fc.array(number(-9, 9), { minLength: 1, maxLength: 5 }).map((knots) => ({ knots }));
    fc.assert(
      fc.property(
        fc.array(fc.record({ fan: straight, times: number(-50, 50) }), { minLength: 1, maxLength: 3 }),
        number(0, 1),
        (summands, u) => {
          const sum = sumOfCycles(summands);
          const plain = summands.reduce((total, { fan: own, times }) => total + times * fan(own.knots, u), 0);
          const off = fan(sum.knots, u, sum.path) - plain;
          expect(Math.abs(off - Math.round(off))).toBeLessThan(1e-6);
          expect(sum.knots[0]! >= 0 && sum.knots[0]! <= 1).toBe(true);
        },
      ),
      { seed: 32 },
    );
  });
});
