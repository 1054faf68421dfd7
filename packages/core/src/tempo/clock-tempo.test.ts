import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { ClockTempo } from "./clock-tempo";

describe("ClockTempo", () => {
  it("tells 120 BPM from pulses 20.8333 ms apart (5-references.md M4), once a beat is in", () => {
    const clock = new ClockTempo();
    const told = Array.from({ length: 26 }, (_, pulse) => clock.pulse((pulse * 20.833333333) / 1000));
    expect(told.slice(0, 24)).toEqual(Array(24).fill(null));
    expect(told[24]).toBeCloseTo(120, 4);
  });

  it("stays within 1 % when each pulse comes up to 4 ms early or late, follows a new tempo, and starts afresh after a silence", () => {
    const random = seededRandom(8);
    const clock = new ClockTempo();
    let t = 0;
    let bpm: number | null = null;
    for (let pulse = 0; pulse < 400; pulse++) {
      t += 60 / 128 / 24;
      bpm = clock.pulse(t + (random() * 2 - 1) * 0.004);
      if (pulse > 48) expect(Math.abs(bpm! / 128 - 1)).toBeLessThan(0.01);
    }
    for (let pulse = 0; pulse < 60; pulse++) bpm = clock.pulse((t += 60 / 90 / 24));
    expect(bpm).toBeCloseTo(90, 3);
    expect(clock.pulse(t + 5)).toBeNull();
  });
});
