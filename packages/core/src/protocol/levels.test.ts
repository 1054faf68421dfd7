import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { levelMessage, readLevelMessage, RUN_LENGTH } from "./levels";

const values = fc.array(fc.float({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 400 }).map((list) => Float32Array.from(list));

describe("level messages", () => {
  it("carry every value to within half a step of 16 bits", () => {
    fc.assert(
      fc.property(values, (sent) => {
        const received = new Float32Array(sent.length).fill(0.5);
        const message = levelMessage(sent, new Uint16Array(sent.length).fill(1))!;
        if (message) expect(readLevelMessage(message, received)).toBe(true);
        received.forEach((value, at) => {
          if (message) expect(Math.abs(value - sent[at]!)).toBeLessThanOrEqual(0.5 / 65535 + 1e-6);
        });
      }),
      { seed: 7 },
    );
  });

  it("carry only the runs that changed since the last one", () => {
    const sent = new Uint16Array(1000);
    const levels = new Float32Array(1000);
    expect(levelMessage(levels, sent)).toBeNull();
    levels[5] = 1;
    levels[900] = 0.5;
    const message = levelMessage(levels, sent)!;
    expect(message.byteLength).toBe(2 * (2 + 2 * (1 + RUN_LENGTH)));
    expect(levelMessage(levels, sent)).toBeNull();
    const received = new Float32Array(1000).fill(0.25);
    readLevelMessage(message, received);
    expect([received[5], received[900], received[200]]).toEqual([1, expect.closeTo(0.5, 4), 0.25]);
  });

  it("are refused whole when damaged or made for another rig", () => {
    const received = new Float32Array(100).fill(0.25);
    const message = levelMessage(new Float32Array(100).fill(1), new Uint16Array(100))!;
    expect(readLevelMessage(message.slice(0, 11), received)).toBe(false);
    expect(readLevelMessage(new ArrayBuffer(1), received)).toBe(false);
    expect(readLevelMessage(message, new Float32Array(99))).toBe(false);
    expect([...received]).toEqual(Array(100).fill(0.25));
  });
});
