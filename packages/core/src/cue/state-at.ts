import { laidOver, resolve, type Resolved } from "../stroke/resolve";
import type { ResolveContext, Row } from "../stroke/row";
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
    const present = index === 0 ? undefined : (parameter: number): number | null => rows.get(parameter)?.value ?? null;
    const resolved = resolve(cues[index]!.strokes, withPresent(show, present));
    reads.add(cues[index]!.id);
    resolved.reads.forEach((id) => reads.add(id));
    if (target === 0) return { rows: resolved.rows, reads };
    for (const row of resolved.rows) {
      const tracked = rows.get(row.parameter);
      rows.set(row.parameter, laidOver(tracked, index === target ? row : { ...row, fade: null, delay: 0 }));
    }
  }
  return { rows: [...rows.values()].sort((a, b) => a.parameter - b.parameter), reads };
}

function withPresent(show: ResolveContext, present: ResolveContext["present"]): ResolveContext {
  return {
    rig: show.rig,
    groupHeads: (id) => show.groupHeads(id),
    preset: (id) => show.preset?.(id) ?? null,
    ...(show.reaches ? { reaches: show.reaches } : {}),
    ...(present ? { present } : {}),
  };
}
