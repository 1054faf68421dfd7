import type { Cue, CueList } from "../cue/cue";
import { timeline } from "../cue/timeline";
import { asRead } from "../playback/page-grid";
import type { Playback } from "../playback/playback";
import { TIMECODE } from "../playback/time-state";
import type { TimePlace } from "../timecode/time-place";
import type { Seconds } from "../units/units";
import { cueAfter } from "./cue-after";
import type { Show } from "../show/show";

/** Where a list's time line stands, in its own seconds; null while nothing drives it. */
export function listPlace(show: Show, list: CueList): TimePlace | null {
  if (!list.time) return null;
  if (list.time.source === "sound") return show.timeState(list.id);
  const coming = show.timeState(TIMECODE);
  return coming && { ...coming, positionSeconds: coming.positionSeconds - list.time.startSeconds };
}

/** The card that time drives: the list's first, by page and place. */
export function timeCard(show: Show, listId: string): Playback | null {
  const rankOf = ({ pageId }: Playback): number => show.get("page", pageId)?.rank ?? 0;
  const cards = show.all("playback").filter((card) => card.listId === listId);
  return cards.toSorted((a, b) => rankOf(a) - rankOf(b) || asRead(a, b))[0] ?? null;
}

/** Cues with a time of their own, in the order of their times. */
export function timedCues(
  show: Show,
  listId: string,
): (Cue & { readonly trigger: { readonly type: "timecode"; readonly seconds: Seconds } })[] {
  const timed = (cue: Cue): cue is ReturnType<typeof timedCues>[number] => cue.trigger?.type === "timecode";
  return show
    .cuesOf(listId)
    .filter(timed)
    .toSorted((a, b) => a.trigger.seconds - b.trigger.seconds);
}

/** Follow-ons after a timed cue are looked through so far. */
const MOST_FOLLOW_ONS = 200;

/**
 * The cue that belongs to a place of the time line: the last one whose time has come, or what has followed on from it since. With the
 * moment at which it began, and how long it takes. Null before the first.
 */
export function cueOfTime(show: Show, listId: string, seconds: Seconds): { cue: Cue; startSeconds: Seconds; lastsSeconds: Seconds } | null {
  const cues = show.cuesOf(listId);
  const timed = timedCues(show, listId).findLast(({ trigger }) => trigger.seconds <= seconds + 1e-6);
  if (!timed) return null;
  let [cue, startSeconds]: [Cue, Seconds] = [timed, timed.trigger.seconds];
  let lastsSeconds = timeline(cues, cue.id, show).seconds;
  for (let count = 0; count < MOST_FOLLOW_ONS; count++) {
    const next = cueAfter(cues, cue.id);
    if (!next?.trigger || next.trigger.type === "timecode" || next.trigger.type === "clock") break;
    const begins = startSeconds + (next.trigger.type === "wait" ? next.trigger.seconds : lastsSeconds);
    if (begins > seconds) break;
    [cue, startSeconds] = [next, begins];
    lastsSeconds = timeline(cues, cue.id, show).seconds;
  }
  return { cue, startSeconds, lastsSeconds };
}
