import { sameJson } from "../document/record";
import type { CueList } from "../cue/cue";
import { fadedSeconds, type PlaybackState } from "../playback/playback";
import type { Seconds } from "../units/units";
import { chaseDue } from "./chase-due";
import type { CardDue, Due } from "./due";
import { cueAfter } from "./cue-after";
import { runningSeconds } from "./running-times";
import type { Show } from "../show/show";
import { timedDue } from "./timed-due";

/** All that happens by itself next: at most one thing a playback, and the ends of sounds. */
export function allDue(show: Show): Due[] {
  const timed = show.all("cueList").flatMap((list): Due[] => timedDue(show, list));
  const started = show.all("playbackState").flatMap((state): Due[] => {
    const due = state.cueId === null ? null : nextDue(show, state);
    return due ? [due] : [];
  });
  const first = new Map<string, Due>();
  for (const due of [...started, ...timed]) {
    const key = "playbackId" in due.command ? due.command.playbackId : due.command.listId;
    const known = first.get(key);
    if (!known || due.atSeconds < known.atSeconds) first.set(key, due);
  }
  return [...first.values()];
}

/** Whether something that was due still is: what people did since may have made it void. Times of day hold by themselves. */
export function isStillDue(show: Show, due: Due): boolean {
  const { command } = due;
  const list = show.get("cueList", "listId" in command ? command.listId : show.get("playback", command.playbackId)?.listId);
  const state = "playbackId" in command ? show.playbackState(command.playbackId) : null;
  const started = state && state.cueId !== null ? nextDue(show, state) : null;
  const known = [...(started ? [started] : []), ...(list ? timedDue(show, list) : [])];
  return known.some((other) => sameDue(other, due));
}

/** Nearer than this two moments are the same: times of day are worked out from a clock that is read anew. */
const SAME_SECONDS = 0.02;

export function sameDue(a: Due, b: Due): boolean {
  return sameJson(a.command, b.command) && Math.abs(a.atSeconds - b.atSeconds) < SAME_SECONDS;
}

/**
 * What a running playback does next by itself: a cue that follows on when the one before has arrived or waits so long after its go, the
 * next step of a chase, or the letting go of a one-shot. Null when somebody has to press go, or while it is paused or
 * moved by hand.
 */
export function nextDue(show: Show, state: PlaybackState): CardDue | null {
  const playback = show.get("playback", state.playbackId);
  const list = show.get("cueList", playback?.listId);
  const cue = show.get("cue", state.cueId);
  if (!playback || !list || !cue || state.pausedSeconds !== undefined || state.hand) return null;
  const cues = show.cuesOf(list.id);
  if (list.chase) return chaseDue(show, state, { chase: list.chase, cues }) ?? endOf(show, state, list);
  const next = cueAfter(cues, cue.id);
  const trigger = next?.trigger;
  if (!next) return endOf(show, state, list);
  if (!trigger || trigger.type === "timecode" || trigger.type === "clock") return null;
  const lasts = trigger.type === "wait" ? trigger.seconds : runningSeconds(show, state) - (state.furtherSeconds ?? 0);
  // A ring of cuts that follow on would never come to rest: each has a moment at least.
  return { atSeconds: since(state) + Math.max(LEAST_SECONDS, lasts), command: { type: "go", playbackId: playback.id, cueId: next.id } };
}

const LEAST_SECONDS = 0.05;

/** Where a playback counts from: its go, and the pauses since. */
function since({ goSeconds, heldSeconds = 0 }: PlaybackState): Seconds {
  return goSeconds + heldSeconds;
}

function endOf(show: Show, state: PlaybackState, list: CueList): CardDue | null {
  if (list.ends !== "one-shot") return null;
  const lasts = Math.max(LEAST_SECONDS, runningSeconds(show, state) - (state.furtherSeconds ?? 0));
  return { atSeconds: since(state) + lasts, command: { type: "let-go", playbackId: state.playbackId } };
}

/** Seconds until everything of the running cue has arrived; 0 when it has. */
export function secondsLeft(show: Show, state: PlaybackState, t: Seconds): Seconds {
  return Math.max(0, runningSeconds(show, state) - fadedSeconds(state, t));
}
