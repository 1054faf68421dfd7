import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { progressAt, putByHand, putProgress } from "./fade-progress";

describe("how far fades are", () => {
  it("is the same one by one and all at once, for fades of no time and for what snaps, too", () => {
    const random = seededRandom(9);
    for (let round = 0; round < 500; round++) {
      const delays = Array.from({ length: 6 }, () => Math.floor(random() * 4));
      const fades = Array.from({ length: 6 }, () => Math.floor(random() * 4) - 1);
      const elapsed = random() * 8 - 1;
      const done = new Float64Array(6);
      const arrived = putProgress(done, elapsed, { delays, fades });
      expect([...done]).toEqual(delays.map((delay, at) => progressAt(elapsed, delay, fades[at]!)));
      expect(arrived).toBe(done.every((part) => part === 1));
    }
  });

  it("goes by the hand that moves it; what snaps is there as soon as the hand moves", () => {
    const done = new Float64Array(3);
    expect(putByHand(done, 0, [2, 0, -1])).toBe(false);
    expect([...done]).toEqual([0, 0, 0]);
    expect(putByHand(done, 0.25, [2, 0, -1])).toBe(false);
    expect([...done]).toEqual([0.25, 0.25, 1]);
    expect(putByHand(done, 1, [2, 0, -1])).toBe(true);
  });
});
