import { describe, expect, it } from "vitest";
import { seededRandom, steadyTempo, TempoClock } from "@vexa/core";
import { TouchTimes } from "./touch-times";

describe("when touches happened", () => {
  it("is what the client says, where its clock is near and not ahead", () => {
    const times = new TouchTimes();
    expect(times.at("ines", 99.9, 100)).toBe(99.9);
    expect([
      times.at("ines", undefined, 100),
      times.at("ines", 98.9, 100),
      times.at("ines", 101.1, 100),
      times.at("ines", NaN, 100),
    ]).toEqual([100, 100, 100, 100]);
  });

  it("is never later than now, and what lies between stays as it was once a clock was seen to be ahead", () => {
    const times = new TouchTimes();
    expect(times.at("ines", 100.05, 100)).toBe(100);
    // The same clock, and a message that took longer.
    expect(times.at("ines", 100.45, 100.42)).toBeCloseTo(100.4, 3);
    expect(times.at("ines", 100.85, 100.8)).toBeCloseTo(100.8, 2);
    // Somebody else's clock is another one.
    expect(times.at("tomasz", 100.79, 100.8)).toBe(100.79);
    // It was set meanwhile: that is believed little by little.
    expect(times.at("ines", 149.9, 150)).toBeCloseTo(149.9 - 0.05 + 50 * 1e-3, 2);
  });

  it("keeps a tapped tempo, though the clock is ahead and messages take their time (200 rows of taps)", () => {
    const random = seededRandom(4);
    for (let row = 0; row < 200; row++) {
      const [ahead, every] = [(random() - 0.5) * 0.06, 0.25 + random()];
      const times = new TouchTimes();
      const clock = new TempoClock(steadyTempo(100));
      // What was done before, as the page is used: the quickest of it tells the clock.
      for (let before = 0; before < 20; before++) {
        const now = 1000 + before;
        times.at("ines", now + ahead, now + 0.002 + random() * 0.03);
      }
      for (let tap = 0; tap < 5; tap++) {
        const at = 1030 + tap * every;
        clock.tap(times.at("ines", at + ahead, at + 0.002 + random() * 0.03));
      }
      expect(Math.abs(clock.effectiveBpm - 60 / every) / (60 / every)).toBeLessThan(0.01);
    }
  });
});
