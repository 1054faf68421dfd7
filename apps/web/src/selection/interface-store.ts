import { create } from "zustand";
import { EMPTY_SELECTION, type Attribute, type Selection, type Shape, type Stroke } from "@vexa/core";
import type { StageTool } from "../stage/pick";
import type { StageFrame, StageView } from "../stage/projection";

export type LaneMode = "value" | "fade" | "delay" | "times" | "phase" | "rate" | "size";
export type Theme = "dark" | "light";

interface InterfaceState {
  readonly selection: Selection;
  readonly laneMode: LaneMode;
  /** The lane that the motion column is about. */
  readonly laneAttribute: Attribute | null;
  readonly laneNumbers: "own units" | "DMX";
  readonly stageTool: StageTool;
  readonly stageView: StageView;
  /** What of the stage is in the picture; null = all of it. */
  readonly stageFrame: StageFrame | null;
  readonly rightColumn: "presets" | "motion";
  readonly castView: "list" | "plan";
  /** What was copied to be laid elsewhere. */
  readonly copiedShape: Shape | null;
  readonly copiedParts: Stroke["parts"] | null;
  /** Level of the rest of the selection under highlight, 0..1. */
  readonly highlightDim: number;
  /** Values of all parameters at a moment to come, shown on the stage instead of the live ones while a weave is pressed. */
  readonly scrubbed: Float32Array | null;
  readonly scoreListId: string | null;
  /** Chosen in Score, the last one on top. */
  readonly chosenCueIds: readonly string[];
  /** Each go is written down as its cue's time. */
  readonly learningTimes: boolean;
  /** This browser plays the sounds of lists. */
  readonly hearsSound: boolean;
  /** The cue whose strokes are one's sketch, to be put back into it. */
  readonly editedCueId: string | null;
  readonly recording: boolean;
  readonly shortcutsShown: boolean;
  readonly chosenMasterId: string | null;
  readonly chosenPlaybackId: string | null;
  readonly theme: Theme;
  select: (selection: Selection) => void;
  set: (state: Partial<Omit<InterfaceState, "selection" | "theme" | "select" | "set" | "setTheme">>) => void;
  setTheme: (theme: Theme) => void;
}

const THEME_KEY = "vexa-theme";

function keptTheme(): Theme {
  return localStorage.getItem(THEME_KEY) === "light" ? "light" : "dark";
}

/** What this window shows and has selected: nobody else's business, nothing of it is recorded. */
export const useInterface = create<InterfaceState>((set) => ({
  selection: EMPTY_SELECTION,
  laneMode: "value",
  laneAttribute: null,
  laneNumbers: "own units",
  stageTool: "box",
  stageView: "plan",
  stageFrame: null,
  rightColumn: "motion",
  castView: "list",
  copiedShape: null,
  copiedParts: null,
  highlightDim: 0.1,
  scrubbed: null,
  scoreListId: null,
  chosenCueIds: [],
  learningTimes: false,
  hearsSound: false,
  editedCueId: null,
  recording: false,
  shortcutsShown: false,
  chosenMasterId: null,
  chosenPlaybackId: null,
  theme: keptTheme(),
  select: (selection) => set({ selection }),
  set: (state) => set(state),
  setTheme: (theme) => {
    localStorage.setItem(THEME_KEY, theme);
    set({ theme });
  },
}));
