import { create } from "zustand";
import { useShallow } from "zustand/react/shallow";
import { EMPTY_SELECTION, sameJson, whoSchema, type Attribute, type Selection, type Shape, type Stroke } from "@vexa/core";
import type { StageTool } from "../stage/pick";
import type { StageView } from "../stage/projection";
import type { StageLabel } from "../stage/stage-labels";

/** What a lane unfolds into besides its values. */
export type LaneSection = "when" | "moves";
export type Theme = "dark" | "light";

interface InterfaceState {
  readonly selection: Selection;
  /** Lanes that were opened for the selection: until the first touch they show the stage and are nowhere but here. */
  readonly openLanes: readonly Attribute[];
  /** Heads of the lanes in sight on which somebody else's later touch shows, by attribute. */
  readonly overruledHeads: Readonly<Record<Attribute, readonly string[]>>;
  /** Sections that somebody unfolded or folded by hand, by attribute and section; all others show themselves where they aren't empty. */
  readonly unfolded: Readonly<Record<string, boolean>>;
  /** The lane that the motion column is about. */
  readonly laneAttribute: Attribute | null;
  readonly laneNumbers: "own units" | "DMX";
  readonly stageTool: StageTool;
  readonly stageView: StageView;
  readonly stageLabels: StageLabel;
  /** Metres of the grid to which lamps are dragged; null = freely. */
  readonly snapMetres: number | null;
  /** While a curtain is down: what the stage shows. */
  readonly stageShows: "stage" | "prepared" | "both";
  readonly rightColumn: "presets" | "motion";
  readonly castView: "list" | "plan";
  /** The card that was copied, to be pasted on a page. */
  readonly copiedCardId: string | null;
  /** Where each place was left: the rail leads back there. */
  readonly lastPaths: Readonly<Record<string, string>>;
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
  /** The preset that was touched in Score, to be laid on a stroke or the time line. */
  readonly presetInHand: string | null;
  /** Each go is written down as its cue's time. */
  readonly learningTimes: boolean;
  /** This browser plays the sounds of lists. */
  readonly hearsSound: boolean;
  /** The cue whose strokes are one's sketch, to be put back into it. */
  readonly editedCueId: string | null;
  readonly recording: boolean;
  /** The list last recorded into: the next cue is offered there. */
  readonly recordedListId: string | null;
  readonly shortcutsShown: boolean;
  readonly lineShown: boolean;
  readonly goToShown: boolean;
  /** Heads that the quick line means, shown on the stage in place of the selection before it is done. */
  readonly meantHeads: readonly string[] | null;
  readonly chosenMasterId: string | null;
  readonly chosenPlaybackId: string | null;
  /** The card whose cues Perform shows beside its page. */
  readonly shownPlaybackId: string | null;
  readonly theme: Theme;
  select: (selection: Selection) => void;
  set: (state: Partial<Omit<InterfaceState, "selection" | "theme" | "select" | "set" | "setTheme">>) => void;
  setTheme: (theme: Theme) => void;
}

function sameBase({ mask: _, ...a }: Selection, { mask: __, ...b }: Selection): boolean {
  return sameJson(a, b);
}

const THEME_KEY = "vexa-theme";

function keptTheme(): Theme {
  return localStorage.getItem(THEME_KEY) === "light" ? "light" : "dark";
}

const SELECTION_KEY = "vexa-selection";

/** A reload of this window keeps who is selected. */
function keptSelection(): Selection {
  try {
    const kept = JSON.parse(sessionStorage.getItem(SELECTION_KEY) ?? "null") as unknown;
    return whoSchema(kept, []) === null ? (kept as Selection) : EMPTY_SELECTION;
  } catch {
    return EMPTY_SELECTION;
  }
}

/** What this window shows and has selected: nobody else's business, nothing of it is recorded. */
export const useInterface = create<InterfaceState>((set) => ({
  selection: keptSelection(),
  openLanes: [],
  overruledHeads: {},
  unfolded: {},
  laneAttribute: null,
  laneNumbers: "own units",
  stageTool: "box",
  stageLabels: "where there is room",
  snapMetres: null,
  stageView: "plan",
  stageShows: "stage",
  rightColumn: "motion",
  castView: "list",
  copiedCardId: null,
  lastPaths: {},
  copiedShape: null,
  copiedParts: null,
  highlightDim: 0.1,
  scrubbed: null,
  scoreListId: null,
  chosenCueIds: [],
  presetInHand: null,
  learningTimes: false,
  hearsSound: false,
  editedCueId: null,
  recording: false,
  recordedListId: null,
  shortcutsShown: false,
  lineShown: false,
  goToShown: false,
  meantHeads: null,
  chosenMasterId: null,
  chosenPlaybackId: null,
  shownPlaybackId: null,
  theme: keptTheme(),
  // Lanes that are open stay so as long as it is the same heads that are masked and stepped through.
  select: (selection) => set((before) => ({ selection, openLanes: sameBase(before.selection, selection) ? before.openLanes : [] })),
  set: (state) => set(state),
  setTheme: (theme) => {
    localStorage.setItem(THEME_KEY, theme);
    showTheme(theme);
    set({ theme });
  },
}));

/** Before anything is drawn in it: canvases ask for the colours that the page has. */
function showTheme(theme: Theme): void {
  document.documentElement.dataset["theme"] = theme;
}
showTheme(useInterface.getState().theme);

useInterface.subscribe(({ selection }, before) => {
  if (selection !== before.selection) sessionStorage.setItem(SELECTION_KEY, JSON.stringify(selection));
});

/** Some of what this window shows, by name; renders again when one of them is another, whatever else changes. */
export function useInterfaceOf<K extends keyof InterfaceState>(...names: readonly K[]): Pick<InterfaceState, K> {
  return useInterface(useShallow((state) => Object.fromEntries(names.map((name) => [name, state[name]])) as Pick<InterfaceState, K>));
}
