import { counted, presetOnChanges, type Preset, type Selection } from "@vexa/core";
import { selectedIn } from "../selection/selected";
import { newId } from "../session/new-id";
import type { ShowClient } from "../session/show-client";

/** What a drag of a preset carries. */
export const PRESET_DRAG = "application/x-vexa-preset";

/** Lays a preset on a selection as a reference, whole; with `fan` behind the one that is there, so that the heads lie between them. */
export function applyPreset(client: ShowClient, preset: Preset, on: { selection: Selection; how: "alone" | "fan" }): void {
  const { heads } = selectedIn(client.view, on.selection);
  if (heads.length === 0) return;
  client.transact(
    `Preset on ${counted(heads.length, "head")}`,
    presetOnChanges(client.view, { ...on, preset, personId: client.personId, newId }),
  );
}
