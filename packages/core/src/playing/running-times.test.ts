import { describe, expect, it } from "vitest";
import type { PlaybackState } from "../playback/playback";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import { nextDue, secondsLeft } from "./next-due";
import { runningSeconds, runningTimes } from "./running-times";

const LOOK = strokeOn("movers", { Dimmer: part([1]), Pan: part([90], { delay: { knots: [0, 1] } }) });
const FOLLOWING = { inSeconds: 1, trigger: { type: "follow" as const }, strokes: [strokeOn("movers", { Dimmer: part([0.5]) })] };
const show = smallShow(listWithCard("a", [{ inSeconds: 2, families: { Position: { in: { seconds: 4 } } }, strokes: [LOOK] }, FOLLOWING]));

/** A card on its first cue since second 100. */
function running(more: Partial<PlaybackState> = {}): PlaybackState {
  const bench = new EngineOnBench(show);
  bench.play({ type: "go", playbackId: "card-a" });
  return { ...bench.engine.show.playbackState("card-a")!, ...more };
}

describe("the times of a running cue", () => {
  it("are its own: families apart, with the fans of their delays", () => {
    expect(runningTimes(show, running())).toMatchObject({
      families: { Intensity: { start: 0, end: 2 }, Position: { start: 0, end: 5 } },
      seconds: 5,
    });
  });

  it("are those of the time that was given with the go: all in one", () => {
    const state = running({ seconds: 3 });
    expect(runningTimes(show, state)).toEqual({
      families: { Intensity: { start: 0, end: 3 }, Position: { start: 0, end: 3 } },
      seconds: 3,
    });
    expect(runningSeconds(show, state)).toBe(3);
  });

  it("keep their shares under a pace", () => {
    const state = running({ seconds: 6, byPace: true });
    expect(runningTimes(show, state)).toEqual({
      families: { Intensity: { start: 0, end: 6 }, Position: { start: 0, end: 15 } },
      seconds: 15,
    });
    expect(nextDue(show, state)).toMatchObject({ atSeconds: 115, command: { type: "go" } });
  });

  it("leave pauses out, and say what is left", () => {
    expect(secondsLeft(show, running({ heldSeconds: 2 }), 104)).toBe(3);
    expect(secondsLeft(show, running({ pausedSeconds: 101 }), 104)).toBe(4);
    expect(secondsLeft(show, running(), 140)).toBe(0);
  });

  it("are none of a card that is gone or plays nothing", () => {
    expect(runningTimes(show, running({ cueId: null }))).toEqual({ families: {}, seconds: 0 });
    expect(runningTimes(show, running({ playbackId: "gone" }))).toEqual({ families: {}, seconds: 0 });
  });
});
