import { parametersOf } from "../rig/head-attributes";
import { onlyRides } from "./resolve";
import type { ResolveContext } from "./row";
import { headsOf } from "./spread";
import { inRank, withoutOrigin, type Part, type Stroke, type Strokes } from "./stroke";

/**
 * The strokes as they are worth recording: parts that later strokes cover on every head are dropped, and so are strokes
 * without any part left. What shows on stage is the same.
 */
export function seenStrokes(strokes: Strokes, show: Pick<ResolveContext, "rig" | "groupHeads">): Strokes {
  const covered = new Set<number>();
  const kept: [string, Stroke][] = [];
  for (const [id, stroke] of inRank(strokes).toReversed()) {
    const heads = headsOf(stroke.who, show);
    const parts = Object.entries(stroke.parts).filter(([attribute, part]) => {
      const parameters = heads.flatMap((head) => parametersOf(head, attribute));
      const seen = parameters.some((parameter) => !covered.has(parameter));
      // A nudge or a relative motion without a level rides on what an earlier stroke says: that stays seen.
      if (covers(part)) parameters.forEach((parameter) => covered.add(parameter));
      return seen;
    });
    if (parts.length > 0) kept.unshift([id, { ...stroke, parts: Object.fromEntries(parts.map(([name, part]) => [name, settled(part)])) }]);
  }
  return Object.fromEntries(kept);
}

/** Where something was taken up from, and how far it is ahead of its clock, count as long as it is in a sketch: what is kept from it has neither. */
export function settled(part: Part): Part {
  if (!part.takenFrom && !part.motion?.lead) return part;
  const { motion, ...rest } = withoutOrigin(part);
  if (!motion) return rest;
  const { lead: _, ...still } = motion;
  return { ...rest, motion: still };
}

/** Whether a part says something for every head: what refers to presets, or was taken up, may have nothing for some of them. */
function covers(part: Part): boolean {
  return !onlyRides(part) && !part.presets && !part.taken && part.motion?.kind !== "steps";
}
