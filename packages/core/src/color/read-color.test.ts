import { describe, expect, it } from "vitest";
import { colorName } from "./color-name";
import { hexOfColor, xyzOf } from "./colorimetry";
import { COLOR_WORDS, readColor } from "./read-color";

const hex = (text: string): string | null => {
  const color = readColor(text);
  return color && hexOfColor(xyzOf(color), "as-is");
};

describe("colours as they are typed", () => {
  it("are hex of six or three digits, with or without its sign", () => {
    expect([hex("#ff7a30"), hex("ff7a30"), hex("#f73"), hex("f73"), hex(" #F00 ")]).toEqual([
      "#ff7a30",
      "#ff7a30",
      "#ff7733",
      "#ff7733",
      "#ff0000",
    ]);
  });

  it("are words, which the screen calls by the same hue", () => {
    for (const word of COLOR_WORDS) expect(colorName(xyzOf(readColor(word)!)), word).toContain(word);
    expect(colorName(xyzOf(readColor("Pale Blue")!))).toMatch(/blue|indigo/);
    expect(hex("pale red")).toBe("#ffbcbc");
  });

  it("are nothing else", () => {
    for (const text of ["", "#", "#ff", "#ffff", "ember", "pale", "pale ", "constructor", "pale constructor", "__proto__", "#gggggg"])
      expect(readColor(text), text).toBeNull();
  });
});
