import type { Board } from "../playback/board";
import { PACE_ID } from "../playback/pace";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** The time that a pace gives to a cue of a list that is started now, or to a board; undefined = its own. */
export function paceFor(show: Show, id: string): Seconds | undefined {
  const pace = show.get("pace", PACE_ID);
  return pace && pace.seconds !== null && [...pace.listIds, ...(pace.boardIds ?? [])].includes(id) ? pace.seconds : undefined;
}

/** The two times of a touch on a board: those that are chosen, else the board's; under a pace each head takes that, and the travel keeps its share. */
export function boardTimes(
  show: Show,
  board: Board,
  chosen: { readonly fadeSeconds?: Seconds; readonly travelSeconds?: Seconds },
): { fadeSeconds: Seconds; travelSeconds: Seconds } {
  const { fadeSeconds = board.fadeSeconds, travelSeconds = board.travelSeconds } = chosen;
  const pace = paceFor(show, board.id);
  if (pace === undefined) return { fadeSeconds, travelSeconds };
  if (fadeSeconds > 0) return { fadeSeconds: pace, travelSeconds: (travelSeconds * pace) / fadeSeconds };
  return travelSeconds > 0 ? { fadeSeconds, travelSeconds: pace } : { fadeSeconds: pace, travelSeconds };
}
