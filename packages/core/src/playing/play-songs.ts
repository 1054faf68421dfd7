import { fieldChanges } from "../document/field-changes";
import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { EVENING_ID, type Evening } from "../playback/evening";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** Goes on to a song of the evening, with its pace; null = between songs. `anew`: the times of the evening before are forgotten. */
export type SongCommand = { readonly type: "song"; readonly songId: string | null; readonly anew?: true };

/** What becomes of the evening. A song that is on already goes on: a second touch changes nothing. */
export function eveningChanges(
  show: Show,
  { songId, anew }: SongCommand,
  { t, personId }: { t: Seconds; personId: string },
): Result<Change[]> {
  if (songId !== null && !show.get("song", songId)) return fail("record.unknown", { what: "song" });
  const present = show.get("evening", EVENING_ID);
  if (present && present.songId === songId && !anew) return ok([]);
  const played = anew || !present ? {} : endedAt(present, t);
  // Of songs that are gone nothing is kept.
  const kept = Object.fromEntries(Object.entries(played).filter(([id]) => show.get("song", id) !== null));
  const record: Evening = { id: EVENING_ID, kind: "evening", version: 1, songId, sinceSeconds: t, played: kept, personId };
  return ok(present ? fieldChanges(present, record) : [{ op: "add", record }]);
}

/** How long each was, with the one that is on ended now. */
function endedAt({ songId, sinceSeconds, played }: Evening, t: Seconds): Evening["played"] {
  if (songId === null) return played;
  const before = played[songId];
  // A touch may come in with a moment that is a little before the last one's.
  const seconds = (before?.seconds ?? 0) + Math.max(0, t - sinceSeconds);
  return { ...played, [songId]: { startSeconds: before?.startSeconds ?? sinceSeconds, seconds } };
}
