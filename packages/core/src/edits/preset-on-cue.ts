import type { Cue } from "../cue/cue";
import { setChange, type Change } from "../document/transaction";
import { timedCues } from "../playing/list-clock";
import { presetKeys, type Preset } from "../preset/preset";
import { presetName } from "../preset/preset-name";
import type { Selection } from "../selection/selection";
import type { Show } from "../show/show";
import type { Part, Stroke } from "../stroke/stroke";
import type { Seconds } from "../units/units";
import { numberBetween } from "./cue-edits";

/** A preset on a stroke of a cue: `add` leaves what it says nothing of, `replace` leaves the preset alone. */
export type OnStroke = "add" | "replace";

/** A part that refers to a preset, as it lay and in the times that it had. */
function partWith(preset: Preset, from: Part | undefined): Part {
  return {
    shape: from?.shape ?? {},
    touched: from?.touched ?? 1,
    ...(from?.fade ? { fade: from.fade } : {}),
    ...(from?.delay ? { delay: from.delay } : {}),
    ...(from?.timesIn ? { timesIn: from.timesIn } : {}),
    presets: { ids: [preset.id], path: "even" },
  };
}

function partsWith(preset: Preset, present: Stroke["parts"]): Stroke["parts"] {
  return Object.fromEntries(presetKeys(preset).map((key) => [key, partWith(preset, present[key])]));
}

/** The changes that lay a preset on a stroke of a cue as a reference. */
export function presetOnStroke(cue: Cue, strokeId: string, { preset, how }: { preset: Preset; how: OnStroke }): Change[] {
  const present = cue.strokes[strokeId]?.parts;
  if (!present) return [];
  const next = partsWith(preset, present);
  const path = ["strokes", strokeId, "parts"];
  if (how === "replace") return [setChange(cue.id, path, { from: present, to: next })];
  return Object.entries(next).map(([key, to]) => {
    const from = present[key];
    return setChange(cue.id, [...path, key], { ...(from ? { from } : {}), to });
  });
}

/** A new cue of a list that comes at a time and lays a preset on a selection; null where no number is left for it between its neighbours. */
export function presetCue(
  show: Show,
  of: { listId: string; seconds: Seconds; preset: Preset; selection: Selection; newId: () => string },
): Cue | null {
  const cues = show.cuesOf(of.listId);
  // Before the one that comes next in time, so that what follows on from the one before stays behind that.
  const next = timedCues(show, of.listId).find(({ trigger }) => trigger.seconds > of.seconds);
  const at = next ? cues.findIndex(({ id }) => id === next.id) : cues.length;
  const number = numberBetween(cues[at - 1]?.number ?? 0, next?.number ?? Infinity);
  if (number === null) return null;
  const stroke: Stroke = { who: of.selection, rank: 1, parts: partsWith(of.preset, {}) };
  return {
    id: `cue-${of.newId()}`,
    kind: "cue",
    version: 1,
    listId: of.listId,
    number,
    name: presetName(of.preset),
    inSeconds: 0,
    trigger: { type: "timecode", seconds: of.seconds },
    strokes: { [`stroke-${of.newId()}`]: stroke },
  };
}
