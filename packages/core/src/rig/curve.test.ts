import { curveMonotoneX, line } from "d3-shape";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CURVE_LIBRARY, curveFunction, curveInverse, curveSchema, type Curve, type CurvePoint } from "./curve";

const drawn = (points: readonly CurvePoint[]): Curve => ({ id: "d", kind: "curve", version: 1, name: "Drawn", shape: "drawn", points });

/** Rising points between the ends, none on top of another. */
const points = fc
  .uniqueArray(fc.integer({ min: 1, max: 199 }), { minLength: 1, maxLength: 8 })
  .chain((xs) =>
    fc.tuple(
      fc.constant(xs.toSorted((a, b) => a - b)),
      fc.array(fc.integer({ min: 0, max: 200 }), { minLength: xs.length, maxLength: xs.length }),
    ),
  )
  .map(([xs, ys]) => {
    const rising = ys.toSorted((a, b) => a - b);
    return xs.map((x, at): CurvePoint => [x / 200, rising[at]! / 200]);
  });

/** The cubics that d3-shape draws through the same points, as rows of their four points. */
function cubicsOf(through: readonly CurvePoint[]): number[][] {
  const path = line().curve(curveMonotoneX).digits(12)([...through] as [number, number][])!;
  const numbers = path.match(/-?\d+(\.\d+)?(e-?\d+)?/g)!.map(Number);
  const cubics: number[][] = [];
  for (let at = 2, from = numbers.slice(0, 2); at < numbers.length; at += 6) {
    cubics.push([...from, ...numbers.slice(at, at + 6)]);
    from = numbers.slice(at + 4, at + 6);
  }
  return cubics;
}

describe("response curves", () => {
  it("begin at nothing and end at full, exactly, and never fall on 65,536 steps", () => {
    for (const curve of [
      ...CURVE_LIBRARY.values(),
      drawn([[0.4, 0.7]]),
      drawn([[0.5, 0.5]]),
      drawn([
        [0.2, 0],
        [0.3, 1],
      ]),
    ]) {
      const of = curveFunction(curve);
      expect([of(0), of(1)]).toEqual([0, 1]);
      for (let step = 1, before = 0; step <= 65535; step++) {
        const now = of(step / 65535);
        if (now < before) throw new Error(`${curve.name} falls at ${step}`);
        before = now;
      }
    }
  });

  it("have no steps: a drawn one uses more than nine tenths of the 65,536 levels that its slope lets it use", () => {
    const of = curveFunction(
      drawn([
        [0.3, 0.2],
        [0.7, 0.6],
      ]),
    );
    const levels = new Set(Array.from({ length: 65536 }, (_, step) => Math.floor(of(step / 65535) * 65535 + 0.5)));
    expect(levels.size).toBeGreaterThan(0.9 * 65536 * 0.8);
    for (let step = 1; step <= 65535; step++) expect(of(step / 65535) - of((step - 1) / 65535)).toBeLessThan(3 / 65535);
  });

  // Source: d3-shape's curveMonotoneX, an independent way through the same points.
  it("go where d3-shape draws them", () => {
    fc.assert(
      fc.property(points, fc.double({ min: 0, max: 1, noNaN: true }), (through, t) => {
        const of = curveFunction(drawn(through));
        for (const [x0, y0, x1, y1, x2, y2, x3, y3] of cubicsOf([[0, 0], ...through, [1, 1]]) as [
          number,
          number,
          number,
          number,
          number,
          number,
          number,
          number,
        ][]) {
          const at = (a: number, b: number, c: number, d: number): number =>
            a * (1 - t) ** 3 + 3 * b * t * (1 - t) ** 2 + 3 * c * t ** 2 * (1 - t) + d * t ** 3;
          expect(of(at(x0, x1, x2, x3))).toBeCloseTo(at(y0, y1, y2, y3), 6);
        }
      }),
      { numRuns: 300 },
    );
  });

  it("give the level back through their inverse", () => {
    fc.assert(
      fc.property(points, fc.double({ min: 0, max: 1, noNaN: true }), (through, level) => {
        for (const curve of [...CURVE_LIBRARY.values(), drawn(through)]) {
          const of = curveFunction(curve);
          expect(of(curveInverse(curve, of(level)))).toBeCloseTo(of(level), 6);
        }
      }),
    );
    expect(curveInverse(CURVE_LIBRARY.get("curve square")!, 0.25)).toBeCloseTo(0.5, 9);
  });

  it("are refused where points fall, stand above each other, or belong to another shape", () => {
    const flaw = (curve: object): string | undefined => curveSchema({ ...drawn([]), ...curve }, [])?.why;
    expect(
      flaw({
        points: [
          [0.5, 0.6],
          [0.7, 0.5],
        ],
      }),
    ).toMatch(/rise/);
    expect(
      flaw({
        points: [
          [0.5, 0.6],
          [0.5, 0.7],
        ],
      }),
    ).toMatch(/rise/);
    expect(flaw({ points: [[0.5, 1.6]] })).toMatch(/from 0 to 1/);
    expect(flaw({ shape: "s", points: [[0.5, 0.6]] })).toMatch(/drawn/);
    expect(flaw({ points: [[0.5, 0.6]] })).toBeUndefined();
  });
});
