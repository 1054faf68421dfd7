import { describe, expect, it } from "vitest";
import { encodedSrgb, linearSrgbOf, xyzOf } from "./colorimetry";

describe("colorimetry", () => {
  it("turns D65 into the XYZ of 5-references.md C5 and into white", () => {
    const white = xyzOf({ x: 0.3127, y: 0.329, luminance: 1 });
    expect(white.x).toBeCloseTo(0.95047, 3);
    expect(white.z).toBeCloseTo(1.08883, 3);
    linearSrgbOf(white).forEach((component) => expect(component).toBeCloseTo(1, 3));
  });

  it("has the sRGB primaries as its columns (C1, IEC 61966-2-1)", () => {
    const red = linearSrgbOf({ x: 0.4123908, y: 0.212639, z: 0.0193308 });
    [1, 0, 0].forEach((wanted, index) => expect(red[index]).toBeCloseTo(wanted, 6));
    const blue = linearSrgbOf({ x: 0.1804808, y: 0.0721923, z: 0.9505322 });
    [0, 0, 1].forEach((wanted, index) => expect(blue[index]).toBeCloseTo(wanted, 6));
  });

  it("encodes linear light (C4)", () => {
    expect(encodedSrgb(0.18)).toBeCloseTo(0.4613561, 7);
    expect(encodedSrgb(0.5)).toBeCloseTo(0.735357, 7);
    expect(encodedSrgb(0.001)).toBeCloseTo(0.01292, 9);
  });

  it("gives black for a chromaticity that has no light", () => {
    expect(xyzOf({ x: 0.3, y: 0, luminance: 1 })).toEqual({ x: 0, y: 0, z: 0 });
  });
});
