import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { apply } from "../document/apply";
import { masterChanges, type MasterCommand } from "../playing/play-masters";
import type { Show } from "../show/show";
import { smallShow } from "../testing";
import { drivenCycles, type Driven } from "./speed-master";

const after = (show: Show, t: number, command: MasterCommand): Show => {
  const changes = masterChanges(show, command, t);
  if (!changes.ok) throw new Error(changes.error.code);
  const applied = apply(show.records, changes.value);
  if (!applied.ok) throw new Error(applied.error.code);
  return show.withRecords(applied.value);
};
const cyclesOf = (show: Show, driven: Partial<Driven>, t: number): number =>
  drivenCycles(show.get("master", "pulse"), show.masterState("pulse"), { rate: 1, ownBpm: 60, family: "Intensity", ...driven }, t);
const masterId = "pulse";

describe("drivenCycles", () => {
  it("follows the master's beats at the motion's rate, and its own clock without one or outside the master's families", () => {
    const show = smallShow();
    expect(cyclesOf(show, { rate: 0.5 }, 10)).toBeCloseTo(10, 9);
    expect(drivenCycles(null, null, { rate: 0.5, ownBpm: 90, family: "Beam" }, 10)).toBeCloseTo(7.5, 9);
    const limited = { ...show.get("master", "pulse")!, families: ["Position" as const] };
    expect(drivenCycles(limited, show.masterState("pulse"), { rate: 1, ownBpm: 60, family: "Intensity" }, 10)).toBeCloseTo(10, 9);
    expect(drivenCycles(limited, show.masterState("pulse"), { rate: 1, ownBpm: 60, family: "Position" }, 10)).toBeCloseTo(20, 9);
  });

  it("released runs at its own speed from the phase where it is, and taken back comes into the count by the short way", () => {
    let show = after(smallShow(), 10, { type: "release", masterId });
    expect(cyclesOf(show, {}, 10)).toBeCloseTo(20, 9);
    expect(cyclesOf(show, {}, 13)).toBeCloseTo(23, 9);
    expect(cyclesOf(show, { ownBpm: 30 }, 13)).toBeCloseTo(21.5, 9);
    // Taken back at 13.25 s the own count stands at 23.25, the master's at 26.5: a quarter on by the short way.
    show = after(show, 13.25, { type: "take", masterId });
    expect(cyclesOf(show, {}, 13.25)).toBeCloseTo(26.25, 9);
    expect(cyclesOf(show, {}, 14.25)).toBeCloseTo(28.5, 9);
    expect(masterChanges(show, { type: "take", masterId }, 15)).toEqual({ ok: true, value: [] });
  });

  it("after a re-sync is at zero at once, positions glide there unless asked otherwise", () => {
    const show = after(smallShow(), 10.1, { type: "resync", masterId });
    expect(cyclesOf(show, {}, 10.1)).toBe(0);
    // 20.2 beats were counted: a fifth of a cycle is left to glide.
    expect(cyclesOf(show, { family: "Position" }, 10.1)).toBeCloseTo(0.2, 9);
    expect(cyclesOf(show, { family: "Position" }, 11.1)).toBeCloseTo(2, 9);
    const cut = after(smallShow(), 10.1, { type: "resync-all", how: "at once" });
    expect(cyclesOf(cut, { family: "Position" }, 10.1)).toBe(0);
  });

  it("never lets a position jump, whatever is done to the master and however fast (|Δphase| over a frame <= the fastest rate × frame)", () => {
    const acts = fc.array(
      fc.record({
        act: fc.constantFrom("tap", "bpm", "hold", "run", "scale", "release", "take", "resync"),
        wait: fc.integer({ min: 1, max: 120 }),
        value: fc.double({ min: 1, max: 300, noNaN: true }),
      }),
      { maxLength: 30 },
    );
    const frame = 1 / 44;
    fc.assert(
      fc.property(acts, fc.constantFrom(0.25, 1, -2), (list, rate) => {
        let show = smallShow();
        let t = 1000;
        const driven = { rate, family: "Position" as const };
        for (const { act, wait, value } of list) {
          for (let step = 0; step < wait; step++) {
            const before = cyclesOf(show, driven, t);
            t += frame;
            // Steepest: 600 BPM, twice as fast, and half a cycle's glide that comes on top at 1.5 times its mean speed, twice over.
            const most = Math.abs(rate) * frame * 20 + 1.5 * frame;
            expect(Math.abs(cyclesOf(show, driven, t) - before)).toBeLessThanOrEqual(most + 1e-9);
          }
          const before = cyclesOf(show, driven, t);
          const command: MasterCommand =
            act === "bpm"
              ? { type: act, masterId, bpm: value }
              : act === "scale"
                ? { type: act, masterId, factor: value / 150 }
                : { type: act, masterId };
          show = after(show, t, command);
          const gap = cyclesOf(show, driven, t) - before;
          // Whole cycles are no jump: the motion looks the same.
          expect(act === "take" || act === "resync" ? gap - Math.round(gap) : gap).toBeCloseTo(0, 6);
        }
      }),
      { seed: 21, numRuns: 60 },
    );
  });
});
