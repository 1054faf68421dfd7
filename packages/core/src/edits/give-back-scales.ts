import type { Change } from "../document/transaction";
import { roleOf, type Playback } from "../playback/playback";
import { masterChanges } from "../playing/play-masters";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** The speed master that a card's fader scales; null = its fader has another job. */
export function scaledMasterId(playback: Playback | null): string | null {
  return playback && roleOf(playback) === "tempo" ? (playback.masterId ?? null) : null;
}

/**
 * The changes that go with an edit that takes a card's fader off its speed master (the card, its role or its master): the scale goes back to
 * one, so that no master is left slow, or standing, by a fader that is no longer there.
 */
export function scaleChanges(before: Show, after: Show, { changes, t }: { changes: readonly Change[]; t: Seconds }): Change[] {
  const ids = new Set(changes.flatMap((change) => (change.op === "set" ? change.id : change.op === "remove" ? change.record.id : [])));
  const left = new Set(
    [...ids].flatMap((id) => {
      const masterId = scaledMasterId(before.get("playback", id));
      return masterId !== null && scaledMasterId(after.get("playback", id)) !== masterId ? [masterId] : [];
    }),
  );
  return [...left].flatMap((masterId) => {
    const state = after.masterState(masterId);
    if (!after.get("master", masterId) || !state || state.tempo.scale === 1) return [];
    const back = masterChanges(after, { type: "scale", masterId, factor: 1 }, t);
    return back.ok ? back.value : [];
  });
}
