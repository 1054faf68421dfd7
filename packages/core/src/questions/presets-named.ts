import { presetName } from "../preset/preset-name";
import { presetKeys } from "../preset/preset";
import type { Attribute } from "../rig/attributes";
import type { Show } from "../show/show";

/** The ids of presets that say something of an attribute and that a text names, two dots between them; null where a word names none. */
export function presetsNamed(show: Show, text: string, attribute: Attribute): string[] | null {
  const ids = text.split("..").map((word) => {
    const name = word.trim().toLowerCase();
    if (name === "") return undefined;
    return show.all("preset").find((preset) => presetName(preset).toLowerCase() === name && presetKeys(preset).includes(attribute))?.id;
  });
  return ids.every((id) => id !== undefined) ? ids : null;
}
