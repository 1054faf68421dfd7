import fc from "fast-check";
import Smpte from "smpte-timecode";
import { describe, expect, it } from "vitest";
import {
  frameOf,
  framesPerSecond,
  readTimecode,
  secondsOfTimecode,
  timecodeAt,
  timecodeOfFrame,
  timecodeText,
  TIMECODE_RATES,
  type TimecodeRate,
} from "./timecode";

const SMPTE_RATES = { "24": 24, "25": 25, "29.97 drop": 29.97, "30": 30 } as const;

function read(text: string, rate: TimecodeRate): ReturnType<typeof frameOf> {
  const timecode = readTimecode(text, rate);
  if (!timecode.ok) throw new Error(JSON.stringify(timecode.error));
  return frameOf(timecode.value);
}

describe("drop-frame time", () => {
  // Published counts, 5-references.md T1 (ST 12-1).
  it.each([
    ["00:00:59;29", 1799],
    ["00:01:00;02", 1800],
    ["00:09:59;29", 17981],
    ["00:10:00;00", 17982],
    ["00:10:59;29", 19781],
    ["00:11:00;02", 19782],
    ["01:00:00;00", 107892],
    ["23:59:59;29", 2589407],
  ])("counts %s as frame %i", (text, frame) => {
    expect(read(text, "29.97 drop")).toBe(frame);
    expect(timecodeText(timecodeOfFrame(frame, "29.97 drop"))).toBe(text);
  });

  // T2.
  it.each(["00:01:00;00", "00:01:00;01", "13:59:00;01"])("has no %s", (text) => {
    expect(readTimecode(text, "29.97 drop").ok).toBe(false);
  });

  it("is an hour of the clock within 4 ms (T3)", () => {
    const hour = readTimecode("01:00:00;00", "29.97 drop");
    expect(hour.ok && secondsOfTimecode(hour.value)).toBeCloseTo(3599.9964, 6);
  });
});

it("agrees with smpte-timecode at every rate, both ways", () => {
  fc.assert(
    fc.property(fc.constantFrom(...TIMECODE_RATES), fc.integer({ min: 0, max: 2073599 }), (rate, frame) => {
      const other = Smpte(frame, SMPTE_RATES[rate], rate === "29.97 drop");
      const ours = timecodeOfFrame(frame, rate);
      expect(timecodeText(ours)).toBe(other.toString());
      expect(frameOf(ours)).toBe(frame);
    }),
    { seed: 61, numRuns: 2000 },
  );
});

it("goes from real seconds to the frame that shows and back", () => {
  fc.assert(
    fc.property(fc.constantFrom(...TIMECODE_RATES), fc.integer({ min: 0, max: 2000000 }), (rate, frame) => {
      expect(frameOf(timecodeAt(secondsOfTimecode(timecodeOfFrame(frame, rate)), rate))).toBe(frame);
      expect(frameOf(timecodeAt((frame + 0.5) / framesPerSecond(rate), rate))).toBe(frame);
    }),
    { seed: 62 },
  );
});

it.each(["", "1:2:3", "aa:bb:cc:dd", "24:00:00:00", "00:60:00:00", "00:00:60:00", "00:00:00:25", "-1:00:00:00"])(
  "refuses %j with what was meant",
  (text) => {
    const read = readTimecode(text, "25");
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.error.code).toBe("value.invalid");
  },
);
