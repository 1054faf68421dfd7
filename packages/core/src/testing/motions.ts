import type { PathMotion, WaveMotion } from "../motion/motion";
import type { Part } from "../stroke/stroke";

/** A sine from nothing to full, once along the selection, a cycle a beat of the pulse. */
export function waveMotion(more: Partial<WaveMotion> = {}): WaveMotion {
  return {
    kind: "wave",
    waveform: "sine",
    low: 0,
    high: 1,
    base: "absolute",
    phase: { knots: [0, 360] },
    phaseShape: {},
    masterId: "pulse",
    rate: { knots: [1] },
    ...more,
  };
}

/** A circle of 40 degrees about where the heads look, once in four beats of the pulse. */
export function circleMotion(more: Partial<PathMotion> = {}): PathMotion {
  return {
    kind: "path",
    figure: "circle",
    plane: "angles",
    width: 40,
    height: 40,
    turn: 0,
    centre: { x: 0, y: 0, z: 0 },
    base: "relative",
    phase: { knots: [0, 360] },
    phaseShape: {},
    masterId: "pulse",
    rate: { knots: [0.25] },
    ...more,
  };
}

/** A part that says nothing but a motion. */
export function moving(motion: NonNullable<Part["motion"]>): Part {
  return { shape: {}, touched: 1, motion };
}
