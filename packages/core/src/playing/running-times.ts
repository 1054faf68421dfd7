import { FAMILIES } from "../rig/attribute-info";
import { paced } from "../cue/paced";
import { timeline, timesOfFamilies, type Span, type Timeline } from "../cue/timeline";
import type { PlaybackState } from "../playback/playback";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** When what a running cue changes starts and ends, in seconds of fading since its go. */
export type RunningTimes = Pick<Timeline, "families" | "seconds">;

/** What a card runs, and the time or the pace that it was given. */
type Run = Pick<PlaybackState, "playbackId" | "cueId"> & { readonly seconds?: number | undefined; readonly byPace?: true | undefined };

const NOTHING: RunningTimes = { families: {}, seconds: 0 };

/**
 * The times of a card's running cue: its own, or those of the time or the pace that it was given with its go. While a hand moves it there
 * are none but the cue's.
 */
export function runningTimes(show: Show, { playbackId, cueId, seconds, byPace }: Run): RunningTimes {
  const cue = show.get("cue", cueId);
  const playback = show.get("playback", playbackId);
  if (!playback || !cue) return NOTHING;
  const cues = show.cuesOf(playback.listId);
  if (seconds === undefined) return timeline(cues, cue.id, show);
  if (!byPace) {
    const { families } = timeline(cues, cue.id, show);
    const whole: Span = { start: 0, end: seconds };
    return { families: Object.fromEntries(FAMILIES.flatMap((family) => (families[family] ? [[family, whole]] : []))), seconds };
  }
  const pace = paced(cue, seconds);
  const own = timeline(
    cues.map((each) => (each.id === cue.id ? pace.cue : each)),
    cue.id,
    show,
  );
  const spans = [...own.parameters].map(([parameter, { start, end }]): readonly [number, Span] => {
    const begins = pace.delay(start);
    return [parameter, { start: begins, end: begins + pace.fade(end - start) }];
  });
  return timesOfFamilies(new Map(spans), show.rig);
}

/** Seconds of fading until all of a card's running cue has arrived. */
export function runningSeconds(show: Show, state: Run): Seconds {
  return state.seconds !== undefined && !state.byPace ? state.seconds : runningTimes(show, state).seconds;
}
