import { timeline } from "../cue/timeline";
import { fadedSeconds, type PlaybackState } from "../playback/playback";
import type { Seconds } from "../units/units";
import { cueAfter } from "./play";
import type { Show } from "./show";

/** A cue that starts by itself, and when. */
export interface Due {
  readonly playbackId: string;
  readonly cueId: string;
  readonly atSeconds: Seconds;
}

/**
 * What a running playback does next by itself: a cue that follows on when the one before has arrived, or that waits so long after its go.
 * Null when somebody has to press go, or while it is paused.
 */
export function nextDue(show: Show, state: PlaybackState): Due | null {
  const playback = show.get("playback", state.playbackId);
  const cue = show.get("cue", state.cueId);
  if (!playback || !cue || state.pausedSeconds !== undefined) return null;
  const cues = show.cuesOf(playback.listId);
  const next = cueAfter(cues, cue.id);
  const trigger = next?.trigger;
  if (!next || !trigger || trigger.type === "timecode") return null;
  const lasts = trigger.type === "wait" ? trigger.seconds : (state.seconds ?? timeline(cues, cue.id, show).seconds);
  // A ring of cuts that follow on would never come to rest: each has a moment at least.
  const after = Math.max(LEAST_SECONDS, lasts);
  return { playbackId: playback.id, cueId: next.id, atSeconds: state.goSeconds + (state.heldSeconds ?? 0) + after };
}

const LEAST_SECONDS = 0.05;

/** Seconds until everything of the running cue has arrived; 0 when it has. */
export function secondsLeft(show: Show, state: PlaybackState, t: Seconds): Seconds {
  const playback = show.get("playback", state.playbackId);
  if (!playback || state.cueId === null) return 0;
  const lasts = state.seconds ?? timeline(show.cuesOf(playback.listId), state.cueId, show).seconds;
  return Math.max(0, lasts - fadedSeconds(state, t));
}
