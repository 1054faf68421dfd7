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
/** A packet came in time when it came about a frame, 1/44 s, after the one before; else one of both was held up, and may tell of a moment long before. */
const IN_TIME_SECONDS = [0.01, 1.5 / 44] as const;

/** Of each packet the moment, in seconds, from which on what is new in it may be: when the last one before it came that came in time. */
function earliestMoments(came: readonly number[]): number[] {
  const earliest: number[] = [];
  came.forEach((at, index) => {
    const [before, gap] = [came[index - 1] ?? at, (came[index - 1] ?? 0) - (came[index - 2] ?? 0)];
    const inTime = index < 2 || (gap >= IN_TIME_SECONDS[0] && gap <= IN_TIME_SECONDS[1]);
    earliest.push(inTime ? before : earliest[index - 1]!);
  });
  return earliest;
}

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
    const earliest = earliestMoments(history.map(({ atSeconds }) => atSeconds));
    const starts: { at: number; start: number; openSeconds: number }[] = [];
    for (let head = 0; head < 28; head++) {
      const colorOf = (levels: Buffer): string => [7, 8, 9, 10].map((slot) => levels[head * WASH_SLOTS + slot]).join(" ");
      const steps = history.flatMap(({ atSeconds: at, levels }, index) =>
        index > 0 && colorOf(levels) !== colorOf(history[index - 1]!.levels) ? [{ at, openSeconds: at - earliest[index]! }] : [],
      );
      // 64 beats in 30 s, a step each.
      expect(steps.length).toBeGreaterThanOrEqual(62);
      expect(steps.length).toBeLessThanOrEqual(66);
      for (const step of steps) starts.push({ ...step, start: step.at - (head / 28) * 5 * BEAT_SECONDS });
    }
    const first = starts[0]!.start;
    const offBeat = starts.map(({ at, start, openSeconds }) => {
      const beats = (start - first) / BEAT_SECONDS;
      return { at, off: (beats - Math.round(beats)) * BEAT_SECONDS, openSeconds };
    });
    const middleOf = (list: typeof offBeat): number => list.map(({ off }) => off).sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
    const middle = middleOf(offBeat);
    const spread = offBeat.map(({ off }) => Math.abs(off - middle)).sort((a, b) => a - b);
    // A step shows in the first frame after its moment; what the machine and the receiver are late comes on top.
    expect(spread[Math.floor(spread.length / 2)]).toBeLessThan(1 / 44);
    // Its moment lies between that frame and the last one before it that came in time: that it isn't a frame away from there.
    const outside = offBeat.map(({ off, openSeconds }) => Math.max(0, off - openSeconds - middle, middle - off)).sort((a, b) => a - b);
    expect(outside[Math.floor(outside.length * 0.98)]).toBeLessThan(1 / 44);
    const [begin, end] = [Math.min(...starts.map(({ at }) => at)), Math.max(...starts.map(({ at }) => at))];
    const drift = middleOf(offBeat.filter(({ at }) => at > end - 5)) - middleOf(offBeat.filter(({ at }) => at < begin + 5));
    expect(Math.abs(drift)).toBeLessThan(1 / 44);
  });
});
