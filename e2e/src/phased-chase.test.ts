import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { pause } from "./until";

/** Story 4c: a phased chase at the wire, step by step. */
let story: BuildStory;
beforeAll(async () => {
  story = await BuildStory.begin();
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});

/** Slots of the floor washes on universe 11: 13 each; red, green, blue and white are the 8th to the 11th. */
const WASH_SLOTS = 13;
const BEAT_SECONDS = 60 / 128;

describe("the phased chase of five colour presets over 28 heads at 128 BPM", () => {
  it("has each head's steps at their moments on the wire for 30 s, and drifts by less than a frame", async () => {
    const { page } = story;
    await page.getByRole("link", { name: "Perform" }).click();
    await page.getByRole("article", { name: "Colour walk" }).getByRole("button", { name: "Go", exact: true }).click();
    await pause(2500);
    story.node.collect();
    await pause(30000);
    const history = story.node.history(11);
    // Every moment at which a head took its next step, less the beats and the head's own phase: all should be the same instant.
    const starts: { at: number; start: number }[] = [];
    for (let head = 0; head < 28; head++) {
      const colorOf = (levels: Buffer): string => [7, 8, 9, 10].map((slot) => levels[head * WASH_SLOTS + slot]).join(" ");
      const steps = history.flatMap(({ atSeconds, levels }, index) =>
        index > 0 && colorOf(levels) !== colorOf(history[index - 1]!.levels) ? [atSeconds] : [],
      );
      // 64 beats in 30 s, a step each.
      expect(steps.length).toBeGreaterThanOrEqual(62);
      expect(steps.length).toBeLessThanOrEqual(66);
      for (const at of steps) starts.push({ at, start: at - (head / 28) * 5 * BEAT_SECONDS });
    }
    const first = starts[0]!.start;
    const offBeat = starts.map(({ at, start }) => {
      const beats = (start - first) / BEAT_SECONDS;
      return { at, off: (beats - Math.round(beats)) * BEAT_SECONDS };
    });
    const mean = (list: typeof offBeat): number => list.reduce((sum, { off }) => sum + off, 0) / list.length;
    const whole = mean(offBeat);
    const spread = offBeat.map(({ off }) => Math.abs(off - whole)).sort((a, b) => a - b);
    // A step shows in the first frame after its moment; what the machine and the receiver are late comes on top.
    expect(spread[Math.floor(spread.length / 2)]).toBeLessThan(1 / 44);
    expect(spread[Math.floor(spread.length * 0.98)]).toBeLessThan(2 / 44);
    const [begin, end] = [Math.min(...starts.map(({ at }) => at)), Math.max(...starts.map(({ at }) => at))];
    const drift = mean(offBeat.filter(({ at }) => at > end - 5)) - mean(offBeat.filter(({ at }) => at < begin + 5));
    expect(Math.abs(drift)).toBeLessThan(1 / 44);
  });
});
