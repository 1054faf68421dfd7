import type { Part, VeilMotion } from "@vexa/core";
import { colored, level, stroke, type cue } from "./strokes";

/** A pattern over the canopy, seen from above. */
function veiled(of: Pick<VeilMotion, "pattern"> & Partial<VeilMotion>): Part {
  return {
    shape: {},
    touched: 1,
    motion: {
      kind: "veil",
      plane: "flat",
      centre: { x: 0, y: 6, z: 0 },
      width: 20,
      height: 16,
      turn: 0,
      low: 0,
      high: 1,
      base: "absolute",
      phase: { knots: [0] },
      phaseShape: {},
      masterId: "master-slow",
      rate: { knots: [0.25] },
      ...of,
    },
  };
}

/** Two looks in which bars and ferns are one surface under a pattern. */
export const VEIL_CUES: readonly Parameters<typeof cue>[2][] = [
  {
    name: "Rings on the water",
    inSeconds: 3,
    strokes: ["group-bars", "group-ferns"].map((group, index) =>
      stroke(index + 1, group, {
        Dimmer: level([0.8]),
        Color: veiled({ pattern: "rings", colors: colored(["#0b2a6a", "#1fb0a0", "#e8f4ff"]).colors! }),
      }),
    ),
  },
  {
    name: "Rain through leaves",
    inSeconds: 4,
    strokes: ["group-bars", "group-ferns"].map((group, index) =>
      stroke(index + 1, group, {
        Dimmer: veiled({ pattern: "drops", low: 0.05, high: 1, seed: 3, rate: { knots: [0.5] } }),
        Color: veiled({ pattern: "cloud", seed: 5, colors: colored(["#0c4020", "#7fb030", "#ffd890"]).colors! }),
      }),
    ),
  },
];
