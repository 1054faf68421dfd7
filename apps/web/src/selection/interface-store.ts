import { create } from "zustand";
import { EMPTY_SELECTION, type Attribute, type Selection } from "@vexa/core";

export type LaneMode = "value" | "fade" | "delay" | "phase";
export type Theme = "dark" | "light";

interface InterfaceState {
  readonly selection: Selection;
  readonly laneMode: LaneMode;
  /** The lane that the motion column is about. */
  readonly laneAttribute: Attribute | null;
  readonly recording: boolean;
  readonly shortcutsShown: boolean;
  readonly chosenMasterId: string | null;
  readonly chosenPlaybackId: string | null;
  readonly theme: Theme;
  select: (selection: Selection) => void;
  set: (
    state: Partial<
      Pick<InterfaceState, "laneMode" | "laneAttribute" | "recording" | "shortcutsShown" | "chosenMasterId" | "chosenPlaybackId">
    >,
  ) => void;
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
