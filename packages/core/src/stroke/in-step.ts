import type { Drive, Motion } from "../motion/motion";
import type { Attribute } from "../rig/attributes";
import type { Part, Stroke } from "./stroke";

/** What motions that run in step share. */
const SHARED = ["rate", "masterId", "ownBpm", "direction", "count"] as const satisfies readonly (keyof Drive)[];

/**
 * The parts of a stroke that change when one of its motions becomes `motion`: that one, and all that run in step with it, which take
 * its rate, master, direction and count.
 */
export function inStep(parts: Stroke["parts"], attribute: Attribute, motion: Motion): Record<Attribute, Part> {
  const own = parts[attribute];
  const changed: Record<Attribute, Part> = own ? { [attribute]: { ...own, motion } } : {};
  if (motion.together === undefined) return changed;
  for (const [name, part] of Object.entries(parts))
    if (name !== attribute && part.motion?.together === motion.together) changed[name] = { ...part, motion: driven(part.motion, motion) };
  return changed;
}

function driven(motion: Motion, by: Motion): Motion {
  const next: Record<string, unknown> = { ...motion };
  for (const field of SHARED)
    if (by[field] === undefined) delete next[field];
    else next[field] = by[field];
  return next as unknown as Motion;
}
