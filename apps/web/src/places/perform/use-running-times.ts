import { useMemo } from "react";
import { runningTimes, type PlaybackState, type RunningTimes } from "@vexa/core";
import { useQuietShow } from "../../session/show-context";

/** When what a card's running cue changes starts and ends; its fader may move meanwhile as it likes. A chase goes on before it is looked at: of its steps only how long they take. */
export function useRunningTimes(state: PlaybackState): RunningTimes {
  const show = useQuietShow();
  const { playbackId, cueId, seconds, byPace } = state;
  return useMemo(() => {
    const listId = show.get("playback", playbackId)?.listId;
    if (show.get("cueList", listId)?.chase) return { families: {}, seconds: seconds ?? show.get("cue", cueId)?.inSeconds ?? 0 };
    return runningTimes(show, { playbackId, cueId, seconds, byPace });
  }, [show, playbackId, cueId, seconds, byPace]);
}
