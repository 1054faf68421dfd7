import type { CueList } from "../cue/cue";
import { setChange, type Change } from "../document/transaction";
import { cueAfter } from "../playing/cue-after";
import { listPlace, timeCard } from "../playing/list-clock";
import type { Show } from "../show/show";
import { positionAt } from "../timecode/time-place";
import type { Seconds } from "../units/units";

/** A go that is written down as its cue's time. Whoever plays it names the cue: the time, once written, can start it first. */
export interface LearnedGo {
  readonly cueId: string;
  /** On the list's time line, in hundredths. */
  readonly seconds: Seconds;
  readonly change: Change;
  /** When the list's last go was, as far as was known: until another one is told, this go is the latest. */
  readonly since: Seconds | null;
}

/** What a go at `t` writes down, after the one before it; null while the list's time line doesn't run, before its start and at its end. */
export function learnedGo(show: Show, list: CueList, { t, last }: { t: Seconds; last: LearnedGo | null }): LearnedGo | null {
  const place = listPlace(show, list);
  const card = timeCard(show, list.id);
  if (!place?.running || !card) return null;
  const state = show.playbackState(card.id);
  const since = state?.goSeconds ?? null;
  const present = last && last.since === since ? last.cueId : (state?.cueId ?? null);
  const cue = cueAfter(show.cuesOf(list.id), present);
  const seconds = Math.round(positionAt(place, t) * 100) / 100;
  if (!cue || seconds < 0) return null;
  return {
    cueId: cue.id,
    seconds,
    since,
    change: setChange(cue.id, ["trigger"], { from: cue.trigger, to: { type: "timecode", seconds } }),
  };
}
