import { laidOver, resolve, type Resolved } from "../stroke/resolve";
import { contextWith, type ResolveContext, type Row } from "../stroke/row";
import type { Cue } from "./cue";

/**
 * The whole state of a cue list at one of its cues: what it and all cues before it say, the later winning. So
 * going there in any order ends in the same look. What tracks in from before has the cue's own in-time.
 * `cues` are those of one list in rising order; a cue that isn't among them gives nothing.
 */
export function stateAt(cues: readonly Cue[], cueId: string, show: ResolveContext): Resolved {
  const target = cues.findIndex(({ id }) => id === cueId);
  const rows = new Map<number, Row>();
  const reads = new Set<string>();
  for (let index = 0; index <= target; index++) {
    // A head goes on from where the cue before left it: no needless flips between two ways to look at a point.
    const present = (parameter: number): number | null => rows.get(parameter)?.value ?? null;
    const within = { reaches: show.reaches, ...(index > 0 ? { present } : {}) };
    const resolved = resolve(cues[index]!.strokes, contextWith(show, within));
    reads.add(cues[index]!.id);
    resolved.reads.forEach((id) => reads.add(id));
    if (target === 0) return { rows: resolved.rows, reads };
    for (const row of resolved.rows) {
      const tracked = rows.get(row.parameter);
      rows.set(row.parameter, laidOver(tracked, index === target ? row : trackedIn(row)));
    }
  }
  return { rows: [...rows.values()].sort((a, b) => a.parameter - b.parameter), reads };
}

/** What came in with a cue before: it has this cue's time, its motions have their size, and those that count have run. */
function trackedIn(row: Row): Row {
  const motions = row.motions.map((motion) => ({ ...motion, fadeInSeconds: 0, count: motion.count === null ? null : 0 }));
  return { ...row, fade: null, delay: 0, motions: motions.length > 0 ? motions : row.motions };
}
