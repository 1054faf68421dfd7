import type { ClockTrigger, Cue } from "../cue/cue";
import type { Seconds } from "../units/units";
import type { CardDue } from "./due";
import { timeCard } from "./list-clock";
import type { Show } from "../show/show";

/** A moment as the clock on the wall shows it. */
export interface WallTime {
  /** Since midnight. */
  readonly seconds: Seconds;
  /** 1 = Monday. */
  readonly day: number;
}

const DAY_SECONDS = 86400;
/** A cue that was started nearer to its time than this was started by it. */
const SAME_GO = 1;

/**
 * The next cue of each list that a time of day starts, with its moment in show seconds. `now` in show seconds is `wall` on the clock; where
 * the clock is put forward or back before then, it has to be asked anew.
 */
export function clockDue(show: Show, now: Seconds, wall: WallTime): CardDue[] {
  return show.all("cueList").flatMap((list): CardDue[] => {
    const cues = show.cuesOf(list.id).filter(isByClock);
    const card = cues.length > 0 ? timeCard(show, list.id) : null;
    if (!card) return [];
    const state = show.playbackState(card.id);
    const moments = cues.map((cue) => {
      const first = now + secondsUntil(cue.trigger, wall);
      const done = state?.cueId === cue.id && Math.abs(state.goSeconds - first) < SAME_GO;
      // What was started just now comes again on the next day that it is for.
      return { cue, at: done ? first + 1 + secondsUntil(cue.trigger, later(wall, first - now + 1)) : first };
    });
    const next = moments.reduce((a, b) => (b.at < a.at ? b : a));
    return [{ atSeconds: next.at, command: { type: "go", playbackId: card.id, cueId: next.cue.id } }];
  });
}

function isByClock(cue: Cue): cue is Cue & { readonly trigger: ClockTrigger } {
  return cue.trigger?.type === "clock";
}

/** Seconds from a moment on the wall to the next one that a trigger means; 0 = now. */
export function secondsUntil({ seconds, days }: ClockTrigger, wall: WallTime): Seconds {
  for (let ahead = 0; ahead <= 7; ahead++) {
    const day = ((wall.day - 1 + ahead) % 7) + 1;
    const wait = ahead * DAY_SECONDS + seconds - wall.seconds;
    if (wait >= 0 && (!days || days.includes(day))) return wait;
  }
  return Infinity;
}

function later({ seconds, day }: WallTime, by: Seconds): WallTime {
  const total = seconds + by;
  return { seconds: total % DAY_SECONDS, day: ((day - 1 + Math.floor(total / DAY_SECONDS)) % 7) + 1 };
}
