import { describe, expect, it } from "vitest";
import { encodeSlots } from "./slots";

describe("encodeSlots", () => {
  // 5-references.md D1 to D4; ties (.5 and .1) round half up.
  it.each([
    [0.5, 8, [128]],
    [0.5, 16, [128, 0]],
    [0.25, 16, [64, 0]],
    [1 / 3, 16, [85, 85]],
    [0.75, 16, [191, 255]],
    [0.01, 16, [2, 143]],
    [0.1, 16, [25, 154]],
    [0.9, 16, [230, 102]],
    [0.1, 24, [25, 153, 154]],
    [1, 24, [255, 255, 255]],
    [1, 32, [255, 255, 255, 255]],
    [0.998, 8, [254]],
    [0.998, 16, [255, 124]],
    [0.002, 16, [0, 131]],
  ])("%f in %i bits is %j", (value, bits, octets) => expect(encodeSlots(value, bits)).toEqual(octets));

  it("limits what is out of range", () => {
    expect(encodeSlots(-1, 16)).toEqual([0, 0]);
    expect(encodeSlots(7, 8)).toEqual([255]);
    expect(encodeSlots(Number.NaN, 8)).toEqual([0]);
  });
});
