import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { patternAt, patternCycles, PATTERNS, type PatternKind } from "./patterns";

const SPOTS = [
  { u: -0.7, v: 0.2, cycles: 0.15 },
  { u: 0.1, v: -0.35, cycles: 0.4 },
  { u: 0.55, v: 0.8, cycles: 0.85 },
] as const;

/** A few places, and the mean of 441 with more weight above and to the right, so that none of them may be elsewhere. */
function looksOf(kind: PatternKind): number[] {
  let sum = 0;
  for (let row = -10; row <= 10; row++)
    for (let column = -10; column <= 10; column++)
      sum += (2 + column / 10 + row / 20) * patternAt(kind, { u: column / 10, v: row / 10 }, 0.3, 5);
  const places = SPOTS.map(({ u, v, cycles }) => patternAt(kind, { u, v }, cycles, 5));
  return [...places, sum / 441].map((value) => Math.round(1e4 * value) / 1e4);
}

/** What the patterns were when the first shows were saved with them: none of these may look otherwise tomorrow. */
const KEPT: Readonly<Record<PatternKind, readonly number[]>> = {
  gradient: [0, 0.3, 0.15, 1.1238],
  sweep: [0.0183, 0.1299, 0.0027, 0.3172],
  bars: [1, 1, 0.6562, 0.9702],
  rings: [0.9672, 0.8039, 0.1073, 1.0302],
  rays: [0.2669, 0.5849, 0.552, 1.0421],
  spiral: [0.8025, 0.4517, 0.9296, 0.9993],
  chequers: [0.2061, 0.0955, 0.2061, 1.0009],
  ripple: [0.1788, 0.7343, 0.7435, 0.9926],
  plasma: [0.4684, 0.4343, 0.5211, 1.0827],
  cloud: [0.5412, 0.706, 0.5705, 1.0453],
  sparks: [0, 0, 0, 0.1809],
  drops: [0, 0, 0, 0.1461],
  discs: [0, 0.2755, 0, 0.4976],
};

describe("patterns", () => {
  it.each(PATTERNS)("%s looks as it did when shows were saved with it", (kind) => {
    expect(looksOf(kind)).toEqual(KEPT[kind]);
  });

  it.each(PATTERNS)("%s is from 0 to 1, and where it began after its cycles (500 places)", (kind) => {
    const random = seededRandom(2);
    for (let count = 0; count < 500; count++) {
      const [place, cycles] = [{ u: 4 * random() - 2, v: 4 * random() - 2 }, random()];
      const value = patternAt(kind, place, cycles, 5);
      expect(value).toBeGreaterThanOrEqual(0);
      expect(value).toBeLessThanOrEqual(1);
      expect(patternAt(kind, place, cycles + patternCycles(kind), 5)).toBeCloseTo(value, 6);
    }
  });
});
