import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { steadyTempo, TempoClock } from "./tempo-clock";

describe("TempoClock", () => {
  it("counts 120 beats a minute as two a second (5-references.md B1)", () => {
    expect(new TempoClock(steadyTempo(120)).cycles(0.5)).toBeCloseTo(1, 12);
    expect(new TempoClock(steadyTempo(128)).cycles(0.46875)).toBeCloseTo(1, 12);
  });

  it("takes the median of the taps (B2: taps at 0 502 998 1503 2001 ms have the median 120.000)", () => {
    const clock = new TempoClock(steadyTempo(90));
    for (const t of [0, 0.502, 0.998, 1.503, 2.001]) clock.tap(100 + t);
    expect(clock.state.bpm).toBeCloseTo(120, 3);
  });

  it("stays within 1 % for even taps of a hand that shakes by +-15 ms, and a slip doesn't move it", () => {
    const random = seededRandom(5);
    for (const bpm of [60, 90, 120, 140])
      for (let run = 0; run < 500; run++) {
        const clock = new TempoClock(steadyTempo(90));
        for (let beat = 0; beat < 9; beat++) clock.tap(100 + (beat * 60) / bpm + (random() * 2 - 1) * 0.015);
        expect(Math.abs(clock.state.bpm / bpm - 1)).toBeLessThan(0.01);
      }
    const slip = new TempoClock(steadyTempo(90));
    for (const t of [0, 0.5, 1, 1.5, 2.2, 2.7, 3.2, 3.7]) slip.tap(t);
    expect(slip.state.bpm).toBeCloseTo(120, 6);
  });

  it("isn't moved by one late tap among even ones, whichever it is", () => {
    for (let late = 0; late < 6; late++) {
      const clock = new TempoClock(steadyTempo(90));
      for (let beat = 0; beat < 6; beat++) clock.tap(100 + beat * 0.5 + (beat === late ? 0.09 : 0));
      expect(clock.state.bpm).toBeCloseTo(120, 6);
    }
  });

  it("goes by how far apart the hand's taps were, though its clock is ahead and messages take their time (200 rows)", () => {
    const random = seededRandom(4);
    for (let row = 0; row < 200; row++) {
      const [ahead, every] = [(random() - 0.5) * 0.3, 0.25 + random()];
      const clock = new TempoClock(steadyTempo(100));
      for (let tap = 0, now = 0; tap < 5; tap++) {
        const hand = 1030 + tap * every;
        now = Math.max(now, hand + random() * 0.2);
        clock.tap(Math.min(now, hand + ahead), hand + ahead);
      }
      expect(clock.effectiveBpm).toBeCloseTo(60 / every, 6);
    }
  });

  it("keeps what the tempo was before the last change; a row of taps is one change", () => {
    const clock = new TempoClock(steadyTempo(90));
    clock.setBpm(100, 1);
    expect(clock.state.bpmBefore).toBe(90);
    for (const t of [5, 5.5, 6, 6.5]) clock.tap(t);
    expect(clock.state.bpmBefore).toBe(100);
    clock.scale(0.5, 9);
    expect(clock.state.bpmBefore).toBeCloseTo(120, 9);
  });

  it("is content with two taps, and starts afresh after a pause of more than two seconds", () => {
    const clock = new TempoClock(steadyTempo(90));
    clock.tap(10);
    expect(clock.state.bpm).toBe(90);
    clock.tap(10.6);
    expect(clock.state.bpm).toBeCloseTo(100, 9);
    clock.tap(13);
    expect(clock.state.bpm).toBeCloseTo(100, 9);
    clock.tap(13.5);
    expect(clock.state.bpm).toBeCloseTo(120, 9);
  });

  it("listens to the last eight intervals only", () => {
    const clock = new TempoClock(steadyTempo(90));
    let t = 0;
    for (let tap = 0; tap < 9; tap++) clock.tap((t += 1));
    for (let tap = 0; tap < 8; tap++) clock.tap((t += 0.4));
    expect(clock.state.bpm).toBeCloseTo(150, 6);
  });

  it("keeps to 1..600 BPM", () => {
    const clock = new TempoClock(steadyTempo(90));
    clock.tap(5);
    clock.tap(5.01);
    expect(clock.state.bpm).toBe(600);
    clock.setBpm(0, 6);
    expect(clock.state.bpm).toBe(1);
    clock.setBpm(Number.NaN, 7);
    expect(clock.state.bpm).toBe(1);
  });

  it("holds, goes on, scales and re-syncs", () => {
    const clock = new TempoClock(steadyTempo(60));
    clock.hold(10);
    expect(clock.cycles(99)).toBeCloseTo(10);
    clock.go(99);
    expect(clock.cycles(100)).toBeCloseTo(11);
    clock.scale(2, 100);
    expect(clock.cycles(101)).toBeCloseTo(13);
    clock.resync(101);
    expect(clock.cycles(101)).toBe(0);
    expect(clock.cycles(102)).toBeCloseTo(2);
  });

  it("counts as an integral of its tempo summed up independently, step by step, through changes, holds and scales", () => {
    const random = seededRandom(3);
    for (let run = 0; run < 20; run++) {
      const clock = new TempoClock(steadyTempo(60 + 100 * random()));
      let [t, beats] = [50, clock.cycles(50)];
      for (let act = 0; act < 15; act++) {
        const [bpm, scale, running] = [clock.state.bpm, clock.state.scale, clock.state.running];
        // Summed in thousandths of a second, knowing nothing of anchors.
        const wait = Math.ceil(3000 * random());
        for (let step = 0; step < wait; step++) beats += running === "held" ? 0 : (bpm * scale) / 60 / 1000;
        t += wait / 1000;
        expect(clock.cycles(t)).toBeCloseTo(beats, 6);
        const dice = random();
        if (dice < 0.4) clock.setBpm(1 + 300 * random(), t);
        else if (dice < 0.6) clock.scale(2 * random(), t);
        else if (dice < 0.8) clock.hold(t);
        else clock.go(t);
      }
    }
  });

  it("never jumps, whatever is done to it but a re-sync, and never runs backwards", () => {
    const acts = fc.array(
      fc.record({
        act: fc.constantFrom("tap", "bpm", "hold", "go", "scale"),
        wait: fc.double({ min: 0.001, max: 3, noNaN: true }),
        value: fc.double({ min: 0, max: 700, noNaN: true }),
      }),
      { maxLength: 60 },
    );
    fc.assert(
      fc.property(acts, (list) => {
        const clock = new TempoClock(steadyTempo(120));
        let t = 0;
        for (const { act, wait, value } of list) {
          const earlier = clock.cycles(t);
          t += wait;
          const before = clock.cycles(t);
          expect(before).toBeGreaterThanOrEqual(earlier);
          if (act === "tap") clock.tap(t);
          else if (act === "bpm") clock.setBpm(value, t);
          else if (act === "hold") clock.hold(t);
          else if (act === "go") clock.go(t);
          else clock.scale(value / 100, t);
          expect(clock.cycles(t)).toBeCloseTo(before, 6);
        }
      }),
      { seed: 13 },
    );
  });
});
