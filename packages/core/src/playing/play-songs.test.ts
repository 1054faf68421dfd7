import { describe, expect, it } from "vitest";
import { EVENING_ID } from "../playback/evening";
import { PACE_ID } from "../playback/pace";
import type { Song } from "../playback/song";
import { songTimes, tonight } from "../questions/tonight";
import { moveSongChanges, newSong } from "../edits/song-edits";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { playChanges } from "./play";

const song = (id: string, rank: number, of: Partial<Song> = {}): Song => ({
  ...{ id, kind: "song", version: 1, name: id.toUpperCase(), rank, listId: null, pageId: null },
  ...of,
});
const SONGS = [song("c", 3), song("a", 1, { paceSeconds: 2 }), song("b", 2, { paceSeconds: null })];

function after(show: Show, songId: string | null, t: number, anew?: true): Show {
  const changes = playChanges(show, { type: "song", songId, ...(anew ? { anew } : {}) }, { t, personId: "person-ines" });
  if (!changes.ok) throw new Error(changes.error.code);
  const next = edit(show, changes.value);
  if (!next.ok) throw new Error(next.error.code);
  return next.value;
}
const orderOf = (show: Show): string =>
  tonight(show)
    .songs.map(({ id }) => id)
    .join("");

describe("an evening", () => {
  it("begins with the first song, goes on to the next, and ends after the last", () => {
    let show = smallShow(SONGS);
    expect(tonight(show)).toMatchObject({ song: null, next: { id: "a" } });
    show = after(show, "a", 10);
    expect(tonight(show)).toMatchObject({ song: { id: "a" }, next: { id: "b" } });
    show = after(after(show, "b", 20), "c", 30);
    expect(tonight(show)).toMatchObject({ song: { id: "c" }, next: null });
    // Between songs the first that wasn't played comes next, whatever was played out of turn.
    const outOfTurn = after(after(smallShow(SONGS), "b", 5), null, 6);
    expect(tonight(outOfTurn)).toMatchObject({ song: null, next: { id: "a" } });
  });

  it("knows how long each was on, all times together, and when it was begun first", () => {
    let show = after(after(after(smallShow(SONGS), "a", 100), "b", 160), "a", 200);
    expect(songTimes(show, "a", 230)).toEqual({ startSeconds: 100, seconds: 90 });
    expect(songTimes(show, "b", 230)).toEqual({ startSeconds: 160, seconds: 40 });
    expect(songTimes(show, "c", 230)).toBeNull();
    show = after(show, null, 240);
    expect(songTimes(show, "a", 999)).toEqual({ startSeconds: 100, seconds: 100 });
  });

  it("changes nothing at a second touch, and counts none twice when a touch comes late", () => {
    const once = after(smallShow(SONGS), "a", 10);
    const again = playChanges(once, { type: "song", songId: "a" }, { t: 10.2, personId: "person-ines" });
    expect(again).toEqual({ ok: true, value: [] });
    expect(songTimes(after(once, "b", 9), "a", 50)).toEqual({ startSeconds: 10, seconds: 0 });
  });

  it("brings the pace of a song, its absence, or leaves it as it is", () => {
    let show = after(smallShow(SONGS), "a", 10);
    expect(show.get("pace", PACE_ID)?.seconds).toBe(2);
    show = after(show, "b", 20);
    expect(show.get("pace", PACE_ID)?.seconds).toBeNull();
    show = after(after(show, "a", 30), "c", 40);
    expect(show.get("pace", PACE_ID)?.seconds).toBe(2);
  });

  it("begun anew forgets the times, and refuses songs that there aren't", () => {
    const show = after(after(after(smallShow(SONGS), "a", 10), "b", 20), null, 30, true);
    expect(show.get("evening", EVENING_ID)).toMatchObject({ songId: null, played: {} });
    expect(playChanges(show, { type: "song", songId: "gone" }, { t: 1, personId: "person-ines" })).toMatchObject({
      ok: false,
      error: { code: "record.unknown" },
    });
  });

  it("forgets songs that were taken off, and stands between songs when the one that was on is gone", () => {
    const show = after(after(smallShow(SONGS), "a", 10), "b", 20);
    const gone = edit(show, [
      { op: "remove", record: show.get("song", "a")! },
      { op: "remove", record: show.get("song", "b")! },
    ]);
    if (!gone.ok) throw new Error(gone.error.code);
    expect(tonight(gone.value)).toMatchObject({ song: null, next: { id: "c" } });
    expect(after(gone.value, "c", 30).get("evening", EVENING_ID)!.played).toEqual({});
  });
});

describe("the order of songs", () => {
  const moved = (show: Show, id: string, to: number): Show => {
    const next = edit(show, moveSongChanges(show, id, to));
    if (!next.ok) throw new Error(next.error.code);
    return next.value;
  };

  it("is moved to any place, also beyond the ends, and nothing else is touched", () => {
    const show = smallShow(SONGS);
    expect(orderOf(show)).toBe("abc");
    expect(orderOf(moved(show, "c", 0))).toBe("cab");
    expect(orderOf(moved(show, "a", 1))).toBe("bac");
    expect(orderOf(moved(show, "a", 99))).toBe("bca");
    expect(orderOf(moved(show, "c", -5))).toBe("cab");
    expect(moveSongChanges(show, "b", 1)).toEqual([]);
    expect(moveSongChanges(show, "gone", 1)).toEqual([]);
  });

  it("takes a new one behind the others, with the page on which its list has a card", () => {
    const show = smallShow([...SONGS, ...listWithCard("one", [{ inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }])]);
    const page = show.all("playback").find(({ listId }) => listId === "one")!.pageId;
    expect(newSong(show, { newId: () => "x", listId: "one" })).toMatchObject({ id: "song-x", rank: 4, listId: "one", pageId: page });
    expect(newSong(show, { newId: () => "x", listId: null })).toMatchObject({ name: "Song 4", listId: null, pageId: null });
  });
});
