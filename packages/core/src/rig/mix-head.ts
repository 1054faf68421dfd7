import { deltaE2000, labOf } from "../color/ciede2000";
import { linearSrgbOf, xyzOf, xyzOfLinearSrgb, type Xyz } from "../color/colorimetry";
import { mixedXyz, mixEmitters } from "../color/mix-emitters";
import { attributeInfo, type Attribute } from "./attributes";
import type { Channel, Profile } from "./profile";
import type { Head } from "./rig";
import { functionsOf, normalized, physicalOf } from "./scale";

/** What was mixed before: colours are asked for again and again, frame after frame of a drag. */
const known = new WeakMap<Profile, Map<string, ReadonlyMap<Attribute, number>>>();
const MOST_KNOWN = 4096;

/**
 * The levels 0..1 with which a head makes a colour: emitters exactly in chromaticity and as bright as can be, flags as ideal
 * filters of its white in linear sRGB with a wheel beside them open, a wheel alone at its nearest slot. Empty for heads that have no colour mixing.
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

const FLAGS = ["ColorSub_C", "ColorSub_M", "ColorSub_Y"] as const;

function freshMix(head: Head, target: Xyz): ReadonlyMap<Attribute, number> {
  const { emitters } = head.profile;
  const own = emittersOf(head);
  const levels = new Map<Attribute, number>();
  if (own.length > 0) {
    mixEmitters(
      own.map((attribute) => emitters[attribute]!),
      target,
    ).forEach((level, index) => levels.set(own[index]!, level));
    return levels;
  }
  if (!FLAGS.some((attribute) => head.parameters.has(attribute))) return wheelSlot(head, target);
  const white = whiteOf(head);
  const through = linearSrgbOf(target).map((component, index) => Math.max(0, component) / Math.max(1e-6, white[index]!));
  const peak = Math.max(...through, 1e-9);
  FLAGS.forEach((attribute, index) => {
    if (head.parameters.has(attribute)) levels.set(attribute, 1 - through[index]! / peak);
  });
  if (head.parameters.has("Color1")) levels.set("Color1", 0);
  return levels;
}

/** A wheel alone: the slot that looks nearest by CIEDE2000, both at the same brightness. */
function wheelSlot(head: Head, target: Xyz): ReadonlyMap<Attribute, number> {
  const slots = head.profile.wheels?.["Color1"];
  const channel = channelOf(head, "Color1");
  if (!slots || !channel) return new Map();
  const distances = slots.map((slot) => deltaE2000(evenLab(xyzOf(slot)), evenLab(target)));
  const nearest = distances.indexOf(Math.min(...distances));
  return new Map([["Color1", normalized(channel, nearest, "Color1")]]);
}

/** What levels of emitters, flags or a wheel (0..1 of each channel's range) give together, in XYZ; brightness relative to all open. */
export function mixed(head: Head, levels: ReadonlyMap<Attribute, number>): Xyz {
  const { emitters, wheels } = head.profile;
  const own = emittersOf(head);
  if (own.length > 0)
    return mixedXyz(
      own.map((attribute) => emitters[attribute]!),
      own.map((attribute) => levels.get(attribute) ?? 0),
    );
  const channel = channelOf(head, "Color1");
  const slot = channel && wheels?.["Color1"]?.[Math.round(physicalOf(channel, levels.get("Color1") ?? 0, "Color1"))];
  const white = slot ? linearSrgbOf(xyzOf(slot)) : whiteOf(head);
  const [red, green, blue] = FLAGS.map((attribute, index) => white[index]! * (1 - (levels.get(attribute) ?? 0))) as [
    number,
    number,
    number,
  ];
  return xyzOfLinearSrgb(red, green, blue);
}

/** How far from a colour a head's own mix of it looks: CIEDE2000 at equal brightness. Null when the head can't mix. */
export function mixDistance(head: Head, target: Xyz): number | null {
  const levels = mix(head, target);
  return levels.size === 0 ? null : deltaE2000(evenLab(mixed(head, levels)), evenLab(target));
}

/** The channel of a head that has an attribute, alone or among others. */
export function channelOf(head: Head, attribute: Attribute): Channel | undefined {
  return head.mode.channels.find((entry) => entry.head === head.index && functionsOf(entry).some((each) => each.attribute === attribute));
}

function emittersOf(head: Head): Attribute[] {
  return [...head.parameters.keys()].filter((attribute) => attributeInfo(attribute).mixing === "adds" && head.profile.emitters[attribute]);
}

function whiteOf(head: Head): [number, number, number] {
  return linearSrgbOf(xyzOf({ ...(head.profile.emitters["open"] ?? { x: 0.3127, y: 0.329 }), luminance: 1 }));
}

/** Lab of a colour at the brightness of a middle grey, so that only hue and chroma count. */
function evenLab({ x, y, z }: Xyz): ReturnType<typeof labOf> {
  const scale = 0.3 / Math.max(1e-9, y);
  return labOf({ x: x * scale, y: 0.3, z: z * scale });
}
