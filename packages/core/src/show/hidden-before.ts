import { stateAt } from "../cue/state-at";
import { PRIORITIES, type Playback } from "../playback/playback";
import { resolve } from "../stroke/resolve";
import { contextWith, type Row } from "../stroke/row";
import { reachOf, reachOfOwner } from "../territory/reach";
import { cueAfter } from "./cue-after";
import type { Show } from "./show";

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
  const rows = cue ? rowsOf(show, playback, cue.id) : [];
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
    return [{ id: playbackId, rows: () => rowsOf(show, playback, cueId) }];
  });
  if (rank > SKETCHES_OVER) return cards;
  const sketches = show.all("sketch").flatMap(({ personId, strokes, blind }) => {
    const person = show.get("person", personId);
    if (!person || blind || Object.keys(strokes).length === 0) return [];
    return [{ id: `sketch ${personId}`, rows: () => resolve(strokes, contextWith(show, { reaches: reachOf(person, show) })).rows }];
  });
  return [...cards, ...sketches];
}

function rowsOf(show: Show, { listId }: Playback, cueId: string): readonly Row[] {
  const reaches = reachOfOwner(show.get("cueList", listId)?.territoryId ?? null, show);
  return stateAt(show.cuesOf(listId), cueId, contextWith(show, { reaches })).rows;
}
