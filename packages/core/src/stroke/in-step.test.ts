import { describe, expect, it } from "vitest";
import { moving, part, waveMotion } from "../testing";
import { inStep } from "./in-step";

const wave = (more: Parameters<typeof waveMotion>[0]) => waveMotion({ phase: { knots: [0] }, ...more });

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
