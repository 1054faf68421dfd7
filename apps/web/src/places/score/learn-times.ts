import { cueAfter, listPlace, positionAt, setChange, timeCard, type CueList } from "@vexa/core";
import type { ShowClient } from "../../session/show-client";
import { placeWords } from "./time-words";

/** Writes the place where a list's time line stands down as the time of the cue that the next go starts. False while it doesn't run. */
export function learnNext(client: ShowClient, list: CueList): boolean {
  const show = client.view;
  const place = listPlace(show, list);
  const card = timeCard(show, list.id);
  if (!list.time || !place?.running || !card) return false;
  const next = cueAfter(show.cuesOf(list.id), show.playbackState(card.id)?.cueId ?? null);
  const seconds = Math.round(positionAt(place, client.now()) * 100) / 100;
  if (!next || seconds < 0) return false;
  const change = setChange(next.id, ["trigger"], { from: next.trigger, to: { type: "timecode", seconds } });
  return client.transact(`Cue ${next.number} of ${list.name} comes at ${placeWords(seconds, list.time)}`, [change]);
}
