import Color from "colorjs.io";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fanColor, type ColorPath } from "./color-fan";
import { colorOfHex, hexOfColor, xyYOf, xyzOf, type Xyz } from "./colorimetry";
import { oklabOf, oklchOf, xyzOfOklab, xyzOfOklch } from "./oklab";

const color = fc.record({
  x: fc.double({ min: 0.02, max: 1, noNaN: true }),
  y: fc.double({ min: 0.02, max: 1, noNaN: true }),
  z: fc.double({ min: 0.02, max: 1, noNaN: true }),
});
const coords = ({ x, y, z }: Xyz): [number, number, number] => [x, y, z];
const close = (got: Xyz, wanted: readonly (number | null)[], digits = 5): void =>
  coords(got).forEach((value, index) => expect(value).toBeCloseTo(wanted[index]!, digits));

// Oracle: colorjs.io 0.7.1, independent code for XYZ (D65), OKLab, OKLCh and interpolation in each.
describe("OKLab and OKLCh", () => {
  it("agree with colorjs.io and turn back into what they were", () => {
    fc.assert(
      fc.property(color, (xyz) => {
        const { l, a, b } = oklabOf(xyz);
        const theirs = new Color("xyz-d65", coords(xyz)).to("oklab").coords;
        [l, a, b].forEach((value, index) => expect(value).toBeCloseTo(theirs[index]!, 6));
        close(xyzOfOklab({ l, a, b }), coords(xyz), 9);
        close(xyzOfOklch(oklchOf(xyz)), coords(xyz), 9);
      }),
      { seed: 3, numRuns: 200 },
    );
  });
});

describe("fans of colours", () => {
  const paths: readonly [ColorPath, "xyz-d65" | "oklab" | "oklch", "shorter" | "longer"][] = [
    ["straight", "xyz-d65", "shorter"],
    ["even", "oklab", "shorter"],
    ["round", "oklch", "shorter"],
    ["round-long", "oklch", "longer"],
  ];
  it.each(paths)("run %s as colorjs.io does in %s (%s)", (path, space, hue) => {
    fc.assert(
      fc.property(color, color, fc.double({ min: 0, max: 1, noNaN: true }), (from, to, u) => {
        const range = new Color("xyz-d65", coords(from)).range(new Color("xyz-d65", coords(to)), { space, hue, outputSpace: "xyz-d65" });
        close(fanColor({ knots: [xyYOf(from), xyYOf(to)], path }, u), range(u).coords, 5);
      }),
      { seed: 5, numRuns: 200 },
    );
  });

  it("reach every knot, and one knot is the same everywhere", () => {
    const knots = ["#ff7a30", "#30a060", "#7060ff"].map((hex) => colorOfHex(hex)!);
    for (const path of ["straight", "even", "round", "round-long"] as const)
      knots.forEach((knot, index) => close(fanColor({ knots, path }, index / 2), coords(xyzOf(knot)), 9));
    close(fanColor({ knots: [knots[1]!], path: "round" }, 0.77), coords(xyzOf(knots[1]!)), 12);
  });

  it("take the other end's hue where one end is grey, so that white to red stays red", () => {
    const knots = [colorOfHex("#ffffff")!, colorOfHex("#ff0000")!];
    expect(oklchOf(fanColor({ knots, path: "round" }, 0.5)).h).toBeCloseTo(oklchOf(xyzOf(knots[1]!)).h, 3);
  });

  it("are written as screens write colours, both ways", () => {
    for (const hex of ["#ff7a30", "#00ff40", "#ff00ff", "#ffffff"]) expect(hexOfColor(xyzOf(colorOfHex(hex)!), "at-full")).toBe(hex);
    for (const hex of ["#305030", "#102030", "#ffffff"]) expect(hexOfColor(xyzOf(colorOfHex(hex)!), "as-is")).toBe(hex);
    // 16/255 and 8/255 are .00518 and .00243 in linear light (IEC 61966-2-1); .00243/.00518 encoded again is 182 = b6.
    expect(hexOfColor(xyzOf(colorOfHex("#100800")!), "at-full")).toBe("#ffb600");
    expect(colorOfHex("ember")).toBeNull();
    expect(colorOfHex("#12345")).toBeNull();
  });
});
