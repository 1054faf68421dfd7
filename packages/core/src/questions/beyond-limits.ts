import type { Motion } from "../motion/motion";
import type { Attribute } from "../rig/attributes";
import type { Head } from "../rig/rig";

/** The heads whose lamps have limits that a value, or the swing of a motion about it, would leave: they stop there. */
export function beyondLimits(of: {
  attribute: Attribute;
  heads: readonly Head[];
  /** Degrees of each head; null = nothing is said of it. */
  values: readonly (number | null)[];
  motion?: Motion | undefined;
}): Head[] {
  const { attribute, heads, values, motion } = of;
  if (attribute !== "Pan" && attribute !== "Tilt") return [];
  const ends = motion?.kind === "wave" && motion.meets === undefined ? [motion.low, motion.high] : [];
  return heads.filter(({ fixture }, at) => {
    const limit = fixture.panTilt?.limits?.[attribute];
    if (!limit) return false;
    const value = values[at] ?? null;
    const reached = ends.map((end) => (motion?.base === "relative" ? (value ?? 0) + end : end));
    const all = value === null ? reached : motion?.base === "absolute" && reached.length > 0 ? reached : [value, ...reached];
    return all.some((degrees) => degrees < limit[0] || degrees > limit[1]);
  });
}
