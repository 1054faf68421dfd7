import { planckian } from "./color-temperature";
import { linearSrgbOf, xyYOf, xyzOf, xyzOfLinearSrgb, colorOfHex, type XyY } from "./colorimetry";

/** Everyday words for colours of stage light, as screens write them. Common practice. */
const WORDS: Readonly<Record<string, string>> = {
  red: "#ff0000",
  orange: "#ff6a00",
  amber: "#ffa000",
  yellow: "#ffe000",
  lime: "#a0ff00",
  green: "#00ff00",
  "sea green": "#00e08a",
  cyan: "#00ffff",
  "sky blue": "#40b0ff",
  blue: "#0000ff",
  indigo: "#6000ff",
  violet: "#a000ff",
  magenta: "#ff00ff",
  pink: "#ff5c9e",
};

/** Kelvin of the whites that have a name. */
const WHITES: Readonly<Record<string, number>> = { "warm white": 3200, white: 6504, "cold white": 9000 };

/** All words that are read, for the screen to offer. */
export const COLOR_WORDS: readonly string[] = [...Object.keys(WHITES), ...Object.keys(WORDS)];

/**
 * A colour as people type it: `#ff7a30`, `#f73`, a word such as `amber`, `pale amber` (half of it white) or `warm white`. Null where it is
 * none.
 */
export function readColor(text: string): XyY | null {
  const word = text.trim().toLowerCase();
  const short = /^#?([0-9a-f])([0-9a-f])([0-9a-f])$/.exec(word);
  if (short)
    return colorOfHex(
      `#${short
        .slice(1)
        .map((digit) => digit + digit)
        .join("")}`,
    );
  if (Object.hasOwn(WHITES, word)) return { ...planckian(WHITES[word]!), luminance: 1 };
  const pale = word.startsWith("pale ") ? word.slice(5) : null;
  const plain = pale ?? word;
  const color = Object.hasOwn(WORDS, plain) ? colorOfHex(WORDS[plain]!) : colorOfHex(word);
  if (!color || pale === null) return color;
  const [red, green, blue] = linearSrgbOf(xyzOf(color)).map((component) => (component + 1) / 2) as [number, number, number];
  return xyYOf(xyzOfLinearSrgb(red, green, blue));
}
