import type { Cue, CueList } from "../cue/cue";
import { timeline } from "../cue/timeline";
import { fadedSeconds, type Playback, type PlaybackState } from "../playback/playback";
import { cueAfter } from "../playing/cue-after";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** What somebody reads from across the room while a list runs. */
export interface CueCall {
  readonly list: CueList;
  /** The cue that stands, and how it plays; null = the list doesn't run. */
  readonly runs: { readonly cue: Cue; readonly state: PlaybackState } | null;
  /** What comes next; null after the last. */
  readonly next: Cue | null;
}

/** The call of a list, or with null of the one that was started or moved last; null where there is none. */
export function cueCall(show: Show, listId: string | null): CueCall | null {
  const card = cardCalled(show, listId);
  const list = show.get("cueList", card?.listId ?? listId);
  if (!list) return null;
  const state = card && show.playbackState(card.id);
  const cue = show.get("cue", state?.cueId);
  const next = cueAfter(show.cuesOf(list.id), cue?.id ?? null) ?? null;
  return { list, runs: state && cue ? { cue, state } : null, next };
}

/** Seconds from the go until all of the cue has arrived, with its delays, or the time that was chosen for this go. */
export function callSeconds(show: Show, { list, runs }: CueCall): Seconds {
  return runs ? (runs.state.seconds ?? timeline(show.cuesOf(list.id), runs.cue.id, show).seconds) : 0;
}

/** How far a cue that takes so many seconds has come: the part that is done, 0..1, and what is left. `now` in show seconds. */
export function callProgress(
  state: PlaybackState,
  of: { seconds: Seconds; now: Seconds },
): { readonly part: number; readonly left: Seconds } {
  const faded = Math.max(0, fadedSeconds(state, of.now));
  return { part: of.seconds > 0 ? Math.min(1, faded / of.seconds) : 1, left: Math.max(0, of.seconds - faded) };
}

/** Of the cards of the list, or of all, the one that runs and was touched last. */
function cardCalled(show: Show, listId: string | null): Playback | null {
  const goOf = (playback: Playback): number => show.playbackState(playback.id)?.goSeconds ?? -Infinity;
  const running = show
    .all("playback")
    .filter((playback) => (listId === null || playback.listId === listId) && (show.playbackState(playback.id)?.cueId ?? null) !== null);
  return running.reduce<Playback | null>((latest, playback) => (latest && goOf(latest) >= goOf(playback) ? latest : playback), null);
}
