import type { PlaybackState } from "../playback/playback";
import { attributeInfo } from "../rig/attributes";
import type { Show } from "../show/show";
import { plainOwnerReach } from "./plain-reach";
import { plainState } from "./plain-state";
import { FRESH, release, type Layer, type Line } from "./reference-layer";

/** What goes ahead of a card's next cue, as one would first write it: the layers with that one as it is now. */
export function withAhead(
  show: Show,
  state: PlaybackState,
  playing: readonly Layer[],
  of: { at: number; stage: Map<number, number> },
): Layer[] {
  const id = `${state.playbackId} ahead`;
  const playback = show.get("playback", state.playbackId)!;
  const present = playing.find((layer) => layer.id === id && !layer.release);
  const own = playing.find((layer) => layer.id === state.playbackId);
  const lines = new Map<number, Line>();
  if (state.ahead && state.cueId !== null && own) {
    const list = show.get("cueList", playback.listId)!;
    const reaches = plainOwnerReach(show, list.territoryId);
    for (const row of plainState(show, { cues: show.cuesOf(list.id), cueId: state.ahead.cueId, reaches })) {
      const { head, channel } = show.rig.parameters[row.parameter]!;
      const start = state.ahead.starts[head.key];
      const light = row.parameter < show.rig.htpCount || attributeInfo(channel.attribute).family === "Intensity";
      if (start === undefined || row.value === null || light) continue;
      const from = present?.lines.get(row.parameter)?.from ?? Math.fround(of.stage.get(row.parameter)!);
      lines.set(row.parameter, { ...row, nudge: 0, motions: [], from, delay: start - state.goSeconds, seconds: state.ahead.seconds });
    }
  }
  if (lines.size === 0) {
    if (present) release(present, of.at, state.cueId === null ? playback.releaseSeconds : 2);
    return [...playing];
  }
  const layer: Layer = { ...FRESH, id, kind: "playback", lines, level: 1, start: state.goSeconds, rank: own!.rank, begins: new Map() };
  const others = playing.filter((other) => other !== present);
  const place = others.indexOf(own!) + 1;
  return [...others.slice(0, place), layer, ...others.slice(place)];
}
