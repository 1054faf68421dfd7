import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readQuantity, type Quantity } from "./read-quantity";

describe("numbers as people type them", () => {
  it.each<[string, Quantity, number]>([
    ["7 s", "seconds", 7],
    ["7s", "seconds", 7],
    ["350 ms", "seconds", 0.35],
    ["2 min", "seconds", 120],
    ["1:30", "seconds", 90],
    ["1:05.5", "seconds", 65.5],
    ["1/7", "cycles", 1 / 7],
    ["1 / 4 s", "seconds", 0.25],
    ["5%", "percent", 5],
    ["Full", "percent", 100],
    ["half", "percent", 50],
    ["out", "percent", 0],
    ["90 deg", "degrees", 90],
    ["−90°", "degrees", -90],
    ["half", "degrees", NaN],
    ["1/2 turn", "degrees", 180],
    ["2 beats", "beats", 2],
    ["128 BPM", "bpm", 128],
    ["1,5 Hz", "hertz", 1.5],
    ["2.5 m", "metres", 2.5],
    ["180 cm", "metres", 1.8],
    ["+.5", "plain", 0.5],
    ["50 %", "plain", 50],
  ])("%s as %s", (text, quantity, value) => {
    if (Number.isNaN(value)) expect(readQuantity(text, quantity)).toBeNull();
    else expect(readQuantity(text, quantity)).toBeCloseTo(value, 12);
  });

  it.each<[string, Quantity]>([
    ["7 deg", "seconds"],
    ["1:70", "seconds"],
    ["1:30", "degrees"],
    ["1/0", "cycles"],
    ["1/-2", "cycles"],
    ["1e3", "plain"],
    ["0x10", "plain"],
    ["", "percent"],
    ["full", "degrees"],
    ["constructor", "percent"],
    ["s", "seconds"],
    ["--3", "plain"],
    ["3 4", "plain"],
    ["constructor", "plain"],
    ["3 constructor", "seconds"],
    ["9".repeat(400), "plain"],
  ])("%s is no number of %s", (text, quantity) => expect(readQuantity(text, quantity)).toBeNull());

  it("reads what it is given with any of its words, and never throws", () => {
    fc.assert(
      fc.property(fc.integer({ min: -100000, max: 100000 }), fc.constantFrom("s", " seconds", ""), (thousandths, word) => {
        expect(readQuantity(`${(thousandths / 1000).toFixed(3)}${word}`, "seconds")).toBeCloseTo(thousandths / 1000, 9);
      }),
    );
    fc.assert(fc.property(fc.string(), (text) => void readQuantity(text, "seconds")));
  });
});
