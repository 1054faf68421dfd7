import { describe, expect, it } from "vitest";
import { placedHeads } from "./heads-picture";

const at = (x: number, y: number, order = 0): { order: number; position: { x: number; y: number } } => ({ order, position: { x, y } });
const places = (...of: Parameters<typeof placedHeads>): [number, number][] => placedHeads(...of).heads.map(({ x, y }) => [x, y]);

describe("where heads lie on a card's picture", () => {
  it("is as they hang, seen from above, in the middle, with the same measure both ways", () => {
    const size = { width: 216, height: 116 };
    // Ten metres by four: two hundred pixels across are ten metres.
    const corners = [at(-5, -2), at(5, 2), at(0, 0), at(0, 2)];
    expect(places(corners, size)).toEqual([
      [8, 98],
      [208, 18],
      [108, 58],
      [108, 18],
    ]);
    expect(placedHeads([at(0, 0, 7)], size).heads[0]!.index).toBe(7);
  });

  it("has spots as large as their neighbours leave room for", () => {
    const row = (apart: number): number =>
      placedHeads(
        Array.from({ length: 11 }, (_, index) => at(index, apart)),
        { width: 216, height: 60 },
      ).radius;
    // Twenty pixels apart there is room for the largest.
    expect(row(0)).toBe(7);
    const crowd = Array.from({ length: 101 }, (_, index) => at(index, 0));
    expect(placedHeads(crowd, { width: 516, height: 60 }).radius).toBeCloseTo(0.42 * 5, 6);
    expect(placedHeads([...crowd, ...crowd], { width: 216, height: 60 }).radius).toBe(1.5);
  });

  it("draws a part of a crowd, from one end of it to the other", () => {
    const crowd = Array.from({ length: 2000 }, (_, index) => at(index % 50, Math.floor(index / 50), index));
    const { heads } = placedHeads(crowd, { width: 200, height: 160 });
    expect(heads.length).toBeGreaterThan(150);
    expect(heads.length).toBeLessThanOrEqual(300);
    expect(heads[0]!.index).toBe(0);
    expect(heads.at(-1)!.index).toBeGreaterThan(1990);
  });

  it("stays within a picture of any size, also for one head, for heads on one another, and for none", () => {
    for (const size of [
      { width: 0, height: 0 },
      { width: 10, height: 400 },
      { width: 300, height: 20 },
    ])
      for (const heads of [[], [at(900, -900)], [at(3, 3), at(3, 3)], [at(0, 0), at(0, 40)], [at(-1e6, 0), at(1e6, 5)]]) {
        const { heads: placed, radius } = placedHeads(heads, size);
        expect(placed).toHaveLength(heads.length);
        expect(radius).toBeGreaterThanOrEqual(1.5);
        for (const { x, y } of placed) {
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x).toBeLessThanOrEqual(size.width);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(y).toBeLessThanOrEqual(size.height);
        }
      }
  });
});
