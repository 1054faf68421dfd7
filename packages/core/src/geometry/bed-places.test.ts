import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bedPlaces } from "./bed-places";
import { laidApart, type PlacedShape } from "./laid-apart";

const overlap = (a: PlacedShape, b: PlacedShape): boolean =>
  Math.abs(a.x - b.x) < (a.width + b.width) / 2 - 1e-3 && Math.abs(a.y - b.y) < (a.height + b.height) / 2 - 1e-3;

describe("beds on the picture of a stage", () => {
  it("lie where their heads hang, the audience below and the right to the right", () => {
    const [near, far, right] = bedPlaces([{ places: [{ x: 0, y: -5 }] }, { places: [{ x: 0, y: 5 }] }, { places: [{ x: 8, y: 0 }] }]);
    expect(near!.y).toBeGreaterThan(far!.y + 0.3);
    expect(right!.x).toBeGreaterThan(near!.x + 0.3);
  });

  it("stay where a hand has put them, within the picture", () => {
    const beds = bedPlaces([
      { places: [{ x: 0, y: 0 }], at: { x: 0.5, y: 0.4 } },
      { places: [{ x: 0, y: 0 }] },
      { places: [], at: { x: 1, y: 1 } },
    ]);
    expect([beds[0]!.x, beds[0]!.y]).toEqual([0.5, 0.4]);
    expect(beds[2]!.x + beds[2]!.width / 2).toBeCloseTo(1);
    expect(overlap(beds[0]!, beds[1]!)).toBe(false);
  });

  it("never lie on each other, though all hang at the same place", () => {
    const metre = fc.integer({ min: -10, max: 10 });
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.record({ x: metre, y: metre }), { minLength: 1, maxLength: 6 }), { minLength: 1, maxLength: 9 }),
        (of) => {
          const beds = bedPlaces(of.map((places) => ({ places })));
          for (const { x, y, width, height } of beds) {
            expect(Math.min(x - width / 2, y - height / 2)).toBeGreaterThan(-1e-9);
            expect(Math.max(x + width / 2, y + height / 2)).toBeLessThan(1 + 1e-9);
          }
          beds.forEach((bed, at) => beds.slice(at + 1).forEach((other) => expect(overlap(bed, other)).toBe(false)));
        },
      ),
    );
  });

  it("stand in rows where all are of one height, so that nine fit in ten rows wherever they should be", () => {
    const y = fc.integer({ min: 0, max: 100 }).map((percent) => percent / 100);
    fc.assert(
      fc.property(fc.array(y, { minLength: 9, maxLength: 9 }), (wanted) => {
        const shapes = wanted.map((at) => ({ x: 0.5, y: at, width: 0.6, height: 0.1 }));
        const laid = laidApart(shapes, { held: wanted.map(() => false), wide: 0.5, row: 0.1 })!;
        laid.forEach((shape, at) => laid.slice(at + 1).forEach((other) => expect(overlap(shape, other)).toBe(false)));
      }),
    );
  });

  it("lie over each other only where there is no room and that is asked for", () => {
    const large = Array.from({ length: 3 }, () => ({ x: 0.5, y: 0.5, width: 0.8, height: 0.8 }));
    const held = [false, false, false];
    expect(laidApart(large, { held, wide: 1 })).toBeNull();
    expect(laidApart(large, { held, wide: 1, crowded: "lie over each other" })).toHaveLength(3);
  });
});
