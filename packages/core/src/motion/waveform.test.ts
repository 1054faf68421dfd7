import { describe, expect, it } from "vitest";
import { waveform, WAVEFORMS } from "./waveform";

const at = (kind: (typeof WAVEFORMS)[number], positions: number[], width?: number): number[] =>
  positions.map((cycles) => waveform(kind, cycles, width === undefined ? {} : { width }));

describe("waveform", () => {
  it("gives the worked values of 5-references.md W1, W2 and W4", () => {
    expect(at("triangle", [0, 1 / 8, 1 / 4, 1 / 2, 3 / 4])).toEqual([0, 0.25, 0.5, 1, 0.5]);
    at("sine", [0, 1 / 12, 1 / 8, 1 / 4, 1 / 2, 3 / 4]).forEach((value, index) =>
      expect(value).toBeCloseTo([0.5, 0.75, 0.853553, 1, 0.5, 0][index]!, 6),
    );
    expect(at("pulse", [0, 0.24, 0.25, 0.99], 0.25)).toEqual([1, 1, 0, 0]);
  });

  it("is a raised cosine as soft pulse of whole width (W3)", () => {
    at("soft-pulse", [0, 1 / 8, 1 / 4, 3 / 8, 1 / 2], 1).forEach((value, index) =>
      expect(value).toBeCloseTo([0, 0.146447, 0.5, 0.853553, 1][index]!, 6),
    );
  });

  it.each(WAVEFORMS)("%s has period 1, stays in 0..1 and is the same every time", (kind) => {
    for (let step = 0; step < 200; step++) {
      const cycles = step / 64;
      const value = waveform(kind, cycles);
      expect(value).toBeGreaterThanOrEqual(0);
      expect(value).toBeLessThanOrEqual(1);
      for (const periods of [1, 5, -3]) expect(waveform(kind, cycles + periods)).toBeCloseTo(value, 9);
    }
  });

  it("rests for what is left of the cycle when its width is below one", () => {
    expect(waveform("ramp-up", 0.25, { width: 0.5 })).toBe(0.5);
    expect(waveform("ramp-up", 0.75, { width: 0.5 })).toBe(0);
  });
});
