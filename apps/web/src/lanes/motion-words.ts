import {
  formatFan,
  type Attribute,
  type FigureKind,
  type Motion,
  type PathPlane,
  type PatternKind,
  type VeilEdge,
  type VeilPlane,
  type Waveform,
} from "@vexa/core";
import { screenScale } from "./screen-units";

export const WAVE_WORDS: Record<Waveform | "drawn", string> = {
  sine: "sine",
  triangle: "triangle",
  "ramp-up": "ramp up",
  "ramp-down": "ramp down",
  pulse: "pulse",
  "soft-pulse": "soft pulse",
  random: "random, held",
  "random-smooth": "random, smooth",
  drawn: "drawn",
};

export const FIGURE_WORDS: Record<FigureKind, string> = {
  circle: "circle",
  line: "line",
  eight: "figure of eight",
  polygon: "polygon",
  "rounded-square": "rounded square",
  drawn: "drawn",
};

export const PLANE_WORDS: Record<PathPlane, string> = {
  angles: "own angles",
  flat: "floor, or level",
  across: "wall, facing",
  along: "wall, at the side",
};

export const PATTERN_WORDS: Record<PatternKind, string> = {
  gradient: "gradient",
  sweep: "sweep",
  bars: "bars",
  rings: "rings",
  rays: "rays",
  spiral: "spiral",
  chequers: "chequers",
  ripple: "ripple",
  plasma: "plasma",
  cloud: "drifting cloud",
  sparks: "sparks",
  drops: "falling drops",
  discs: "bouncing discs",
};

export const VEIL_WORDS: Record<VeilPlane, string> = {
  flat: "the plan, from above",
  across: "the stage, from the front",
  along: "the stage, from a side",
};

export const EDGE_WORDS: Record<VeilEdge, string> = {
  dark: "dark",
  repeat: "repeated",
  open: "as beneath",
};

/** What a motion does, in a few words: "sine 0..100", "circle 6 × 6 m", "5 steps". */
export function motionWords(attribute: Attribute, motion: Motion): string {
  switch (motion.kind) {
    case "wave":
      return `${WAVE_WORDS[motion.waveform]} ${formatFan([motion.low, motion.high].map((value) => value * screenScale(attribute)))}`;
    case "path":
      return `${FIGURE_WORDS[motion.figure]} ${motion.width} × ${motion.height} ${motion.plane === "angles" ? "°" : "m"}`;
    case "veil": {
      const ends = motion.colors ? "" : ` ${formatFan([motion.low, motion.high].map((value) => value * screenScale(attribute)))}`;
      const what = motion.pictureId !== undefined ? "picture" : motion.formula === undefined ? PATTERN_WORDS[motion.pattern] : "formula";
      const counts = motion.counts === undefined ? "" : `, its ${motion.counts}`;
      return `${what} ${motion.width} × ${motion.height} m${ends}${counts}`;
    }
    case "steps":
      return `${motion.steps.length} ${motion.steps.length === 1 ? "step" : "steps"}`;
  }
}
