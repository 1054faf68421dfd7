import { attributeInfo, type Attribute } from "../rig/attributes";
import type { Who } from "../selection/who";
import { isColumn, withoutTimes, type Content } from "../stroke/column";
import { Laid, laidOver } from "../stroke/laid";
import { contentOfRows } from "../stroke/make-columns";
import { onlyRides, partContent, partsInOrder, resolve, Resolved } from "../stroke/resolve";
import { addReads } from "../stroke/part-reads";
import { contextWith, type ResolveContext, type Row } from "../stroke/row";
import { spreadOf } from "../stroke/spread";
import { inRank, type Part, type Strokes } from "../stroke/stroke";
import type { Cue } from "./cue";

/**
 * The whole state of a cue list at one of its cues: what it and all cues before it say, the later winning. So
 * going there in any order ends in the same look. What tracks in from before has the cue's own times. The content of a cue
 * only isn't carried on; into a block nothing is. `cues` are those of one list in rising order; a cue that isn't among them gives nothing.
 */
export function stateAt(cues: readonly Cue[], cueId: string, show: ResolveContext): Resolved {
  const target = cues.findIndex(({ id }) => id === cueId);
  const reads = new Set<string>();
  const counting: Cue[] = [];
  for (let index = firstThatCounts(cues, target); index <= target; index++) {
    reads.add(cues[index]!.id);
    if (!cues[index]!.cueOnly || index === target) counting.push(cues[index]!);
  }
  if (counting.length <= 1) {
    const resolved = resolve(counting[0]?.strokes ?? {}, contextWith(show, { reaches: show.reaches }));
    resolved.reads.forEach((id) => reads.add(id));
    return new Resolved(resolved.content, reads);
  }
  // Aiming at points goes on from where the cue before left each head: that has to be followed from the first cue on. Of all else only
  // what can be seen is laid.
  const aims = counting.some(({ strokes }) => fromTheTop(strokes).some(({ attribute }) => attribute === "Position"));
  const laid = new Laid(show.rig);
  if (aims) for (const content of contentOfRows(positionRows(counting, show, reads), show.rig)) laid.add(content);
  layRest(laid, counting, { show, reads, without: aims ? "Position" : null });
  return new Resolved(laid.content, reads);
}

/** The positions of all cues, from the first on. */
function positionRows(cues: readonly Cue[], show: ResolveContext, reads: Set<string>): Row[] {
  const rows = new Map<number, Row>();
  cues.forEach((cue, index) => {
    const strokes = positionsOf(cue.strokes);
    if (!strokes) return;
    // A head goes on from where the cue before left it: no needless flips between two ways to look at a point.
    const present = (parameter: number): number | null => rows.get(parameter)?.value ?? null;
    const resolved = resolve(strokes, contextWith(show, { reaches: show.reaches, ...(rows.size > 0 ? { present } : {}) }));
    resolved.reads.forEach((id) => reads.add(id));
    for (const row of resolved.rows) {
      const tracked = rows.get(row.parameter);
      rows.set(row.parameter, laidOver(tracked, index === cues.length - 1 ? row : trackedIn(row)));
    }
  });
  return [...rows.values()];
}

/** Everything else. From the last cue backward, what the same part of a later cue hides is left out. */
function layRest(
  laid: Laid,
  cues: readonly Cue[],
  { show, reads, without }: { show: ResolveContext; reads: Set<string>; without: "Position" | null },
): void {
  const covered = new Set<string>();
  const seen: { tracked: boolean; content: readonly Content[] }[] = [];
  for (let index = cues.length - 1; index >= 0; index--)
    for (const { key, attribute, part, who } of fromTheTop(cues[index]!.strokes)) {
      if (covered.has(key) || (without !== null && attributeInfo(attribute).family === without)) continue;
      addReads(reads, { who, attribute, part }, show);
      const content = partContent({ attribute, part, spread: spreadOf(who, show), show });
      seen.push({ tracked: index < cues.length - 1, content });
      if (covers(part, attribute, show)) covered.add(key);
    }
  for (const { tracked, content } of seen.reverse()) for (const one of content) laid.add(tracked ? carriedOn(one) : one);
}

interface PartAt {
  readonly key: string;
  readonly attribute: Attribute;
  readonly part: Part;
  readonly who: Who;
}

// Strokes never change in place.
const partsFromTheTop = new WeakMap<Strokes, readonly PartAt[]>();
const positions = new WeakMap<Strokes, Strokes | null>();

/** All parts of strokes, the topmost first, each with a key of whom and what it is about. */
function fromTheTop(strokes: Strokes): readonly PartAt[] {
  let found = partsFromTheTop.get(strokes);
  if (!found) {
    found = inRank(strokes)
      .flatMap(([, { who, parts }]) => {
        const key = JSON.stringify(who);
        return partsInOrder(parts).map(([attribute, part]): PartAt => ({ key: `${key} ${attribute}`, attribute, part, who }));
      })
      .toReversed();
    partsFromTheTop.set(strokes, found);
  }
  return found;
}

/** The strokes with their positions alone; null when they have none. */
function positionsOf(strokes: Strokes): Strokes | null {
  let found = positions.get(strokes);
  if (found === undefined) {
    const entries = Object.entries(strokes).flatMap(([id, stroke]) => {
      const parts = Object.entries(stroke.parts).filter(([name]) => attributeInfo(name).family === "Position");
      return parts.length > 0 ? [[id, { ...stroke, parts: Object.fromEntries(parts) }] as const] : [];
    });
    positions.set(strokes, (found = entries.length > 0 ? Object.fromEntries(entries) : null));
  }
  return found;
}

/** Whether a part says something for every head that it is about: then the same part of an earlier cue can't be seen. */
function covers(part: Part, attribute: Attribute, show: ResolveContext): boolean {
  if (onlyRides(part) || part.taken) return false;
  if (part.motion?.kind === "steps" && part.motion.steps.some(({ presetId }) => presetId !== undefined)) return false;
  return part.presets?.ids.every((id) => (show.preset?.(id)?.universal ?? {})[attribute] !== undefined) ?? true;
}

/** The nearest block at or before a cue: what lies before it says nothing there. */
function firstThatCounts(cues: readonly Cue[], target: number): number {
  for (let index = target; index > 0; index--) if (cues[index]!.block) return index;
  return 0;
}

// Rows of a part never change in place.
const carriedRows = new WeakMap<readonly Row[], readonly Row[]>();

function carriedOn(content: Content): Content {
  if (isColumn(content)) return withoutTimes(content);
  let rows = carriedRows.get(content);
  if (!rows) carriedRows.set(content, (rows = content.map(trackedIn)));
  return rows;
}

/** What came in with a cue before: it has this cue's time, its motions have their size, and those that count have run. */
function trackedIn({ parameter, value, nudge, motions: moving }: Row): Row {
  const motions = moving.map((motion) => ({ ...motion, fadeInSeconds: 0, count: motion.count === null ? null : 0 }));
  return { parameter, value, nudge, fade: null, delay: null, motions: motions.length > 0 ? motions : moving };
}
