import type { Board } from "../playback/board";
import type { CoatTimes } from "../playback/coat";
import { PACE_ID } from "../playback/pace";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** The time that a pace gives to a cue of a list that is started now, or to a board; undefined = its own. */
export function paceFor(show: Show, id: string): Seconds | undefined {
  const pace = show.get("pace", PACE_ID);
  return pace && pace.seconds !== null && [...pace.listIds, ...(pace.boardIds ?? [])].includes(id) ? pace.seconds : undefined;
}

/** The two times of a touch on a board: those that are chosen, else the board's; under a pace those that it gives, and its own beside them. */
export function boardTimes(show: Show, board: Board, chosen: Partial<CoatTimes>): CoatTimes & { readonly own?: CoatTimes } {
  const { fadeSeconds = board.fadeSeconds, travelSeconds = board.travelSeconds } = chosen;
  const own = { fadeSeconds, travelSeconds };
  const pace = paceFor(show, board.id);
  return pace === undefined ? own : { ...pacedTimes(own, pace), own };
}

/** Times of a touch under a pace: each head takes that, and the travel keeps its share; where heads come at once, the travel takes it. */
export function pacedTimes({ fadeSeconds, travelSeconds }: CoatTimes, pace: Seconds): CoatTimes {
  if (fadeSeconds > 0) return { fadeSeconds: pace, travelSeconds: (travelSeconds * pace) / fadeSeconds };
  return travelSeconds > 0 ? { fadeSeconds, travelSeconds: pace } : { fadeSeconds: pace, travelSeconds };
}
