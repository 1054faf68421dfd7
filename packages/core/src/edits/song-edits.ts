import { setChange, type Change } from "../document/transaction";
import type { Song } from "../playback/song";
import type { Show } from "../show/show";

/** Songs in tonight's order. */
export function songsInOrder(show: Show): readonly Song[] {
  return show.all("song").toSorted((a, b) => a.rank - b.rank || (a.id < b.id ? -1 : 1));
}

/** A song behind the others: of a list, with the first page on which that has a card; or of none. */
export function newSong(show: Show, { newId, listId }: { newId: () => string; listId: string | null }): Song {
  const rank = 1 + Math.max(0, ...show.all("song").map((song) => song.rank));
  const pageId = show.all("playback").find((playback) => listId !== null && playback.listId === listId)?.pageId ?? null;
  const name = show.get("cueList", listId)?.name ?? `Song ${show.all("song").length + 1}`;
  return { id: `song-${newId()}`, kind: "song", version: 1, name, rank, listId, pageId };
}

/** The changes that put a song at another place of the order, from 0. Those that stay aren't touched. */
export function moveSongChanges(show: Show, songId: string, to: number): Change[] {
  const songs = songsInOrder(show);
  const moved = songs.find(({ id }) => id === songId);
  if (!moved) return [];
  const others = songs.filter((song) => song !== moved);
  others.splice(Math.min(others.length, Math.max(0, to)), 0, moved);
  return others.flatMap((song, index) =>
    song.rank === index + 1 ? [] : [setChange(song.id, ["rank"], { from: song.rank, to: index + 1 })],
  );
}
