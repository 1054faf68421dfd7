import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { TempoClock, steadyTempo, beatsAt } from "./tempo-clock";
import { drawnStretches, earlierTempos, withTempo, type TempoStretch } from "./tempo-history";

const number = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });

describe("what a clock did lately", () => {
  it("has each beat at the moment at which the count came to a whole number, through every change of tempo", () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(number(0.2, 6), number(20, 300)), { minLength: 1, maxLength: 6 }), (steps) => {
        const clock = new TempoClock(steadyTempo(97));
        let t = 1000;
        let history: readonly TempoStretch[] = withTempo([], clock.state, t);
        const moments: number[] = [];
        for (const [seconds, bpm] of steps) {
          // By plain stepping: each millisecond, has a beat come?
          for (let step = 0; step < seconds * 1000; step++) {
            const [a, b] = [clock.cycles(t + step / 1000), clock.cycles(t + (step + 1) / 1000)];
            if (Math.floor(a) !== Math.floor(b) && step + 1 <= seconds * 1000) moments.push(t + (step + 1) / 1000);
          }
          t += seconds;
          clock.setBpm(bpm, t);
          history = withTempo(history, clock.state, t);
        }
        const drawn = drawnStretches(history, { from: Math.max(1000, t - 30), to: t }).flatMap(({ beats }) => beats);
        const expected = moments.filter((moment) => moment >= t - 30);
        expect(Math.abs(drawn.length - expected.length)).toBeLessThanOrEqual(1 + steps.length);
        for (const moment of drawn) {
          const stretch = history.findLast(({ fromSeconds }) => fromSeconds <= moment + 1e-9)!;
          const beats = beatsAt(stretch.tempo, moment);
          expect(Math.abs(beats - Math.round(beats))).toBeLessThan(1e-6);
        }
      }),
      { seed: 51, numRuns: 40 },
    );
  });

  it("keeps what was there until half a minute ago, and no more; taps that change nothing aren't told", () => {
    let history: readonly TempoStretch[] = [];
    for (let second = 0; second < 100; second++) history = withTempo(history, { ...steadyTempo(100 + second), taps: [] }, second);
    expect(history[0]!.fromSeconds).toBe(69);
    const same = { ...history.at(-1)!.tempo, taps: [99.5] };
    expect(withTempo(history, same, 99.7)).toBe(history);
  });

  it("leads back to each tempo that was there before, the latest first", () => {
    let history: readonly TempoStretch[] = [];
    for (const [second, bpm] of [96, 120, 96, 60, 120, 90].entries()) history = withTempo(history, steadyTempo(bpm), second);
    const stretches = drawnStretches(history, { from: 0, to: 8 });
    expect(earlierTempos(stretches, 90).map(({ drivesAt }) => drivesAt)).toEqual([120, 60, 96]);
    expect(earlierTempos(stretches, 120.01).map(({ drivesAt }) => drivesAt)).toEqual([90, 60, 96]);
  });

  it("stands while it is held or scaled to nothing, and has no beats there", () => {
    const held = { ...steadyTempo(120), running: "held" as const };
    const [before, stood] = drawnStretches(
      [
        { fromSeconds: 0, tempo: steadyTempo(120) },
        { fromSeconds: 4, tempo: held },
      ],
      { from: 0, to: 10 },
    );
    expect(before).toMatchObject({ toSeconds: 4, drivesAt: 120 });
    expect(before!.beats).toHaveLength(9);
    expect(stood).toMatchObject({ fromSeconds: 4, toSeconds: 10, drivesAt: 0, beats: [] });
  });
});
