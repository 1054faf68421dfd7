import { sameJson } from "../document/record";
import { inRank, type Stroke, type Strokes } from "../stroke/stroke";

/** Strokes over what a cue has: later ones win, and what is about exactly the same heads becomes one stroke. */
export function addedStrokes(present: Strokes, more: Strokes): Strokes {
  const next: Record<string, Stroke> = { ...present };
  let rank = Math.max(0, ...Object.values(present).map((stroke) => stroke.rank));
  for (const [id, stroke] of inRank(more)) {
    const host = inRank(next).at(-1);
    // Only into the topmost one: deeper ones lie under others that must stay under it.
    if (host && sameJson(host[1].who, stroke.who)) next[host[0]] = { ...host[1], parts: { ...host[1].parts, ...stroke.parts } };
    else next[freeId(next, id)] = { ...stroke, rank: ++rank };
  }
  return next;
}

/** What a cue has without what these strokes are about: the same attributes of the same heads. */
export function strokesWithout(present: Strokes, taken: Strokes): Strokes {
  const left = Object.entries(present).flatMap(([id, stroke]): [string, Stroke][] => {
    const gone = new Set(Object.values(taken).flatMap(({ who, parts }) => (sameJson(who, stroke.who) ? Object.keys(parts) : [])));
    const parts = Object.entries(stroke.parts).filter(([name]) => !gone.has(name));
    return parts.length > 0 ? [[id, { ...stroke, parts: Object.fromEntries(parts) }]] : [];
  });
  return Object.fromEntries(left);
}

function freeId(strokes: Strokes, id: string): string {
  if (!(id in strokes)) return id;
  for (let number = 2; ; number++) if (!(`${id}-${number}` in strokes)) return `${id}-${number}`;
}
