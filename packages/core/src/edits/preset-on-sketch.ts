import type { Change } from "../document/transaction";
import { presetKeys, type Preset } from "../preset/preset";
import type { Show } from "../show/show";
import type { Part } from "../stroke/stroke";
import { inTurn, nextTouch, partChanges, standingOf, type PartOn } from "./sketch-edits";

/** A preset on a selection of one's sketch; with `fan` it comes behind the presets that are there, so that the heads lie between them. */
export interface PresetOn extends Omit<PartOn, "attribute" | "part"> {
  readonly preset: Preset;
  readonly how: "alone" | "fan";
}

/** The changes that lay a preset on a selection as a reference, in all that it says something of. */
export function presetOnChanges(show: Show, on: PresetOn): Change[] {
  return inTurn(
    show,
    presetKeys(on.preset).map((attribute) => (before) => {
      const strokes = before.sketchOf(on.personId)?.strokes ?? {};
      const { own } = standingOf(before, strokes, { selection: on.selection, attribute });
      return partChanges(before, { ...on, attribute, part: { ...referring(own?.part ?? null, on), touched: nextTouch(strokes) } });
    }),
  );
}

function referring(present: Part | null, { preset, how }: PresetOn): Omit<Part, "touched"> {
  const ids = how === "fan" && present?.presets ? [...present.presets.ids, preset.id] : [preset.id];
  return { presets: { ids, path: present?.presets?.path ?? "even" }, shape: present?.shape ?? {} };
}
