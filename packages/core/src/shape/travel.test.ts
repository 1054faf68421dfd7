import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { placesAlong, type Travel } from "./travel";

const row = Array.from({ length: 5 }, (_, x) => ({ x, y: 0 }));
const places = (travel: Travel, of = row): number[] => [...placesAlong(of, travel)].map((place) => Math.round(place * 1e6) / 1e6);

// By hand; the words of 7-hands.md section 1.
describe("the way that a colour runs", () => {
  it("goes along an angle, out and in", () => {
    expect(places({ type: "along", degrees: 0 })).toEqual([0, 0.25, 0.5, 0.75, 1]);
    expect(places({ type: "along", degrees: 180 })).toEqual([1, 0.75, 0.5, 0.25, 0]);
    expect(places({ type: "out" })).toEqual([1, 0.5, 0, 0.5, 1]);
    expect(places({ type: "in" })).toEqual([0, 0.5, 1, 0.5, 0]);
    // Away from the audience the far ones come last; at 45 degrees a corner begins.
    const square = [
      { x: 0, y: 0 },
      { x: 2, y: 0 },
      { x: 0, y: 2 },
      { x: 2, y: 2 },
    ];
    expect(places({ type: "along", degrees: 90 }, square)).toEqual([0, 0, 1, 1]);
    expect(places({ type: "along", degrees: 45 }, square)).toEqual([0, 0.5, 0.5, 1]);
    expect(places({ type: "along", degrees: -90 }, square)).toEqual([1, 1, 0, 0]);
  });

  it("takes all at once where nothing lies apart along it", () => {
    expect(places({ type: "along", degrees: 90 })).toEqual([0, 0, 0, 0, 0]);
    expect(places({ type: "out" }, [{ x: 3, y: 3 }])).toEqual([0]);
    expect(places({ type: "in" }, [])).toEqual([]);
  });

  it("fills 0 to 1, and the other way round is what is left to 1, wherever the heads hang and however large they hang apart", () => {
    const metre = fc.integer({ min: -2000, max: 2000 }).map((cm) => cm / 100);
    const plan = fc.array(fc.record({ x: metre, y: metre }), { minLength: 2, maxLength: 30 });
    fc.assert(
      fc.property(plan, fc.integer({ min: -360, max: 180 }), metre, fc.integer({ min: 1, max: 50 }), (of, degrees, by, times) => {
        const there = placesAlong(of, { type: "along", degrees });
        const back = placesAlong(of, { type: "along", degrees: degrees + 180 });
        const moved = placesAlong(
          of.map(({ x, y }) => ({ x: x * times + by, y: y * times - by })),
          { type: "along", degrees },
        );
        const flat = Math.max(...there) === 0;
        if (!flat) expect([Math.min(...there), Math.max(...there)]).toEqual([0, 1]);
        there.forEach((place, at) => {
          if (!flat) expect(place + back[at]!).toBeCloseTo(1, 6);
          expect(place).toBeCloseTo(moved[at]!, 4);
        });
      }),
    );
  });
});
