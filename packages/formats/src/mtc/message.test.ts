import fc from "fast-check";
import JZZ from "jzz";
import { describe, expect, it } from "vitest";
import { frameOf, framesPerSecond, readTimecode, timecodeOfFrame, TIMECODE_RATES, timecodeText, type Timecode } from "@vexa/core";
import { decodeFullFrame, encodeFullFrame, encodeQuarterFrames, MtcReader } from "./message";

/** "01:37:52:16" at a rate. */
function time(text: string, rate: Timecode["rate"]): Timecode {
  const read = readTimecode(text, rate);
  if (!read.ok) throw new Error(text);
  return read.value;
}
const hex = (messages: readonly Uint8Array[]): string => messages.map((octets) => octets[1]!.toString(16).padStart(2, "0")).join(" ");

describe("quarter frames", () => {
  // 5-references.md M7 and M8, computed there by hand and with jzz.
  it.each([
    [time("01:37:52:16", "25"), "00 11 24 33 45 52 61 72"],
    [time("01:02:03:04", "30"), "04 10 23 30 42 50 61 76"],
    [time("23:59:58:22", "24"), "06 11 2a 33 4b 53 67 71"],
    [time("10:00:00:00", "29.97 drop"), "00 10 20 30 40 50 6a 74"],
  ])("of %o are %s", (timecode, pieces) => {
    expect(hex(encodeQuarterFrames(timecode))).toBe(pieces);
  });

  it("agree bit by bit with jzz", () => {
    const rates = { "24": 24, "25": 25, "29.97 drop": 29.97, "30": 30 } as const;
    fc.assert(
      fc.property(fc.constantFrom(...TIMECODE_RATES), fc.integer({ min: 0, max: 2000000 }), (rate, frame) => {
        const ours = timecodeOfFrame(frame, rate);
        const { hours, minutes, seconds, frames } = ours;
        const theirs = JZZ.SMPTE(rates[rate], hours, minutes, seconds, frames);
        // A source counts on while it sends: its time moves a frame at the fifth piece, and jzz still says the one that it began.
        const pieces = Array.from({ length: 8 }, () => {
          const octets = [...JZZ.MIDI.mtc(theirs)];
          theirs.incrQF();
          return octets;
        });
        expect(encodeQuarterFrames(ours).map((octets) => [...octets])).toEqual(pieces);
      }),
      { seed: 63, numRuns: 300 },
    );
  });

  it("are read when all eight are in, one and three quarter frames later (M9: two at the next piece 0)", () => {
    const reader = new MtcReader();
    const sent = time("01:37:52:16", "25");
    const heard = encodeQuarterFrames(sent).map((octets) => reader.take(octets));
    expect(heard.slice(0, 7).every((entry) => entry === null)).toBe(true);
    expect(heard[7]).toEqual({ timecode: sent, positionSeconds: (frameOf(sent) + 1.75) / 25, running: true });
    expect(timecodeText(timecodeOfFrame(Math.floor(heard[7]!.positionSeconds * 25 + 0.25), "25"))).toBe("01:37:52:18");
  });

  it("out of order, backwards or with one lost give no time until a whole one is in", () => {
    const reader = new MtcReader();
    const pieces = encodeQuarterFrames(time("00:00:10:00", "30"));
    for (const octets of pieces.toReversed()) expect(reader.take(octets)).toBeNull();
    for (const octets of pieces.filter((_, index) => index !== 3)) expect(reader.take(octets)).toBeNull();
    expect(pieces.map((octets) => reader.take(octets)).at(-1)?.running).toBe(true);
  });

  it("of a time that doesn't exist, and any other octets, are left out", () => {
    const reader = new MtcReader();
    for (const octets of encodeQuarterFrames({ ...time("00:00:00:00", "24"), seconds: 61 })) expect(reader.take(octets)).toBeNull();
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 12 }), (octets) => {
        const heard = new MtcReader().take(octets);
        expect(heard === null || heard.positionSeconds >= 0).toBe(true);
      }),
      { seed: 64 },
    );
  });
});

describe("a full frame", () => {
  it("is f0 7f 7f 01 01 21 25 34 10 f7 for 01:37:52:16 at 25 (M11)", () => {
    expect([...encodeFullFrame(time("01:37:52:16", "25"))]).toEqual([0xf0, 0x7f, 0x7f, 1, 1, 0x21, 0x25, 0x34, 0x10, 0xf7]);
  });

  // MIDI Time Code (from memory): a full frame has ten octets, a quarter frame two.
  it("and quarter frames of any other length are left out", () => {
    const full = [...encodeFullFrame(time("01:37:52:16", "25"))];
    expect(decodeFullFrame(Uint8Array.from([...full, 0xf7])).ok).toBe(false);
    expect(decodeFullFrame(Uint8Array.from(full.slice(0, 9))).ok).toBe(false);
    const reader = new MtcReader();
    for (const octets of encodeQuarterFrames(time("01:37:52:16", "25"))) expect(reader.take(Uint8Array.from([...octets, 0]))).toBeNull();
    expect(reader.take(Uint8Array.of(0xf1))).toBeNull();
  });

  it("goes there and back, and says that nothing runs", () => {
    fc.assert(
      fc.property(fc.constantFrom(...TIMECODE_RATES), fc.integer({ min: 0, max: 2000000 }), (rate, frame) => {
        const timecode = timecodeOfFrame(frame, rate);
        expect(decodeFullFrame(encodeFullFrame(timecode))).toEqual({ ok: true, value: timecode });
        expect(new MtcReader().take(encodeFullFrame(timecode))).toEqual({
          timecode,
          positionSeconds: frame / framesPerSecond(rate),
          running: false,
        });
      }),
      { seed: 65 },
    );
  });
});
