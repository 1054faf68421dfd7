import { presetName } from "../preset/preset-name";
import { presetKeys } from "../preset/preset";
import type { Attribute } from "../rig/attributes";
import { namedKnots } from "../shape/fan";
import type { Show } from "../show/show";

/** The ids of presets that say something of an attribute and that a text names, one or as the knots of a fan; null where a word names none. */
export function presetsNamed(show: Show, text: string, attribute: Attribute): string[] | null {
  return namedKnots(text, (word) => {
    const name = word.toLowerCase();
    if (name === "") return undefined;
    return show.all("preset").find((preset) => presetName(preset).toLowerCase() === name && presetKeys(preset).includes(attribute))?.id;
  });
}
