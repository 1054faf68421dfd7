import type { Xyz } from "./colorimetry";
import { temperatureOf } from "./color-temperature";
import { oklchOf } from "./oklab";

/** Names by OKLCh hue in degrees, each up to the next. Everyday words, common practice. */
const HUES: readonly (readonly [number, string])[] = [
  [14, "pink"],
  [36, "red"],
  [62, "orange"],
  [84, "amber"],
  [114, "yellow"],
  [132, "lime"],
  [156, "green"],
  [182, "sea green"],
  [214, "cyan"],
  [246, "sky blue"],
  [278, "blue"],
  [300, "indigo"],
  [322, "violet"],
  [346, "magenta"],
  [361, "pink"],
];

/** So near the black body (Duv), and no warmer than a candle, a colour is called a white. */
const WHITE_DUV = 0.008;
const WARMEST_WHITE_KELVIN = 2500;

/** What a colour is called: "deep blue", "pale amber", "warm white". Brightness doesn't count. */
export function colorName(xyz: Xyz): string {
  if (!(xyz.y > 0)) return "dark";
  const even = { x: (0.5 * xyz.x) / xyz.y, y: 0.5, z: (0.5 * xyz.z) / xyz.y };
  const { c, h } = oklchOf(even);
  const sum = xyz.x + xyz.y + xyz.z;
  const { kelvin, duv } = temperatureOf({ x: xyz.x / sum, y: xyz.y / sum });
  if (Math.abs(duv) < WHITE_DUV && kelvin > WARMEST_WHITE_KELVIN)
    return kelvin < 4200 ? "warm white" : kelvin > 7500 ? "cold white" : "white";
  const name = HUES.find(([below]) => h < below)![1];
  return c < 0.1 ? `pale ${name}` : c > 0.24 ? `deep ${name}` : name;
}
