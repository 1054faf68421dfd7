import { songsInOrder } from "../edits/song-edits";
import { EVENING_ID } from "../playback/evening";
import type { Song } from "../playback/song";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** The evening as it stands. */
export interface Tonight {
  readonly songs: readonly Song[];
  /** Which is on; null between songs. */
  readonly song: Song | null;
  /** Which comes then: behind the one that is on, or the first that wasn't played; null after the last. */
  readonly next: Song | null;
}

export function tonight(show: Show): Tonight {
  const songs = songsInOrder(show);
  const evening = show.get("evening", EVENING_ID);
  const song = show.get("song", evening?.songId);
  const next = song ? songs[songs.indexOf(song) + 1] : songs.find(({ id }) => evening?.played[id] === undefined);
  return { songs, song, next: next ?? null };
}

/** When a song was begun first and how long it has been on by now; null = it wasn't. */
export function songTimes(show: Show, songId: string, now: Seconds): { readonly startSeconds: Seconds; readonly seconds: Seconds } | null {
  const evening = show.get("evening", EVENING_ID);
  const played = evening?.played[songId] ?? null;
  if (evening?.songId !== songId) return played;
  const seconds = (played?.seconds ?? 0) + Math.max(0, now - evening.sinceSeconds);
  return { startSeconds: played?.startSeconds ?? evening.sinceSeconds, seconds };
}
