import { ChevronDown, ChevronUp, Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { mayBuild, MOST_SONGS, moveSongChanges, newSong, songTimes, tonight, type Song } from "@vexa/core";
import { useNow } from "../../../frames/use-now";
import { newId } from "../../../session/new-id";
import { useClient, useMe, useQuietShow } from "../../../session/show-context";
import { AskFirst } from "../../../ui/ask-first";
import { Button } from "../../../ui/button";
import { cn } from "../../../ui/class-names";
import { Menu, MenuItem } from "../../../ui/menu";
import { clockTime } from "../../../ui/moments";
import { PopSheet } from "../../../ui/pop-sheet";
import { SongFields } from "./song-fields";
import { songTimeText } from "./song-time";
import { useSong } from "./use-song";

const SONG_DRAG = "application/x-vexa-song";

/** The songs in tonight's order, to be moved, begun out of turn, and told what comes with them. */
export function SetList(): React.JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <PopSheet
      label="Set list"
      className="w-[min(30rem,92vw)]"
      open={open}
      onOpen={setOpen}
      trigger={<Button size="small">Set list</Button>}
    >
      <Songs />
    </PopSheet>
  );
}

function Songs(): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const may = mayBuild(useMe());
  const now = useNow(1000);
  const [chosenId, choose] = useState<string | null>(null);
  const { songs, song: on } = tonight(show);
  const begin = useSong();
  const add = (listId: string | null): void => {
    const record = newSong(client.view, { newId, listId });
    if (client.transact(`Put ${record.name} on the set list`, [{ op: "add", record }])) choose(record.id);
  };
  const move = (id: string, to: number): void => void client.transact("Moved a song", moveSongChanges(client.view, id, to));
  return (
    <div className="grid gap-2">
      {songs.length === 0 && <p className="text-[13px] text-ink-2">No songs yet. Put a list here, and its page comes with it.</p>}
      <ol className="grid max-h-[55vh] gap-1 overflow-y-auto" aria-label="Songs in tonight’s order">
        {songs.map((song, index) => {
          const times = songTimes(show, song.id, now);
          return (
            <li
              key={song.id}
              aria-label={song.name}
              draggable={may}
              className={cn(
                "rounded border border-edge p-1.5 text-[13px]",
                song === on && "border-live",
                song.id === chosenId && "bg-raised",
              )}
              onDragStart={(event) => event.dataTransfer.setData(SONG_DRAG, song.id)}
              onDragOver={(event) => event.dataTransfer.types.includes(SONG_DRAG) && event.preventDefault()}
              onDrop={(event) => {
                const id = event.dataTransfer.getData(SONG_DRAG);
                if (id) move(id, index);
              }}
            >
              <div className="flex items-center gap-1.5">
                <span className="w-5 text-right font-mono text-ink-3">{index + 1}</span>
                <button
                  type="button"
                  className="min-h-8 min-w-0 flex-1 truncate text-left pointer-coarse:min-h-11"
                  aria-expanded={song.id === chosenId}
                  onClick={() => choose(song.id === chosenId ? null : song.id)}
                >
                  {song === on && <span className="text-live">● </span>}
                  {song.name}
                </button>
                <span
                  className="font-mono text-xs text-ink-3"
                  title={times ? `begun at ${clockTime(times.startSeconds * 1000)}` : undefined}
                >
                  {times ? songTimeText(times.seconds) : ""}
                </span>
                {may && (
                  <>
                    <Button
                      tone="quiet"
                      size="small"
                      className="px-1"
                      disabled={index === 0}
                      aria-label={`${song.name} earlier`}
                      onClick={() => move(song.id, index - 1)}
                    >
                      <ChevronUp size={14} aria-hidden />
                    </Button>
                    <Button
                      tone="quiet"
                      size="small"
                      className="px-1"
                      disabled={index === songs.length - 1}
                      aria-label={`${song.name} later`}
                      onClick={() => move(song.id, index + 1)}
                    >
                      <ChevronDown size={14} aria-hidden />
                    </Button>
                  </>
                )}
                <Button size="small" disabled={song === on} onClick={(event) => begin(song, event)}>
                  {song === on ? "is on" : "Begin"}
                </Button>
              </div>
              {song.id === chosenId && <Chosen song={song} may={may} />}
            </li>
          );
        })}
      </ol>
      <div className="flex flex-wrap gap-1.5">
        {may && songs.length < MOST_SONGS && (
          <Menu
            trigger={
              <Button size="small">
                <Plus size={13} aria-hidden /> Add a song
              </Button>
            }
          >
            {show.all("cueList").map(({ id, name }) => (
              <MenuItem key={id} onSelect={() => add(id)}>
                {name}
              </MenuItem>
            ))}
            <MenuItem onSelect={() => add(null)}>without a list</MenuItem>
          </Menu>
        )}
        {on && (
          <Button size="small" onClick={() => void client.play({ type: "song", songId: null })}>
            Between songs
          </Button>
        )}
        {songs.some(({ id }) => songTimes(show, id, now)) && (
          <AskFirst
            label="A new evening"
            what="The times of the songs as they were played are forgotten, and no song is on."
            sure="Begin anew"
            onSure={() => void client.play({ type: "song", songId: null, anew: true })}
            trigger={<Button size="small">A new evening</Button>}
          />
        )}
      </div>
    </div>
  );
}

function Chosen({ song, may }: { song: Song; may: boolean }): React.JSX.Element {
  const client = useClient();
  if (!may) return <p className="mt-1 text-ink-2">{song.note ?? "No note."}</p>;
  return (
    <div className="mt-2 grid gap-2">
      <SongFields song={song} />
      <Button
        once
        size="small"
        className="justify-self-start"
        onClick={() => client.transact(`Took ${song.name} off the set list`, [{ op: "remove", record: song }])}
      >
        <Trash2 size={13} aria-hidden /> Take it off
      </Button>
    </div>
  );
}
