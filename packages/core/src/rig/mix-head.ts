import { linearSrgbOf, xyzOf, type Xyz } from "../color/colorimetry";
import { mixEmitters } from "../color/mix-emitters";
import type { Attribute } from "./attributes";
import type { Profile } from "./profile";
import type { Head } from "./rig";

/** What was mixed before: colours are asked for again and again, frame after frame of a drag. */
const known = new WeakMap<Profile, Map<string, ReadonlyMap<Attribute, number>>>();
const MOST_KNOWN = 4096;

/**
 * The levels 0..1 with which a head makes a colour: emitters exactly in chromaticity and as bright as can be, flags as ideal
 * filters of its white in linear sRGB, a wheel beside them open. Empty for heads that have no colour mixing.
 */
export function mix(head: Head, target: Xyz): ReadonlyMap<Attribute, number> {
  const sum = target.x + target.y + target.z;
  if (!(sum > 0) || !(target.y > 0)) return new Map();
  const key = `${head.index} ${Math.round((target.x / sum) * 1e6)} ${Math.round((target.y / sum) * 1e6)}`;
  let of = known.get(head.profile);
  if (!of || of.size > MOST_KNOWN) known.set(head.profile, (of = new Map<string, ReadonlyMap<Attribute, number>>()));
  let levels = of.get(key);
  if (!levels) of.set(key, (levels = freshMix(head, target)));
  return levels;
}

function freshMix(head: Head, target: Xyz): ReadonlyMap<Attribute, number> {
  const { emitters } = head.profile;
  const own = [...head.parameters.keys()].filter((attribute) => attribute.startsWith("ColorAdd_") && emitters[attribute]);
  const levels = new Map<Attribute, number>();
  if (own.length > 0) {
    mixEmitters(
      own.map((attribute) => emitters[attribute]!),
      target,
    ).forEach((level, index) => levels.set(own[index]!, level));
    return levels;
  }
  const flags = (["ColorSub_C", "ColorSub_M", "ColorSub_Y"] as const).filter((attribute) => head.parameters.has(attribute));
  if (flags.length === 0) return levels;
  const white = linearSrgbOf(xyzOf({ ...(emitters["open"] ?? { x: 0.3127, y: 0.329 }), luminance: 1 }));
  const through = linearSrgbOf(target).map((component, index) => Math.max(0, component) / Math.max(1e-6, white[index]!));
  const peak = Math.max(...through, 1e-9);
  (["ColorSub_C", "ColorSub_M", "ColorSub_Y"] as const).forEach((attribute, index) => {
    if (head.parameters.has(attribute)) levels.set(attribute, 1 - through[index]! / peak);
  });
  if (head.parameters.has("Color1")) levels.set("Color1", 0);
  return levels;
}
