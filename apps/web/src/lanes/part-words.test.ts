import { describe, expect, it } from "vitest";
import { Show } from "@vexa/core";
import { partWords } from "./part-words";

const show = new Show(new Map());

describe("words of parts", () => {
  it("are those that people would type", () => {
    expect(partWords("Dimmer", { level: { knots: [0.2, 1, 0.2] }, shape: {}, touched: 1 }, show)).toBe("20..100..20");
    expect(
      partWords("Color", { colors: { knots: [{ x: 0.64, y: 0.33, luminance: 0.2126 }], path: "even" }, shape: {}, touched: 1 }, show),
    ).toBe("#ff0000");
  });
});
