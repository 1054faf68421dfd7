import { describe, expect, it } from "vitest";
import type { Channel } from "./profile";
import { mostOf, normalizedFreely, physicalOf } from "./scale";

/** A shutter that strobes faster, then slower again over another stretch, with a stretch of pulses between them. */
const shutter: Channel = {
  ...{ head: 0, attribute: "Shutter1Strobe", slots: [1], home: 0, physical: [1, 10], range: [20, 99] },
  more: [
    { attribute: "Shutter1StrobePulse", physical: [0, 5], range: [100, 149] },
    { attribute: "Shutter1Strobe", physical: [30, 12], range: [150, 255] },
  ],
};
const dmx = (physical: number): number => normalizedFreely(shutter, physical) * mostOf(shutter);

describe("an attribute that has several stretches of a channel", () => {
  it("is found in the stretch that has the value, and read back from there", () => {
    for (const hertz of [1, 4, 10, 12, 20, 30]) expect(physicalOf(shutter, normalizedFreely(shutter, hertz))).toBeCloseTo(hertz, 6);
    expect(dmx(4)).toBeCloseTo(20 + (79 * 3) / 9, 6);
    expect(dmx(20)).toBeCloseTo(150 + (105 * 10) / 18, 6);
  });

  it("takes the nearest end for what no stretch has", () => {
    expect([0, 10.5, 11.5, 99].map(dmx).map(Math.round)).toEqual([20, 99, 255, 150]);
  });
});
