import { describe, expect, it } from "vitest";
import { keySteps, onGrid, perPixel } from "./fine-drag";

describe("fine dragging", () => {
  it("is never over half a degree a pixel, and with Shift ten times finer", () => {
    for (const range of [1, 90, 180, 540])
      for (const pixels of [20, 80, 300]) {
        const coarse = perPixel("°", { range, pixels, shift: false });
        expect(coarse).toBeLessThanOrEqual(0.5);
        expect(coarse).toBeLessThanOrEqual(range / pixels);
        expect(perPixel("°", { range, pixels, shift: true })).toBeCloseTo(coarse / 10, 12);
      }
    expect(perPixel("s", { range: 100, pixels: 10, shift: false })).toBe(10);
    expect(perPixel("°", { range: 100, pixels: 0, shift: false })).toBe(0);
  });

  it("lands on whole steps, with Shift on tenths", () => {
    expect([onGrid(12.34, 1, false), onGrid(12.34, 1, true), onGrid(-0.349, 0.01, false)]).toEqual([12, 12.3, -0.35]);
  });

  it("goes by arrows and pages", () => {
    const key = (key: string, shiftKey = false): number | null => keySteps({ key, shiftKey });
    expect([key("ArrowUp"), key("ArrowLeft"), key("PageDown"), key("ArrowUp", true), key("a")]).toEqual([1, -1, -10, 0.1, null]);
  });
});
