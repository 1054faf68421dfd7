import { songsInOrder } from "../edits/song-edits";
import { tonight } from "../questions/tonight";
import { does } from "./act-readers";
import { named, notRead, type LineAct } from "./line";

/** What the quick line does with the evening's songs. */
export const SONG_ACTS: readonly LineAct[] = [
  {
    form: "next song",
    example: "next song",
    what: "goes on to the next song of the evening, with its pace",
    pattern: /^next song$/i,
    read: (_, { show }) => {
      const { next } = tonight(show);
      if (!next) return notRead("next song", "no song comes any more");
      return does("next song", `goes on to ${next.name}`, { play: [{ type: "song", songId: next.id }] });
    },
  },
  {
    form: "song SONG",
    example: "song Canopy drift",
    what: "goes on to a song of the evening",
    pattern: /^song (?<song>.+)$/i,
    read: ({ song: word }, { show }) => {
      const found = named(songsInOrder(show), word!, { name: ({ name }) => name, what: "song" });
      if (!found.ok) return found;
      const { id, name } = found.value;
      return does(`song ${name}`, `goes on to ${name}`, { play: [{ type: "song", songId: id }] });
    },
  },
];
