import { fieldChanges } from "../document/field-changes";
import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { PACE_ID, type Pace } from "../playback/pace";
import { coatedSeconds, type Coat } from "../playback/coat";
import { fadedSeconds } from "../playback/playback";
import type { Seconds } from "../units/units";
import { pacedTimes } from "./pace-for";
import { stateChanges, type NextState } from "./playback-changes";
import { runningSeconds } from "./running-times";
import type { Show } from "../show/show";

/**
 * One time for the cues of a company that are started from now on; null = their own. What is left out stays. `live`: what is under way takes
 * it, too.
 */
export interface PaceCommand {
  readonly type: "pace";
  readonly seconds?: number | null;
  readonly listIds?: readonly string[];
  readonly boardIds?: readonly string[];
  readonly live?: boolean;
}

export function paceChanges(show: Show, command: PaceCommand, { t, personId }: { t: Seconds; personId: string }): Result<Change[]> {
  if (command.listIds?.some((id) => !show.get("cueList", id))) return fail("record.unknown", { what: "cue list" });
  if (command.boardIds?.some((id) => !show.get("board", id))) return fail("record.unknown", { what: "colour board" });
  const present = show.get("pace", PACE_ID);
  const { live: was, ...before }: Pace = present ?? { id: PACE_ID, kind: "pace", version: 1, seconds: null, listIds: [], personId };
  const record: Pace = {
    ...before,
    personId,
    ...(command.seconds === undefined ? {} : { seconds: command.seconds }),
    ...(command.listIds === undefined ? {} : { listIds: [...new Set(command.listIds)] }),
    ...(command.boardIds === undefined ? {} : { boardIds: [...new Set(command.boardIds)] }),
    ...((command.live ?? was) ? { live: true } : {}),
  };
  return ok([
    ...(present ? fieldChanges(present, record) : [{ op: "add" as const, record }]),
    ...runsUnderWay(show, record, t),
    ...coatsUnderWay(show, record, t),
  ]);
}

/**
 * Runs of the company that haven't arrived go on with a live pace: what is done stays done, and the rest takes its share of the new time. A time
 * that was chosen for one go holds, and so does what a hand moves, or a chase.
 */
function runsUnderWay(show: Show, { live, seconds, listIds }: Pace, t: Seconds): Change[] {
  if (!live) return [];
  return show.all("playbackState").flatMap((state): Change[] => {
    const cue = show.get("cue", state.cueId);
    const listId = show.get("playback", state.playbackId)?.listId;
    if (!cue || listId === undefined || !listIds.includes(listId) || state.hand || state.steps !== undefined) return [];
    const chosen = state.seconds !== undefined && !state.byPace;
    const faded = fadedSeconds(state, t);
    if (chosen || (seconds ?? undefined) === state.seconds) return [];
    // From pace to pace it makes no difference to what has arrived, and a drag along the track needn't find out each time.
    const fromPaceToPace = state.byPace && seconds !== null;
    if (!fromPaceToPace && faded >= runningSeconds(show, state)) return [];
    const times: NextState = seconds === null ? { seconds: undefined, byPace: undefined } : { seconds, byPace: true };
    const [before, after] = [state.seconds ?? cue.inSeconds, seconds ?? cue.inSeconds];
    // All times are drawn out or together alike, so that all of it is as far as it was.
    const further = before > 0 ? faded * (after / before - 1) : 0;
    return stateChanges(state.playbackId, state, { ...times, furtherSeconds: (state.furtherSeconds ?? 0) + further || undefined });
  });
}

/** The same of what boards were painted with: each head is as far as it was, and the rest takes its share of the new time. */
function coatsUnderWay(show: Show, { live, seconds, boardIds = [] }: Pace, t: Seconds): Change[] {
  if (!live) return [];
  return show.all("coat").flatMap((coat): Change[] => {
    const coated = coatedSeconds(coat, t);
    if (!boardIds.includes(coat.boardId) || !coat.color || coated >= coat.fadeSeconds + coat.travelSeconds) return [];
    const { own = coat, own: paced, furtherSeconds = 0, ...rest } = coat;
    const { fadeSeconds, travelSeconds } = seconds === null ? own : pacedTimes(own, seconds);
    const [before, after] = coat.fadeSeconds > 0 ? [coat.fadeSeconds, fadeSeconds] : [coat.travelSeconds, travelSeconds];
    const further = furtherSeconds + coated * (after / before - 1);
    const kept = paced ?? { fadeSeconds: coat.fadeSeconds, travelSeconds: coat.travelSeconds };
    const next: Coat = {
      ...rest,
      fadeSeconds,
      travelSeconds,
      ...(further === 0 ? {} : { furtherSeconds: further }),
      ...(seconds === null ? {} : { own: kept }),
    };
    return fieldChanges(coat, next);
  });
}
