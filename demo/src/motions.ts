import type { Part, PathMotion, SavedWave, Shape, Step, StepMotion, WaveMotion } from "@vexa/core";

const ALONG: Shape = {};
/** Phase that lets a motion run along the thread, from the first head to the last. */
const FORWARD = { knots: [0, -360] } as const;

/** Swings along a waveform; without more on the pulse, spread once along the thread. */
export function waving(motion: Partial<WaveMotion> & Pick<WaveMotion, "waveform" | "low" | "high">, phaseShape: Shape = ALONG): Part {
  return {
    shape: ALONG,
    touched: 2,
    motion: {
      kind: "wave",
      base: "absolute",
      phase: { knots: [0, 360] },
      phaseShape,
      masterId: "master-pulse",
      rate: { knots: [1] },
      ...motion,
    },
  };
}

/** A closed curve in pan and tilt, or in metres on a plane of the stage. */
export function tracing(motion: Partial<PathMotion> & Pick<PathMotion, "figure" | "width" | "height">, phaseShape: Shape = ALONG): Part {
  return {
    shape: ALONG,
    touched: 2,
    motion: {
      kind: "path",
      plane: "angles",
      turn: 0,
      centre: { x: 0, y: 0, z: 0 },
      base: "relative",
      phase: { knots: [0, 360] },
      phaseShape,
      masterId: "master-slow",
      rate: { knots: [0.25] },
      ...motion,
    },
  };
}

/** A row of presets, each head at another place in it. */
export function stepping(presetIds: readonly string[], more: Partial<StepMotion> & { fade?: number } = {}): Part {
  const { fade = 0, ...motion } = more;
  const steps = presetIds.map((presetId): Step => ({ presetId, fade, hold: 1 - fade }));
  return {
    shape: ALONG,
    touched: 2,
    motion: {
      kind: "steps",
      steps,
      base: "absolute",
      phase: FORWARD,
      phaseShape: ALONG,
      masterId: "master-pulse",
      rate: { knots: [1 / steps.length] },
      ...motion,
    },
  };
}

const WAVES: readonly Pick<SavedWave, "id" | "name" | "joined" | "points">[] = [
  {
    id: "wave-heartbeat",
    name: "Heartbeat",
    joined: "smooth",
    points: [
      { at: 0, value: 0 },
      { at: 0.08, value: 1 },
      { at: 0.18, value: 0.1 },
      { at: 0.27, value: 0.7 },
      { at: 0.42, value: 0 },
    ],
  },
  {
    id: "wave-fern",
    name: "Fern curl",
    joined: "straight",
    points: [
      { at: 0, value: 0 },
      { at: 0.1, value: 1 },
      { at: 0.3, value: 0.45 },
      { at: 0.5, value: 0.7 },
      { at: 0.8, value: 0.2 },
    ],
  },
];

/** The library of drawn waveforms. */
export function demoWaves(): SavedWave[] {
  return WAVES.map((wave, rank) => ({ ...wave, kind: "savedWave", version: 1, rank }));
}
