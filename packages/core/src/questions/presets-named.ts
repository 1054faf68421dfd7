import { presetName } from "../preset/preset-name";
import { presetKeys } from "../preset/preset";
import type { Attribute } from "../rig/attributes";
import { knotWords } from "../shape/fan";
import type { Show } from "../show/show";

/** The ids of presets that say something of an attribute and that a text names, one or as the knots of a fan; null where a word names none. */
export function presetsNamed(show: Show, text: string, attribute: Attribute): string[] | null {
  const idOf = (word: string): string | undefined => {
    const name = word.toLowerCase();
    if (name === "") return undefined;
    return show.all("preset").find((preset) => presetName(preset).toLowerCase() === name && presetKeys(preset).includes(attribute))?.id;
  };
  const whole = idOf(text.trim());
  if (whole !== undefined) return [whole];
  const ids = knotWords(text).map(idOf);
  return ids.every((id) => id !== undefined) ? ids : null;
}
