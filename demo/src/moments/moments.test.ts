import { describe, expect, it } from "vitest";
import { differences } from "./asked-for";
import { MOMENTS, playMoments } from "./play-moments";
import { readRecording } from "./recording";

/** Fourteen universes. */
const FRAME_LENGTH = 14 * 512;

describe("a thousand moments of an earlier version's demo show", () => {
  it.each([1, 2])(
    "(%i) leave the machine as they did then, octet for octet, but for what was asked to change",
    (version) => {
      const { records, octets } = readRecording(version);
      let moment = 0;
      let lit = 0;
      const unexcused = differences(records);
      for (const { octets: now } of playMoments(records)) {
        const then = octets.subarray(moment * now.length, (moment + 1) * now.length);
        const [first] = unexcused(now, then);
        if (first) expect.fail(`moment ${moment}, slot ${first.slot}: ${first.now} instead of ${first.then}`);
        lit += now.some((level) => level > 0) ? 1 : 0;
        moment++;
      }
      expect(moment).toBe(MOMENTS);
      expect(octets.length).toBe(MOMENTS * FRAME_LENGTH);
      expect(lit).toBeGreaterThan(MOMENTS / 2);
      // Nothing waits in it; a busy machine computes for longer than the usual five seconds.
    },
    60_000,
  );
});
