import { changedId, type Change } from "../document/transaction";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** What was started longer ago than this came with a show that was opened, and isn't started now. */
const NOW_SECONDS = 1;

/** The cues that these changes have just started, in their order; `show` is the one after them. */
export function startedCues(show: Show, changes: readonly Change[], at: Seconds): string[] {
  const states = new Set(
    changes.flatMap((change) => {
      if (change.op === "remove") return [];
      return change.op === "add" || change.path[0] === "goSeconds" || change.path[0] === "cueId" ? [changedId(change)] : [];
    }),
  );
  return [...states].flatMap((id) => {
    const state = show.get("playbackState", id);
    return state?.cueId && Math.abs(at - state.goSeconds) < NOW_SECONDS ? [state.cueId] : [];
  });
}
