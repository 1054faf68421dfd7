import type { XyY } from "../color/colorimetry";
import { readColor } from "../color/read-color";
import { presetName } from "../preset/preset-name";
import { presetKeys } from "../preset/preset";
import type { Attribute } from "../rig/attributes";
import { namedKnots } from "../shape/fan";
import type { Show } from "../show/show";

/**
 * The colours that a text names, one or as the knots of a fan: in words, as codes, or as presets are now, all knots of each; null where a word
 * names none. Presets that are another colour for some lamps have none of their own.
 */
export function colorsNamed(show: Show, text: string): XyY[] | null {
  const found = namedKnots<readonly XyY[]>(text, (word) => {
    const color = readColor(word);
    if (color) return [color];
    const [id, ...more] = presetsNamed(show, word, "Color") ?? [];
    const preset = id === undefined || more.length > 0 ? null : show.preset(id);
    const alike = preset && Object.keys(preset.perProfile).length + Object.keys(preset.perHead).length === 0;
    return alike ? preset.universal.Color?.colors?.knots : undefined;
  });
  return found && found.flat();
}

/** The ids of presets that say something of an attribute and that a text names, one or as the knots of a fan; null where a word names none. */
export function presetsNamed(show: Show, text: string, attribute: Attribute): string[] | null {
  return namedKnots(text, (word) => {
    const name = word.toLowerCase();
    if (name === "") return undefined;
    return show.all("preset").find((preset) => presetName(preset).toLowerCase() === name && presetKeys(preset).includes(attribute))?.id;
  });
}
