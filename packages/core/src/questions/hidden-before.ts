import { PRIORITIES, type Playback } from "../playback/playback";
import type { Row } from "../stroke/row";
import { cueAfter } from "../playing/cue-after";
import { listDrives, sketchDrives } from "../show/driving";
import type { Show } from "../show/show";

/** Sketches lie over normal priority. */
const SKETCHES_OVER = PRIORITIES.indexOf("normal");

/**
 * Who would hide all of a card that doesn't run yet, by lying above it whatever it does: a playback of higher priority, or a sketch.
 * The id is as in a trace; null when something of it would show, as of anything that counts by the highest.
 */
export function hiddenBefore(show: Show, playback: Playback): string | null {
  const rank = PRIORITIES.indexOf(playback.priority ?? "normal");
  const above = sourcesAbove(show, rank);
  if (above.length === 0) return null;
  const cue = cueAfter(show.cuesOf(playback.listId), null);
  const rows = cue ? listDrives(show, { listId: playback.listId, cueId: cue.id }).rows : [];
  if (rows.length === 0 || rows.some(({ parameter, value }) => parameter < show.rig.htpCount || value === null)) return null;
  const covered = new Map<number, string>();
  for (const { id, rows: theirs } of above)
    for (const { parameter, value } of theirs()) if (value !== null && !covered.has(parameter)) covered.set(parameter, id);
  return rows.every(({ parameter }) => covered.has(parameter)) ? covered.get(rows[0]!.parameter)! : null;
}

function sourcesAbove(show: Show, rank: number): { id: string; rows: () => readonly Row[] }[] {
  const cards = show.all("playbackState").flatMap(({ playbackId, cueId }) => {
    const playback = show.get("playback", playbackId);
    if (!playback || cueId === null || PRIORITIES.indexOf(playback.priority ?? "normal") <= rank) return [];
    return [{ id: playbackId, rows: () => listDrives(show, { listId: playback.listId, cueId }).rows }];
  });
  if (rank > SKETCHES_OVER) return cards;
  // Most sketches are empty most of the time: no cue needs to be resolved for their sake.
  const sketches = show
    .all("sketch")
    .filter(({ strokes, blind }) => !blind && Object.keys(strokes).length > 0)
    .map((sketch) => ({ id: `sketch ${sketch.personId}`, rows: () => sketchDrives(show, sketch)?.rows ?? [] }));
  return [...cards, ...sketches];
}
