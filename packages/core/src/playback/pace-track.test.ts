import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { PACE_NOTCHES } from "./pace";
import { paceAt, paceOf } from "./pace-track";

describe("the track of the pace", () => {
  it("has its notches at equal distances, and catches a hand near them", () => {
    PACE_NOTCHES.forEach((notch, index) => {
      expect(paceAt(notch)).toBeCloseTo(index / 5, 9);
      for (const off of [-0.017, 0, 0.017]) expect(paceOf(index / 5 + off)).toBe(notch);
    });
    expect([paceOf(-1), paceOf(2), paceAt(60)]).toEqual([0, 8, 1]);
  });

  it("rises, and comes back to where it was", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (a, b) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        expect(paceOf(low)).toBeLessThanOrEqual(paceOf(high));
        expect(Math.abs(paceAt(paceOf(a)) - a)).toBeLessThan(0.02);
      }),
    );
  });
});
