import { cueAfter, cueName, type Cue } from "@vexa/core";
import { useQuietShow } from "../../session/show-context";

/** Lines a row of cells has room for, beyond what a card says anyway. */
const LINES_A_ROW = 3;
const ROWS_TAKEN = 1.5;

/** What comes after a cue, in its order: at most so many, and each once where a list runs in a ring. */
export function nextOf(cues: readonly Cue[], cueId: string | null, most: number): Cue[] {
  const found: Cue[] = [];
  for (let at = cueId; found.length < most;) {
    const next = cueAfter(cues, at);
    if (!next || next.id === cueId || found.includes(next)) break;
    found.push(next);
    at = next.id;
  }
  return found;
}

/** The middle of a card that has room: the cues that come, the next one first. */
export function NextCues(of: { cues: readonly Cue[]; cueId: string | null; rows: number }): React.JSX.Element | null {
  const show = useQuietShow();
  const next = nextOf(of.cues, of.cueId, Math.floor((of.rows - ROWS_TAKEN) * LINES_A_ROW));
  if (next.length === 0) return null;
  return (
    <ol aria-label="Next cues" className="mt-1 min-h-0 overflow-hidden text-xs leading-5 text-ink-3">
      {next.map((cue, index) => (
        <li key={cue.id} className={index === 0 ? "truncate text-ink-2" : "truncate"}>
          {cue.number} {cueName(cue, show)}
        </li>
      ))}
    </ol>
  );
}
