import type { ListTime } from "@vexa/core";
import { stepping, tracing, waving } from "./motions";
import { colored, keyLight, level, preset, stroke, type cue } from "./strokes";
import { VEIL_CUES } from "./veils";

/** A cue list of the demo with what its cues say. */
export interface DemoList {
  readonly id: string;
  readonly name: string;
  readonly territoryId: string | null;
  readonly time?: ListTime;
  readonly cues: readonly Parameters<typeof cue>[2][];
}

export const LISTS: readonly DemoList[] = [
  {
    id: "list-night-bloom",
    name: "Night bloom",
    territoryId: "territory-ribs",
    cues: [
      {
        name: "Seeds in the dark",
        inSeconds: 4,
        strokes: [
          stroke(1, "group-spots", {
            Dimmer: level([0.2, 0.7, 0.2], { shape: { order: "left-to-right" }, delay: { knots: [0, 1.2] } }),
            Tilt: level([-18, 18], { shape: { runs: 7 } }),
            Pan: level([-40, 40], { shape: { runs: 7 } }),
            Color: colored(["#d060ff", "#7ad0ff"], "even", { runs: 7 }),
          }),
          stroke(2, "group-washes", {
            Dimmer: level([0.35]),
            Color: preset("preset-dusk"),
          }),
        ],
      },
      {
        name: "First shoots, roll",
        inSeconds: 2.5,
        strokes: [
          stroke(1, "group-spots", {
            Dimmer: level([0.3, 1, 0.3], { shape: { runs: 7, folded: true }, delay: { knots: [0, 1.2, 0, 1.2] } }),
            Tilt: level([22, -22, 22], { shape: { runs: 7 } }),
          }),
        ],
      },
      {
        name: "Open, outward",
        inSeconds: 6,
        colorPath: "round",
        strokes: [
          stroke(1, "group-spots", {
            Dimmer: waving({ waveform: "sine", low: 0.1, high: 1, rate: { knots: [0.5] } }, { order: "outward" }),
            Pan: level([-60, 60], { shape: { order: "left-to-right" } }),
            Color: colored(["#ffc060", "#fff4e0", "#ffc060"], "even", { order: "outward" }),
          }),
        ],
      },
    ],
  },
  {
    id: "list-canopy-drift",
    name: "Canopy drift",
    territoryId: "territory-pixels",
    cues: [
      {
        name: "Leaves turning",
        inSeconds: 3,
        strokes: [
          stroke(1, "group-bars", {
            Dimmer: waving(
              { waveform: "soft-pulse", width: 0.6, low: 0.15, high: 0.9, rate: { knots: [0.25] }, masterId: "master-slow" },
              { order: "left-to-right", by: "distance" },
            ),
            Color: colored(["#3a60ff", "#20e0c0", "#7040ff"], "even", { runs: 28 }),
          }),
          stroke(2, "group-ferns", {
            Dimmer: level([0.6]),
            Color: preset("preset-moss", "preset-dusk"),
          }),
        ],
      },
      {
        name: "Sparks in the glass",
        inSeconds: 1.5,
        strokes: [
          stroke(1, "group-bars", {
            Dimmer: waving(
              { waveform: "pulse", width: 0.2, low: 0.04, high: 1, rate: { knots: [0.5] }, masterId: "master-slow" },
              { order: "scattered", seed: 7 },
            ),
          }),
        ],
      },
      ...VEIL_CUES,
    ],
  },
  {
    id: "list-lanterns",
    name: "Lantern evening",
    territoryId: null,
    cues: [
      {
        name: "Lit",
        inSeconds: 5,
        strokes: [
          stroke(1, "group-lanterns", { Dimmer: level([0.3, 0.55, 0.3], { shape: { order: "left-to-right" }, fade: { knots: [1, 5] } }) }),
        ],
      },
      {
        name: "Breathing",
        inSeconds: 3,
        strokes: [
          stroke(1, "group-lanterns", {
            Dimmer: waving({
              waveform: "sine",
              low: 0.25,
              high: 0.6,
              rate: { knots: [0.125] },
              masterId: "master-slow",
              phase: { knots: [0, 720] },
            }),
          }),
        ],
      },
    ],
  },
  {
    id: "list-root-run",
    name: "Root run",
    territoryId: "territory-ribs",
    cues: [
      {
        name: "Phased chase",
        inSeconds: 0.5,
        strokes: [
          stroke(1, "group-washes", {
            Dimmer: waving({ waveform: "pulse", width: 0.25, low: 0, high: 1 }, { folded: true }),
            Tilt: waving({ waveform: "triangle", low: -30, high: 30, base: "relative", rate: { knots: [0.5] } }),
            Color: preset("preset-ember"),
          }),
        ],
      },
    ],
  },
  {
    id: "list-pond",
    name: "Pond circles",
    territoryId: "territory-ribs",
    cues: [
      {
        name: "Round the pond",
        inSeconds: 4,
        strokes: [
          stroke(1, "group-spots", {
            Position: tracing(
              {
                figure: "circle",
                plane: "flat",
                base: "absolute",
                width: 6,
                height: 6,
                centre: { x: 0, y: 6, z: 0 },
                masterId: "master-breath",
              },
              { folded: true },
            ),
            Dimmer: waving({ waveform: "sine", low: 0.15, high: 0.85, rate: { knots: [0.5] } }, { order: "left-to-right" }),
            Color: preset("preset-dusk"),
          }),
        ],
      },
      {
        name: "Heartbeat",
        inSeconds: 2,
        strokes: [
          stroke(1, "group-spots", {
            Dimmer: waving(
              { waveform: "drawn", waveId: "wave-heartbeat", low: 0.05, high: 1, rate: { knots: [0.5] }, fadeInSeconds: 2 },
              { order: "outward" },
            ),
          }),
        ],
      },
      {
        name: "Out and over",
        inSeconds: 3,
        strokes: [
          stroke(1, "group-spots", { Dimmer: level([0.4]), Position: preset("preset-out") }),
          stroke(2, "group-rib-3", { Position: preset("preset-line") }),
        ],
      },
    ],
  },
  {
    id: "list-colour-walk",
    name: "Colour walk",
    territoryId: "territory-ribs",
    cues: [
      {
        name: "Five colours walk",
        inSeconds: 1,
        strokes: [
          stroke(1, "group-washes", {
            Dimmer: level([0.8]),
            Color: stepping(["preset-ember", "preset-moss", "preset-dusk", "preset-lantern", "preset-night"], { masterId: "master-root" }),
          }),
        ],
      },
      {
        name: "Eights along the lines",
        inSeconds: 3,
        strokes: [
          stroke(1, "group-washes", {
            Position: tracing({ figure: "eight", width: 50, height: 24, rate: { knots: [0.125] }, masterId: "master-breath" }, { runs: 2 }),
          }),
        ],
      },
      {
        name: "To the singer",
        inSeconds: 2,
        strokes: [stroke(1, "group-washes", { Dimmer: level([0.6]), Position: preset("preset-singer"), Color: preset("preset-lantern") })],
      },
      {
        name: "With voice and strings",
        inSeconds: 2,
        strokes: [stroke(1, "group-washes", { ...keyLight(["target-voice", "target-strings"]), Color: preset("preset-lantern") })],
      },
    ],
  },
  {
    id: "list-spore",
    name: "Spore",
    territoryId: null,
    cues: [
      { name: "Blinder hit", inSeconds: 0, strokes: [stroke(1, "group-blinders", { Dimmer: level([1]) })] },
      {
        name: "Odd, even",
        inSeconds: 0,
        strokes: [
          stroke(1, "group-blinders", { Dimmer: level([0.15]) }),
          stroke(2, "group-blinders", { Dimmer: level([1]) }, { type: "every", n: 2, at: 1 }),
        ],
      },
    ],
  },
  {
    id: "list-waltz",
    name: "Glasshouse waltz",
    territoryId: null,
    time: {
      source: "sound",
      soundId: "sound-waltz",
      rate: "25",
      startSeconds: 3600,
      markers: [
        { seconds: 8, name: "tune" },
        { seconds: 16, name: "louder" },
        { seconds: 24, name: "last round" },
      ],
    },
    cues: [
      {
        name: "One lantern",
        trigger: { type: "timecode", seconds: 0 },
        inSeconds: 3,
        strokes: [
          stroke(1, "group-lanterns", {
            Dimmer: level([0.1, 0.6, 0.1], { shape: { order: "left-to-right" }, delay: { knots: [0, 1.5] } }),
          }),
        ],
      },
      {
        name: "The tune",
        trigger: { type: "timecode", seconds: 8 },
        inSeconds: 2,
        strokes: [stroke(1, "group-washes", { Dimmer: level([0.5]), Color: preset("preset-lantern") })],
      },
      {
        name: "Round and round",
        trigger: { type: "timecode", seconds: 16 },
        inSeconds: 2,
        strokes: [
          stroke(1, "group-washes", {
            Color: preset("preset-ember", "preset-dusk"),
            Dimmer: waving({ waveform: "sine", low: 0.2, high: 0.9, rate: { knots: [0.5] }, masterId: "master-slow" }, { folded: true }),
          }),
        ],
      },
      {
        name: "Glass",
        trigger: { type: "timecode", seconds: 24 },
        inSeconds: 4,
        strokes: [stroke(1, "group-ferns", { Dimmer: level([0.9]), Color: preset("preset-night") })],
      },
      { name: "Dark house", trigger: { type: "follow" }, inSeconds: 3, strokes: [stroke(1, "group-washes", { Dimmer: level([0]) })] },
    ],
  },
];
