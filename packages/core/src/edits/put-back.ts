import { setChange, type Change } from "../document/transaction";
import { selectedHeads } from "../selection/selection";
import type { Show } from "../show/show";
import { sketchIdOf } from "../stroke/sketch";
import type { Attribute } from "../rig/attributes";
import { inRank, withoutOrigin, type Stroke, type Strokes, type TakenFrom } from "../stroke/stroke";
import { addedStrokes } from "./record-cue";

/** The cues into which something of one's sketch can be put back, with what goes into each. */
export function cuesToPutBack(show: Show, personId: string): ReadonlyMap<string, Strokes> {
  const into = new Map<string, Record<string, Stroke>>();
  for (const [id, stroke] of inRank(show.sketchOf(personId)?.strokes ?? {}))
    for (const [attribute, part] of Object.entries(stroke.parts))
      for (const from of part.takenFrom ?? []) {
        if (!show.get("cue", from.cueId)) continue;
        const strokes = into.get(from.cueId) ?? {};
        const key = `${id}-${attribute}`.slice(0, 60);
        strokes[key] = { who: whoOf(stroke, from), parts: { [attribute]: withoutOrigin(part) }, rank: Object.keys(strokes).length + 1 };
        into.set(from.cueId, strokes);
      }
  return into;
}

/**
 * The changes that put what was taken up from cues back into them as it is now, and take it out of one's sketch; none where nothing was
 * taken up, or its cues are gone.
 */
export function putBackChanges(show: Show, personId: string): Change[] {
  const into = cuesToPutBack(show, personId);
  if (into.size === 0) return [];
  const strokes = show.sketchOf(personId)!.strokes;
  const left = Object.fromEntries(
    Object.entries(strokes).flatMap(([id, stroke]): [string, Stroke][] => {
      const parts = Object.entries(stroke.parts).filter(([, part]) => !part.takenFrom?.some(({ cueId }) => into.has(cueId)));
      return parts.length > 0 ? [[id, { ...stroke, parts: Object.fromEntries(parts) }]] : [];
    }),
  );
  return [
    ...[...into].map(([cueId, more]) => {
      const cue = show.get("cue", cueId)!;
      return setChange(cueId, ["strokes"], { from: cue.strokes, to: placedBack(cue.strokes, more, show) });
    }),
    setChange(sketchIdOf(personId), ["strokes"], { from: strokes, to: left }),
  ];
}

/** A part on exactly the heads of one that the cue has takes its place; anything else comes over what the cue has. */
function placedBack(present: Strokes, more: Strokes, show: Show): Strokes {
  let next = present;
  for (const [id, stroke] of inRank(more)) {
    const keys = JSON.stringify(selectedHeads(stroke.who, show));
    const [attribute] = Object.keys(stroke.parts) as [Attribute];
    const host = inRank(next).findLast(
      ([, { who, parts }]) => parts[attribute] !== undefined && JSON.stringify(selectedHeads(who, show)) === keys,
    );
    next = host
      ? { ...next, [host[0]]: { ...host[1], parts: { ...host[1].parts, ...stroke.parts } } }
      : addedStrokes(next, { [id]: stroke });
  }
  return next;
}

function whoOf({ who }: Stroke, { heads }: TakenFrom): Stroke["who"] {
  return heads ? { heads: [...heads] } : who;
}
