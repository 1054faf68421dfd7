import solver from "javascript-lp-solver";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { xyYOf, xyzOf, type XyY } from "./colorimetry";
import { brightestLevels, mixedXyz, mixEmitters } from "./mix-emitters";
import { oklchOf } from "./oklab";

// The invented emitters of 5-references.md section 2e.
const R = { x: 0.69, y: 0.3, luminance: 900 };
const G = { x: 0.2, y: 0.71, luminance: 1800 };
const B = { x: 0.15, y: 0.05, luminance: 300 };
const A = { x: 0.57, y: 0.42, luminance: 1200 };
const W = { x: 0.33, y: 0.34, luminance: 3000 };
const at = (x: number, y: number) => xyzOf({ x, y, luminance: 1 });
const D65 = at(0.3127, 0.329);

describe("mixing emitters", () => {
  it.each([
    ["X2", D65, [0.71789, 1, 0.5397], 2608.0],
    ["X3", at(0.4234, 0.399), [1, 0.872, 0.1865], 2525.5],
    ["X4", at(0.25, 0.25), [0.54661, 0.95868, 1], 2517.6],
  ])("gives the brightest RGB (%s: mathjs and a linear programme, 5-references.md)", (_, target, levels, lumens) => {
    const got = brightestLevels([R, G, B], target)!;
    got.forEach((level, index) => expect(level).toBeCloseTo(levels[index]!, 3));
    expect(mixedXyz([R, G, B], got).y).toBeCloseTo(lumens, 0);
  });

  it.each([
    ["X5 RGBW at D65", [R, G, B, W], D65, 5553.6],
    ["X6 RGBW warm", [R, G, B, W], at(0.4234, 0.399), 3628.3],
    ["X7 RGBAW at D65", [R, G, B, A, W], D65, 6363.8],
    ["X7 RGBAW warm", [R, G, B, A, W], at(0.4234, 0.399), 6306.3],
  ])("gives the most light of more emitters (%s)", (_, emitters, target, lumens) => {
    const mix = mixedXyz(emitters, brightestLevels(emitters, target)!);
    expect(mix.y / lumens).toBeCloseTo(1, 2);
    expect(xyYOf(mix).x).toBeCloseTo(xyYOf(target).x, 5);
    expect(xyYOf(mix).y).toBeCloseTo(xyYOf(target).y, 5);
  });

  // Oracle: javascript-lp-solver 1.0.3, an independent simplex.
  it("is as bright as an independent linear programme for up to seven random emitters", () => {
    const random = seededRandom(9);
    let solved = 0;
    for (let run = 0; run < 60; run++) {
      const emitters: XyY[] = [
        R,
        G,
        B,
        ...Array.from({ length: run % 5 }, () => ({ x: 0.2 + 0.4 * random(), y: 0.15 + 0.4 * random(), luminance: 200 + 2000 * random() })),
      ];
      const target = at(0.25 + 0.2 * random(), 0.25 + 0.15 * random());
      const levels = brightestLevels(emitters, target);
      const theirs = solver.Solve(programme(emitters, target)) as { feasible: boolean; result: number };
      expect(levels !== null).toBe(theirs.feasible);
      if (!levels) continue;
      solved++;
      expect(mixedXyz(emitters, levels).y / theirs.result).toBeCloseTo(1, 4);
    }
    expect(solved).toBeGreaterThan(40);
  });

  it("goes to the same hue with less chroma when the colour is out of gamut (X8)", () => {
    const target = at(0.1, 0.8);
    expect(brightestLevels([R, G, B], target)).toBeNull();
    const { x, y, z } = mixedXyz([R, G, B], mixEmitters([R, G, B], target));
    expect(oklchOf({ x: x / y, y: 1, z: z / y }).h).toBeCloseTo(oklchOf(target).h, 1);
  });

  it("does what it can with one or two emitters", () => {
    expect(mixEmitters([W], D65)).toEqual([1]);
    const [warm, cold] = mixEmitters([A, W], at(0.34, 0.345)) as [number, number];
    expect(cold).toBe(1);
    expect(warm).toBeLessThan(0.4);
  });
});

function programme(emitters: readonly XyY[], target: { x: number; y: number; z: number }): Parameters<typeof solver.Solve>[0] {
  const columns = emitters.map(xyzOf);
  const variables: Record<string, Record<string, number>> = { s: { light: target.y, x: -target.x, y: -target.y, z: -target.z } };
  const constraints: Record<string, object> = { x: { equal: 0 }, y: { equal: 0 }, z: { equal: 0 } };
  columns.forEach(({ x, y, z }, index) => {
    variables[`l${index}`] = { x, y, z, [`top${index}`]: 1 };
    constraints[`top${index}`] = { max: 1 };
  });
  return { optimize: "light", opType: "max", constraints, variables } as Parameters<typeof solver.Solve>[0];
}
