import { describe, expect, it } from "vitest";
import type { WaveMotion } from "../motion/motion";
import { part } from "../testing";
import { inStep } from "./in-step";

const wave = (more: Partial<WaveMotion>): WaveMotion => ({
  kind: "wave",
  waveform: "sine",
  low: 0,
  high: 1,
  base: "absolute",
  phase: { knots: [0] },
  phaseShape: {},
  masterId: "pulse",
  rate: { knots: [1] },
  ...more,
});
const moving = (motion: WaveMotion) => ({ shape: {}, touched: 1, motion });

describe("inStep", () => {
  const parts = {
    Dimmer: moving(wave({ together: "a", count: 3 })),
    Tilt: moving(wave({ together: "a", low: -20, high: 20, offset: 90, count: 3 })),
    Zoom: moving(wave({ together: "b" })),
    Pan: part([5]),
  };

  it("carries rate, master, direction and count to all that run in step, and nothing else of them", () => {
    const next = wave({ together: "a", rate: { knots: [0.25] }, masterId: null, direction: "backward" });
    const changed = inStep(parts, "Dimmer", next);
    expect(Object.keys(changed)).toEqual(["Dimmer", "Tilt"]);
    expect(changed.Tilt!.motion).toEqual(
      wave({ together: "a", low: -20, high: 20, offset: 90, rate: { knots: [0.25] }, masterId: null, direction: "backward" }),
    );
  });

  it("leaves others alone when a motion runs by itself", () => {
    expect(Object.keys(inStep(parts, "Zoom", wave({})))).toEqual(["Zoom"]);
  });
});
