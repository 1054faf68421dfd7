import { resolve } from "../stroke/resolve";
import { contextWith, type ResolveContext } from "../stroke/row";
import { inRank } from "../stroke/stroke";
import type { Reach } from "../territory/reach";
import type { Cue } from "./cue";

/** The cue and the stroke of it from which a list has what it says of a parameter. */
export interface NamedBy {
  readonly cue: Cue;
  readonly strokeId: string;
  /** The cue that runs doesn't name it itself. */
  readonly tracked: boolean;
}

/** Looks back from a cue to the one that names a parameter; null when none does. `cues` are those of one list in rising order. */
export function namedBy(
  cues: readonly Cue[],
  cueId: string,
  of: { parameter: number; show: ResolveContext; reaches: Reach },
): NamedBy | null {
  const target = cues.findIndex(({ id }) => id === cueId);
  for (let index = target; index >= 0; index--) {
    const cue = cues[index]!;
    if (!cue.cueOnly || index === target)
      for (const [strokeId, stroke] of inRank(cue.strokes).toReversed()) {
        const { rows } = resolve({ [strokeId]: stroke }, contextWith(of.show, { reaches: of.reaches }));
        if (rows.some(({ parameter, value }) => parameter === of.parameter && value !== null))
          return { cue, strokeId, tracked: index < target };
      }
    if (cue.block) return null;
  }
  return null;
}
