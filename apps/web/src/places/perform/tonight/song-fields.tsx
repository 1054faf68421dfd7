import { LONGEST_SONG_NOTE, MOST_PACE_SECONDS, setChange, type Song } from "@vexa/core";
import { useClient, useQuietShow } from "../../../session/show-context";
import { Choice, Option } from "../../../ui/choice";
import { DraftField } from "../../../ui/draft-field";
import { Field } from "../../../ui/field";
import { readSeconds } from "../../../ui/seconds-text";

/** What a song is called, and what comes with it. */
export function SongFields({ song }: { song: Song }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const put = <F extends "name" | "listId" | "pageId" | "paceSeconds" | "note">(field: F, to: Song[F], words: string): boolean =>
    client.transact(`${words} of ${song.name}`, [
      setChange(song.id, [field], {
        ...(song[field] === undefined ? {} : { from: song[field] }),
        ...(to === undefined ? {} : { to }),
      }),
    ]);
  const pace = (typed: string): boolean | string => {
    const text = typed.trim().toLowerCase();
    if (text === "") return put("paceSeconds", undefined, "The pace");
    if (text === "own") return put("paceSeconds", null, "The pace");
    const seconds = readSeconds(text);
    if (seconds === null || seconds > MOST_PACE_SECONDS)
      return `“${typed}” is no pace: write seconds up to ${MOST_PACE_SECONDS}, “own” for everybody’s own times, or nothing to leave it as it is.`;
    return put("paceSeconds", seconds, "The pace");
  };
  return (
    <div className="grid grid-cols-2 gap-2">
      <Field label="Name">
        <DraftField
          label="Name of the song"
          text={song.name}
          onTake={(text) => (text.trim() ? put("name", text.trim().slice(0, 80), "The name") : "A song needs a name.")}
        />
      </Field>
      <Field label="Pace">
        <DraftField
          label="Pace of the song"
          placeholder="as it is"
          text={song.paceSeconds === undefined ? "" : song.paceSeconds === null ? "own" : String(song.paceSeconds)}
          onTake={pace}
        />
      </Field>
      <Field label="List">
        <Choice aria-label="List of the song" value={song.listId ?? ""} onValue={(id) => put("listId", id || null, "The list")}>
          <Option value="">none</Option>
          {song.listId !== null && !show.get("cueList", song.listId) && <Option value={song.listId}>one that is gone</Option>}
          {show.all("cueList").map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
          ))}
        </Choice>
      </Field>
      <Field label="Page or board">
        <Choice aria-label="Page of the song" value={song.pageId ?? ""} onValue={(id) => put("pageId", id || null, "The page")}>
          <Option value="">none</Option>
          {song.pageId !== null && !show.get("page", song.pageId) && <Option value={song.pageId}>one that is gone</Option>}
          {show
            .all("page")
            .toSorted((a, b) => a.rank - b.rank)
            .map(({ id, name }) => (
              <Option key={id} value={id}>
                {name}
              </Option>
            ))}
        </Choice>
      </Field>
      <div className="col-span-2">
        <Field label="What to think of">
          <DraftField
            label="Note of the song"
            text={song.note ?? ""}
            onTake={(text) =>
              text.length <= LONGEST_SONG_NOTE
                ? put("note", text.trim() || undefined, "The note")
                : `A note has at most ${LONGEST_SONG_NOTE} signs; this one has ${text.length}.`
            }
          />
        </Field>
      </div>
    </div>
  );
}
