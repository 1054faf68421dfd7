import { presetKeys, type Attribute, type Change, type Part, type Preset, type Selection, type Show } from "@vexa/core";
import { selectedIn } from "../selection/selected";
import { partChanges, standingOf } from "../lanes/sketch-edits";
import type { ShowClient } from "../session/show-client";
import { newId } from "../session/new-id";

/** What a drag of a preset carries. */
export const PRESET_DRAG = "application/x-vexa-preset";

/** The part that refers to a preset; with `fan` it comes behind the presets that are there. */
function referring(present: Part | null, presetId: string, how: "alone" | "fan"): Part {
  const ids = how === "fan" && present?.presets ? [...present.presets.ids, presetId] : [presetId];
  return { presets: { ids, path: present?.presets?.path ?? "even" }, shape: present?.shape ?? {}, touched: present?.touched ?? 0 };
}

/** Lays a preset on a selection as a reference, whole; with `fan` behind the one that is there, so that the heads lie between them. */
export function applyPreset(client: ShowClient, preset: Preset, on: { selection: Selection; how: "alone" | "fan" }): void {
  const { heads } = selectedIn(client.view, on.selection);
  if (heads.length === 0) return;
  const gesture = newId();
  for (const attribute of presetKeys(preset))
    client.transact(
      `Preset on ${heads.length} heads`,
      referenceChanges(client.view, client.personId, { ...on, preset, attribute }),
      gesture,
    );
}

function referenceChanges(
  show: Show,
  personId: string,
  on: { selection: Selection; how: "alone" | "fan"; preset: Preset; attribute: Attribute },
): Change[] {
  const strokes = show.sketchOf(personId)?.strokes ?? {};
  const { own } = standingOf(show, strokes, on);
  const touched = 1 + Math.max(0, ...Object.values(strokes).flatMap(({ parts }) => Object.values(parts).map((part) => part.touched)));
  const part = { ...referring(own?.part ?? null, on.preset.id, on.how), touched };
  return partChanges(show, { personId, selection: on.selection, attribute: on.attribute, part });
}
