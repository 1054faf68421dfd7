import fc from "fast-check";
import JZZ from "jzz";
import { describe, expect, it } from "vitest";
import { decode, encode, type MidiMessage } from "./message";

const hex = (octets: Iterable<number>): string => Buffer.from([...octets]).toString("hex");
const seven = fc.integer({ min: 0, max: 127 });
const channel = fc.integer({ min: 0, max: 15 });

describe("midi", () => {
  it("writes the worked messages (5-references.md M1, M2, M4)", () => {
    expect(hex(encode({ type: "note-on", channel: 0, note: 60, velocity: 100 }))).toBe("903c64");
    expect(hex(encode({ type: "control", channel: 15, control: 7, value: 127 }))).toBe("bf077f");
    expect(hex(encode({ type: "pitch", channel: 0, bend: 0 }))).toBe("e00040");
    expect(hex(encode({ type: "song-position", position: 1000 }))).toBe("f26807");
    expect((["clock", "start", "continue", "stop"] as const).map((type) => hex(encode({ type })))).toEqual(["f8", "fa", "fb", "fc"]);
  });

  it("agrees with the npm package jzz 1.9.6", () => {
    fc.assert(
      fc.property(channel, seven, seven, (c, a, b) => {
        expect(hex(encode({ type: "note-on", channel: c, note: a, velocity: b }))).toBe(
          hex(JZZ.MIDI.noteOn(c, a, b) as unknown as number[]),
        );
        expect(hex(encode({ type: "program", channel: c, program: a }))).toBe(hex(JZZ.MIDI.program(c, a) as unknown as number[]));
        expect(hex(encode({ type: "control", channel: c, control: a, value: b }))).toBe(
          hex(JZZ.MIDI.control(c, a, b) as unknown as number[]),
        );
      }),
      { seed: 1 },
    );
    expect(hex(encode({ type: "clock" }))).toBe(hex(JZZ.MIDI.clock() as unknown as number[]));
  });

  it("reads back what it writes; a note-on of velocity 0 is a note-off (M3)", () => {
    const message: fc.Arbitrary<MidiMessage> = fc.oneof(
      fc.record({ type: fc.constantFrom("note-off" as const), channel, note: seven, velocity: seven }),
      fc.record({ type: fc.constantFrom("note-on" as const), channel, note: seven, velocity: fc.integer({ min: 1, max: 127 }) }),
      fc.record({ type: fc.constantFrom("control" as const), channel, control: seven, value: seven }),
      fc.record({ type: fc.constantFrom("program" as const), channel, program: seven }),
      fc.record({ type: fc.constantFrom("pitch" as const), channel, bend: fc.integer({ min: -8192, max: 8191 }) }),
      fc.record({ type: fc.constantFrom("song-position" as const), position: fc.integer({ min: 0, max: 16383 }) }),
      fc.record({ type: fc.constantFrom("quarter-frame" as const), piece: fc.integer({ min: 0, max: 7 }), value: channel }),
      fc.record({ type: fc.constantFrom("clock" as const, "start" as const, "continue" as const, "stop" as const) }),
    );
    fc.assert(
      fc.property(message, (sent) => {
        expect(decode(encode(sent))).toEqual({ ok: true, value: sent });
      }),
      { seed: 2 },
    );
    expect(decode(Uint8Array.of(0x90, 60, 0))).toMatchObject({ value: { type: "note-off" } });
  });

  it("never throws, and says so when it can't read something", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 5 }), (octets) => {
        expect(typeof decode(octets).ok).toBe("boolean");
      }),
      { seed: 3 },
    );
    for (const octets of [[], [0x90, 60], [0x90, 200, 1], [0xf0, 1, 2], [0xd0, 5, 5]])
      expect(decode(Uint8Array.from(octets)).ok).toBe(false);
  });
});
