import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import type { Show } from "../show/show";
import { edit } from "../show/edit";
import { nextDue, secondsLeft } from "../playing/next-due";
import type { PlaybackState } from "../playback/playback";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import type { Chase, CueList } from "./cue";
import { rowTimes } from "./cue-times";
import { strokeSpans, stateBefore, timeline } from "./timeline";

const dimmer = (level: number, more = {}) => strokeOn("movers", { Dimmer: part([level], more) });
const lineOf = (show: Show, cue = 1) => timeline(show.cuesOf("a"), `a-${cue}`, show);

describe("timeline", () => {
  it("with in 8 s, position at 25 % and its delay at 50 %: position starts at 4 s and lasts 2 s (issue's worked example)", () => {
    const families = { Position: { in: { part: 0.25 }, delay: { part: 0.5 } } };
    const show = smallShow(
      listWithCard("a", [{ inSeconds: 8, families, strokes: [strokeOn("movers", { Pan: part([30]), Dimmer: part([1]) })] }]),
    );
    expect(lineOf(show).families).toEqual({ Position: { start: 4, end: 6 }, Intensity: { start: 0, end: 8 } });
    expect(lineOf(show).seconds).toBe(8);
  });

  it("stretches families at 100 % from 2 s to 6 s when in goes from 2 s to 6 s, and leaves those in seconds", () => {
    const families = { Position: { in: { part: 1 } }, Beam: { in: { seconds: 1 } } };
    const strokes = [strokeOn("movers", { Pan: part([30]), Dimmer: part([1]), ColorAdd_R: part([1]) })];
    const show = smallShow(listWithCard("a", [{ inSeconds: 2, families, strokes }]));
    expect(lineOf(show).families.Position).toEqual({ start: 0, end: 2 });
    const longer = edit(show, [setChange("a-1", ["inSeconds"], { from: 2, to: 6 })]);
    if (!longer.ok) throw new Error(longer.error.code);
    expect(lineOf(longer.value).families.Position).toEqual({ start: 0, end: 6 });
    expect(lineOf(longer.value).families.Colour).toEqual({ start: 0, end: 6 });
  });

  it("gives an attribute that the last cue didn't use its own in-time, while intensities that go down take the out-time", () => {
    const cues = [
      { inSeconds: 1, strokes: [dimmer(1)] },
      {
        inSeconds: 1.5,
        outSeconds: 4,
        strokes: [strokeOn("movers", { Dimmer: part([0.2]) }), strokeOn("cells", { ColorAdd_R: part([1]) })],
      },
      { inSeconds: 1.5, outSeconds: 4, strokes: [dimmer(0.9)] },
    ];
    const show = smallShow(listWithCard("a", cues));
    expect(lineOf(show, 2).families).toEqual({ Intensity: { start: 0, end: 4 }, Colour: { start: 0, end: 1.5 } });
    expect(lineOf(show, 3).families.Intensity).toEqual({ start: 0, end: 1.5 });
  });

  it("takes the most specific time that is given, and says whose it is", () => {
    const cue = {
      inSeconds: 3,
      outSeconds: 5,
      delaySeconds: 0.5,
      families: { Intensity: { out: { seconds: 2 } }, Position: { in: { part: 2 } } },
    };
    const timed = { fade: null, delay: null, down: false };
    expect(rowTimes(cue, { ...timed, family: "Beam" })).toEqual({ fade: 3, delay: 0.5, fadeFrom: "cue", delayFrom: "cue" });
    expect(rowTimes(cue, { ...timed, family: "Intensity", down: true })).toMatchObject({ fade: 2, fadeFrom: "family" });
    expect(rowTimes({ ...cue, families: {} }, { ...timed, family: "Intensity", down: true })).toMatchObject({ fade: 5, fadeFrom: "cue" });
    expect(rowTimes(cue, { ...timed, family: "Position" })).toMatchObject({ fade: 6, fadeFrom: "family" });
    expect(rowTimes(cue, { ...timed, family: "Position", fade: 1, delayPart: 0.5 })).toEqual({
      fade: 1,
      delay: 1.5,
      fadeFrom: "stroke",
      delayFrom: "stroke",
    });
    expect(rowTimes(cue, { ...timed, family: "Beam", fadePart: 0.5 })).toMatchObject({ fade: 1.5, fadeFrom: "stroke" });
  });

  it("has fanned times of strokes, in seconds and in parts of the in-time, head by head", () => {
    const rolled = part([1], { delay: { knots: [0, 0.7] }, fade: { knots: [0.5] }, timesIn: "parts" });
    const show = smallShow(listWithCard("a", [{ inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: rolled })] }]));
    const { parameters, seconds } = lineOf(show);
    const spans = show.groupHeads("movers")!.map((key) => parameters.get(show.rig.headByKey.get(key)!.parameters.get("Dimmer")!)!);
    spans.forEach(({ start, end }, index) => {
      expect(start).toBeCloseTo((2.8 * index) / 7, 9);
      expect(end - start).toBeCloseTo(2, 9);
    });
    expect(seconds).toBeCloseTo(4.8, 9);
    const cue = show.get("cue", "a-1")!;
    const bars = strokeSpans(cue, { show, before: stateBefore(show.cuesOf("a"), cue.id, show) });
    expect(bars.get("s1")).toMatchObject({ start: 0, end: expect.closeTo(4.8, 9) as number });
  });
});

const after = (show: Show, fields: Partial<CueList>): Show => {
  const changes = Object.entries(fields).map(([field, to]) => setChange("a", [field], { to }));
  const done = edit(show, changes);
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return done.value;
};

describe("what comes next by itself", () => {
  const playing = (more: Partial<PlaybackState>): PlaybackState => ({
    id: "state-card-a",
    kind: "playbackState",
    version: 1,
    playbackId: "card-a",
    level: 1,
    cueId: "a-1",
    previousCueId: null,
    goSeconds: 100,
    letGoSeconds: null,
    personId: "ann",
    ...more,
  });
  const show = smallShow(
    listWithCard("a", [
      { inSeconds: 2, strokes: [dimmer(1, { delay: { knots: [0, 1] } })] },
      { inSeconds: 1, trigger: { type: "follow" }, strokes: [dimmer(0.5)] },
      { inSeconds: 1, trigger: { type: "wait", seconds: 7 }, thenCueId: "a-1", strokes: [dimmer(0.2)] },
    ]),
  );

  it("follows on when everything has arrived, waits from the go, and counts pauses", () => {
    expect(nextDue(show, playing({}))).toEqual({ atSeconds: 103, command: { type: "go", playbackId: "card-a", cueId: "a-2" } });
    expect(nextDue(show, playing({ cueId: "a-2" }))).toMatchObject({ command: { cueId: "a-3" }, atSeconds: 107 });
    expect(nextDue(show, playing({ heldSeconds: 4 }))).toMatchObject({ atSeconds: 107 });
    expect(nextDue(show, playing({ seconds: 0.5 }))).toMatchObject({ atSeconds: 100.5 });
  });

  it("waits for a go where no trigger is, while paused, and when let go; a link back is no trigger", () => {
    expect(nextDue(show, playing({ cueId: "a-3" }))).toBeNull();
    expect(nextDue(show, playing({ pausedSeconds: 101 }))).toBeNull();
    expect(nextDue(show, playing({ cueId: null }))).toBeNull();
  });

  it("lets a one-shot go when its last cue has arrived", () => {
    const shot = after(smallShow(listWithCard("a", [{ inSeconds: 2, strokes: [dimmer(1)] }])), { ends: "one-shot" });
    expect(nextDue(shot, playing({}))).toEqual({ atSeconds: 102, command: { type: "let-go", playbackId: "card-a" } });
    expect(nextDue(shot, playing({ heldSeconds: 3 }))).toMatchObject({ atSeconds: 105 });
  });

  describe("of a chase", () => {
    const chase: Chase = { bpm: 90, masterId: null, fadePart: 0.5, direction: "forward" };
    const steps = Array.from({ length: 4 }, (_, index) => ({ inSeconds: 9, strokes: [dimmer(index / 4)] }));
    const chasing = (more: Partial<Chase> = {}, count = 4): Show =>
      after(smallShow(listWithCard("a", steps.slice(0, count))), { chase: { ...chase, ...more } });
    /** The cues that it goes through by itself. */
    const walk = (of: Show, count: number): string => {
      let state = playing({});
      const seen = ["1"];
      for (let step = 0; step < count; step++) {
        const due = nextDue(of, state);
        if (due?.command.type !== "go") break;
        const { cueId, seconds, steps: made } = due.command;
        state = { ...state, cueId: cueId!, previousCueId: state.cueId, goSeconds: due.atSeconds, seconds: seconds!, steps: made! };
        seen.push(cueId!.slice(2));
      }
      return seen.join(" ");
    };

    it("is a step a beat of its own tempo, fading in over its part of the step", () => {
      const due = nextDue(chasing(), playing({}))!;
      expect(due.atSeconds).toBeCloseTo(100 + 60 / 90, 9);
      expect(due.command).toEqual({
        type: "go",
        playbackId: "card-a",
        cueId: "a-2",
        seconds: expect.closeTo(30 / 90, 9) as number,
        steps: 1,
      });
    });

    it("falls on the beats of its master, and waits while that is held", () => {
      // The pulse is at 120: beats at every half second.
      expect(nextDue(chasing({ masterId: "pulse" }), playing({ goSeconds: 100.2 }))!.atSeconds).toBeCloseTo(100.5, 9);
      expect(nextDue(chasing({ masterId: "pulse" }), playing({ goSeconds: 100.49 }))!.atSeconds).toBeCloseTo(101, 9);
      const held = chasing({ masterId: "pulse" });
      const state = held.masterState("pulse")!;
      const stopped = held.withRecords(
        new Map([...held.records, [state.id, { ...state, tempo: { ...state.tempo, running: "held" as const } }]]),
      );
      expect(nextDue(stopped, playing({}))).toBeNull();
    });

    it("goes forward, backward, there and back, at random without repeats, for so many rounds", () => {
      expect(walk(chasing(), 6)).toBe("1 2 3 4 1 2 3");
      expect(walk(chasing({ direction: "backward" }), 5)).toBe("1 4 3 2 1 4");
      expect(walk(chasing({ direction: "there-and-back" }), 8)).toBe("1 2 3 4 3 2 1 2 3");
      const random = walk(chasing({ direction: "random" }), 40).split(" ");
      random.forEach((cue, index) => expect([random[index - 1], random[index - 2]]).not.toContain(cue));
      expect(new Set(random).size).toBe(4);
      expect(walk(chasing({ rounds: 2 }), 40)).toBe("1 2 3 4 1 2 3 4");
    });

    it("at random goes either way of two others, and to and fro between two cues", () => {
      const three = walk(chasing({ direction: "random" }, 3), 60);
      for (const cue of [1, 2, 3]) expect(three).not.toContain(`${cue} ${cue}`);
      for (const way of ["1 2", "2 3", "3 1", "2 1", "3 2", "1 3"]) expect(three).toContain(way);
      expect(walk(chasing({ direction: "random" }, 2), 5)).toBe("1 2 1 2 1 2");
    });
  });

  it("tells the seconds that are left", () => {
    expect(secondsLeft(show, playing({}), 101)).toBeCloseTo(2, 9);
    expect(secondsLeft(show, playing({ pausedSeconds: 100.5 }), 150)).toBeCloseTo(2.5, 9);
    expect(secondsLeft(show, playing({}), 150)).toBe(0);
  });
});
