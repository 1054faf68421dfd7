import type { Playback } from "../playback/playback";
import type { HeadKey } from "../rig/fixture";
import type { Row } from "../stroke/row";
import { reachOfOwner } from "../territory/reach";
import { cueAfter } from "../playing/cue-after";
import { listDrives } from "../show/driving";
import type { Show } from "../show/show";

/** What a card's cue says of parameters that its territory doesn't have: kept, and silent. The running cue, or the one that comes first. */
function silentRows(show: Show, playback: Playback): readonly Row[] {
  const list = show.get("cueList", playback.listId);
  if (!list || list.territoryId === null) return [];
  const reaches = reachOfOwner(list.territoryId, show);
  const outside = (head: HeadKey, family: Parameters<typeof reaches>[1]): boolean => !reaches(head, family);
  const cueId = show.playbackState(playback.id)?.cueId ?? cueAfter(show.cuesOf(list.id), null)?.id;
  return cueId === undefined ? [] : listDrives(show, { listId: list.id, cueId }, outside).rows;
}

/** How many heads a card would drive, were they its territory's. */
export function silentHeads(show: Show, playback: Playback): number {
  return new Set(silentRows(show, playback).map(({ parameter }) => show.rig.parameters[parameter]!.head.key)).size;
}

/** Running cards that say something of a parameter in vain, for their territory doesn't have it. */
export function silentThere(show: Show, parameter: number): Playback[] {
  return show
    .all("playback")
    .filter((playback) => (show.playbackState(playback.id)?.cueId ?? null) !== null)
    .filter((playback) => silentRows(show, playback).some((row) => row.parameter === parameter));
}
