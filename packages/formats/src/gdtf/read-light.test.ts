import { describe, expect, it } from "vitest";
import { readColor } from "./read-light";

// Chromaticities lie above 0 and at most at 1 (CIE 1931); DIN SPEC 15800 writes "x,y,Y" with Y in percent (from memory).
describe("a colour", () => {
  it.each([
    ["0.3127,0.3290,100", { x: 0.3127, y: 0.329, luminance: 1 }],
    ["1,1,0", { x: 1, y: 1, luminance: 0 }],
    ["0,0.3,50", null],
    ["0.3,0,50", null],
    ["-0.1,0.3,50", null],
    ["1.2,0.3,50", null],
    ["0.3,1.2,50", null],
    ["0.3,0.3", null],
    ["0.3,0.3,much", null],
    ["Infinity,0.3,50", null],
    ["", null],
  ])("%s is %o", (text, color) => {
    expect(readColor(text)).toEqual(color);
  });
});
