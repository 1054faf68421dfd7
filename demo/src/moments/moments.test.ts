import { describe, expect, it } from "vitest";
import { MOMENTS, playMoments } from "./play-moments";
import { readRecording } from "./recording";

/** Fourteen universes. */
const FRAME_LENGTH = 14 * 512;

/** What later versions were asked to do otherwise, by name, with the moments and slots that it may change. None so far. */
const ASKED_FOR: readonly { readonly name: string; readonly excuses: (moment: number, slot: number) => boolean }[] = [];

describe("a thousand moments of the first version's demo show", () => {
  it("leave the machine as they did then, octet for octet, but for what was asked to change", () => {
    const { records, octets } = readRecording(1);
    let moment = 0;
    let lit = 0;
    for (const { octets: now } of playMoments(records)) {
      const then = octets.subarray(moment * now.length, (moment + 1) * now.length);
      if (Buffer.compare(now, then) !== 0)
        now.forEach((level, slot) => {
          if (level !== then[slot] && !ASKED_FOR.some(({ excuses }) => excuses(moment, slot)))
            expect.fail(`moment ${moment}, slot ${slot}: ${level} instead of ${then[slot]}`);
        });
      lit += now.some((level) => level > 0) ? 1 : 0;
      moment++;
    }
    expect(moment).toBe(MOMENTS);
    expect(octets.length).toBe(MOMENTS * FRAME_LENGTH);
    expect(lit).toBeGreaterThan(MOMENTS / 2);
    // Nothing waits in it; a busy machine computes for longer than the usual five seconds.
  }, 60_000);
});
