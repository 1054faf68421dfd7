import type { Cue } from "../cue/cue";

/** The cue that comes after another: where that one leads, or the next number; the first one after none. */
export function cueAfter(cues: readonly Cue[], cueId: string | null): Cue | undefined {
  const at = cues.findIndex(({ id }) => id === cueId);
  const link = cues[at]?.thenCueId;
  return link === undefined ? cues[at + 1] : cues.find(({ id }) => id === link);
}
