import { useEffect, useState } from "react";
import { cueAfter, runningTimes, type PlaybackState, type RunningTimes, type Show } from "@vexa/core";
import { useQuietShow } from "../../session/show-context";

/** Several places show the times of one run, and its fader moves between them; a show that has changed is another one. */
const known = new WeakMap<Show, Map<string, RunningTimes>>();
/** What all cues before say is looked through for them, which isn't done while a touch is answered. */
const AFTER_THE_TOUCH_MS = 40;

/**
 * When what a card's running cue changes starts and ends; until that is worked out its in-time alone. A chase goes on before it is looked at:
 * of its steps only how long they take.
 */
export function useRunningTimes({ playbackId, cueId, seconds, byPace }: PlaybackState): RunningTimes {
  const show = useQuietShow();
  const key = keyOf({ playbackId, cueId, seconds, byPace });
  const found = known.get(show)?.get(key);
  const isKnown = found !== undefined;
  const [, drawAgain] = useState(0);
  useEffect(() => {
    if (show.get("cueList", show.get("playback", playbackId)?.listId)?.chase) return undefined;
    const timer = setTimeout(() => {
      workOut(show, { playbackId, cueId, seconds, byPace });
      if (!isKnown) drawAgain((count) => count + 1);
      // The one that a go brings next is there when it comes.
      const next = cueAfter(show.cuesOf(show.get("playback", playbackId)?.listId ?? ""), cueId);
      if (next) workOut(show, { playbackId, cueId: next.id });
    }, AFTER_THE_TOUCH_MS);
    return () => clearTimeout(timer);
  }, [show, isKnown, playbackId, cueId, seconds, byPace]);
  return found ?? { families: {}, seconds: seconds ?? show.get("cue", cueId)?.inSeconds ?? 0 };
}

type Run = Parameters<typeof runningTimes>[1];

const keyOf = ({ playbackId, cueId, seconds, byPace }: Run): string => JSON.stringify([playbackId, cueId, seconds, byPace]);

function workOut(show: Show, run: Run): void {
  const of = known.get(show) ?? new Map<string, RunningTimes>();
  known.set(show, of);
  if (!of.has(keyOf(run))) of.set(keyOf(run), runningTimes(show, run));
}
