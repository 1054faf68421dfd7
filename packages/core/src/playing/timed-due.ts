import type { CueList } from "../cue/cue";
import type { Seconds } from "../units/units";
import type { Due } from "./due";
import { listPlace, timeCard, timedCues } from "./list-clock";
import type { Show } from "../show/show";

/** A cue that was started nearer to its own time than this was started by it. */
const SAME_GO = 1;

/** The next cue whose time comes while a list's time line runs, and the end of its sound. */
export function timedDue(show: Show, list: CueList): Due[] {
  const place = listPlace(show, list);
  if (!place?.running) return [];
  const atOf = (seconds: Seconds): Seconds => place.atSeconds + seconds - place.positionSeconds;
  const sound = list.time?.source === "sound" ? show.get("sound", list.time.soundId) : null;
  const end: Due[] = sound ? [{ atSeconds: atOf(sound.seconds), command: { type: "time-stop", listId: list.id } }] : [];
  const card = timeCard(show, list.id);
  if (!card) return end;
  const state = show.playbackState(card.id);
  const done = state ? Math.max(state.goSeconds, state.letGoSeconds ?? 0) : 0;
  const next = timedCues(show, list.id).find(({ id, trigger }) => {
    const at = atOf(trigger.seconds);
    const wasThis = state?.cueId === id && Math.abs(state.goSeconds - at) < SAME_GO;
    return trigger.seconds > place.positionSeconds && at > done && !wasThis;
  });
  return next ? [{ atSeconds: atOf(next.trigger.seconds), command: { type: "go", playbackId: card.id, cueId: next.id } }, ...end] : end;
}
