import { tell } from "../ui/messages";
import { toggleBlind } from "../lanes/blind";
import {
  highlightChanges,
  all,
  EMPTY_SELECTION,
  highlightIdOf,
  selectHeads,
  step,
  turnedRound,
  wipeChanges,
  withMask,
  type Selection,
} from "@vexa/core";
import { cardAtHand } from "../selection/card-at-hand";
import { useInterface } from "../selection/interface-store";
import { toggleCurtain } from "./curtain";
import { lock } from "./lock";
import { toggleStageView } from "../stage/stage-tools";
import { fitAll, fitSelection, moveStage, zoomStage } from "../stage/stage-zoom";
import type { ShowClient } from "../session/show-client";

export interface Shortcut {
  /** The chord (see chordOf) that does it unless it was changed; or, of several keys at once, what they are called. */
  readonly keys: string;
  readonly does: string;
  readonly where?: "build" | "perform";
  /** Several keys that go together, which can't be changed. */
  fits?(event: KeyboardEvent): boolean;
  run(client: ShowClient, event: KeyboardEvent): void;
}

const ARROWS = { ArrowLeft: "left", ArrowRight: "right", ArrowUp: "up", ArrowDown: "down" } as const;
const state = useInterface.getState;
const reselect = (change: (selection: Selection) => Selection) => (): void => {
  const { selection, select } = state();
  if ((selection.groupIds ?? selection.heads ?? []).length > 0) select(change(selection));
};

/** Keys and what they do: this table is what `?` shows and what is listened to. */
export const SHORTCUTS: readonly Shortcut[] = [
  {
    keys: "O",
    does: "odd heads of the selection",
    where: "build",
    run: reselect((selection) => withMask(selection, { type: "every", n: 2, at: 1 })),
  },
  {
    keys: "E",
    does: "even heads",
    where: "build",
    run: reselect((selection) => withMask(selection, { type: "every", n: 2, at: 2 })),
  },
  {
    keys: "P",
    does: "pairs from the ends inward",
    where: "build",
    run: reselect((selection) => withMask(selection, { type: "pairs", at: 1 })),
  },
  {
    keys: "[ and ]",
    does: "previous and next part or head",
    where: "build",
    fits: (event) => event.key === "[" || event.key === "]",
    run: (client, event) => reselect((selection) => step(selection, event.key === "]" ? 1 : -1, client.view))(),
  },
  {
    keys: "K",
    does: "drops your curtain over the selection, or over all of yours; raises it",
    run: (client) => toggleCurtain(client),
  },
  {
    keys: "Ctrl+A",
    does: "all heads of the rig",
    where: "build",
    run: (client) => state().select(selectHeads(client.view.rig.heads.map(({ key }) => key))),
  },
  { keys: "U", does: "turn the thread round", where: "build", run: reselect(turnedRound) },
  { keys: "B", does: "blind: your sketch off the stage, for you alone", where: "build", run: toggleBlind },
  { keys: "V", does: "plan or 3D", where: "build", run: toggleStageView },
  {
    keys: "+ and -",
    does: "the stage larger and smaller, about the pointer",
    fits: (event) => (event.key === "+" || event.key === "-") && !event.ctrlKey && !event.metaKey && !event.altKey,
    run: (_, event) => zoomStage(event.key === "+" ? "in" : "out"),
  },
  { keys: "F", does: "the selection as large as the stage has room", run: fitSelection },
  { keys: "Shift+F", does: "the whole rig in the picture", run: fitAll },
  {
    keys: "Alt+arrows",
    does: "moves the picture of the stage",
    fits: (event) => event.altKey && event.key in ARROWS,
    run: (_, event) => moveStage(ARROWS[event.key as keyof typeof ARROWS]),
  },
  { keys: "L", does: "highlight on and off", where: "build", run: (client) => toggleHighlight(client) },
  { keys: "\\", does: "the whole base again", where: "build", run: reselect(all) },
  {
    keys: "Esc",
    does: "drop the selection",
    where: "build",
    run: () => state().select(EMPTY_SELECTION),
  },
  {
    keys: "Shift+Esc",
    does: "wipe the sketch (Ctrl+Z gives it back)",
    run: (client) => void client.transact("Wiped the sketch", wipeChanges(client.view, client.personId)),
  },
  { keys: "R", does: "record a cue from the sketch", where: "build", run: recordIfAny },
  { keys: "T", does: "tap the chosen speed master", run: (client, event) => tapChosen(client, event) },
  { keys: "Space", does: "go on the chosen card", where: "perform", run: (client) => playChosen(client, "go") },
  {
    keys: "Backspace",
    does: "let the chosen card go",
    where: "perform",
    run: (client) => playChosen(client, "let-go"),
  },
  { keys: "Ctrl+Z", does: "take back your own last edit", run: (client) => void client.undo("undo") },
  { keys: "Ctrl+Shift+Z", does: "do it again", run: (client) => void client.undo("redo") },
  {
    keys: "Ctrl+Shift+L",
    does: "lock this screen; what plays goes on",
    run: lock,
  },
  { keys: "/", does: "the quick line: heads and what they do, written", run: () => state().set({ lineShown: true }) },
  { keys: "Ctrl+K", does: "go to anything by its name", run: () => state().set({ goToShown: true }) },
  { keys: "?", does: "this list", run: () => state().set({ shortcutsShown: true }) },
];

function toggleHighlight(client: ShowClient): void {
  const on = client.view.get("highlight", highlightIdOf(client.personId)) !== null;
  const { selection, highlightDim } = state();
  client.transact(
    on ? "Ended the highlight" : "Highlight",
    highlightChanges(client.view, client.personId, on ? null : { who: selection, dim: highlightDim }),
  );
}

function tapChosen(client: ShowClient, event: KeyboardEvent): void {
  const masterId = state().chosenMasterId ?? client.view.all("master").toSorted((a, b) => a.rank - b.rank)[0]?.id;
  if (masterId) client.play({ type: "tap", masterId }, client.momentOf(event));
}

function playChosen(client: ShowClient, type: "go" | "let-go"): void {
  const playbackId = cardAtHand(client.view);
  if (playbackId) client.play({ type, playbackId });
}

/** An empty sketch has nothing to record: that is told instead of an empty sheet. */
function recordIfAny(client: ShowClient): void {
  const strokes = client.view.sketchOf(client.personId)?.strokes ?? {};
  if (Object.keys(strokes).length > 0) state().set({ recording: true });
  else tell("Your sketch is empty, so there is nothing to record. Select heads and set something first.");
}
