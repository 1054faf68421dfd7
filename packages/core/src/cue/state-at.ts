import { laidOver, resolve, type Resolved } from "../stroke/resolve";
import { contextWith, type ResolveContext, type Row } from "../stroke/row";
import type { Cue } from "./cue";

/**
 * The whole state of a cue list at one of its cues: what it and all cues before it say, the later winning. So
 * going there in any order ends in the same look. What tracks in from before has the cue's own times. The content of a cue
 * only isn't carried on; into a block nothing is. `cues` are those of one list in rising order; a cue that isn't among them gives nothing.
 */
export function stateAt(cues: readonly Cue[], cueId: string, show: ResolveContext): Resolved {
  const target = cues.findIndex(({ id }) => id === cueId);
  const rows = new Map<number, Row>();
  const reads = new Set<string>();
  for (let index = firstThatCounts(cues, target); index <= target; index++) {
    const cue = cues[index]!;
    reads.add(cue.id);
    if (cue.cueOnly && index !== target) continue;
    // A head goes on from where the cue before left it: no needless flips between two ways to look at a point.
    const present = (parameter: number): number | null => rows.get(parameter)?.value ?? null;
    const within = { reaches: show.reaches, ...(rows.size > 0 ? { present } : {}) };
    const resolved = resolve(cue.strokes, contextWith(show, within));
    resolved.reads.forEach((id) => reads.add(id));
    if (rows.size === 0 && index === target) return { rows: resolved.rows, reads };
    for (const row of resolved.rows) {
      const tracked = rows.get(row.parameter);
      rows.set(row.parameter, laidOver(tracked, index === target ? row : trackedIn(row)));
    }
  }
  return { rows: [...rows.values()].sort((a, b) => a.parameter - b.parameter), reads };
}

/** The nearest block at or before a cue: what lies before it says nothing there. */
function firstThatCounts(cues: readonly Cue[], target: number): number {
  for (let index = target; index > 0; index--) if (cues[index]!.block) return index;
  return 0;
}

/** What came in with a cue before: it has this cue's time, its motions have their size, and those that count have run. */
function trackedIn({ parameter, value, nudge, motions: moving }: Row): Row {
  const motions = moving.map((motion) => ({ ...motion, fadeInSeconds: 0, count: motion.count === null ? null : 0 }));
  return { parameter, value, nudge, fade: null, delay: null, motions: motions.length > 0 ? motions : moving };
}
