import { songTimes, tonight, type Song } from "@vexa/core";
import { useNow } from "../../../frames/use-now";
import { useQuietShow } from "../../../session/show-context";
import { atTheTouch } from "../../../ui/at-the-touch";
import { Button } from "../../../ui/button";
import { useOnce } from "../../../ui/once";
import { SetList } from "./set-list";
import { songTimeText } from "./song-time";
import { useSong } from "./use-song";

/** Which song is on, for how long, what is to be thought of, and the next one at a touch. `arranges`: the set list opens here, too. */
export function TonightStrip({ arranges = true, onBegin }: { arranges?: boolean; onBegin?: () => void }): React.JSX.Element {
  const show = useQuietShow();
  const { songs, song, next } = tonight(show);
  const begin = useSong();
  const counts = useOnce();
  return (
    <section className="grid shrink-0 gap-1.5 border-b border-edge pb-3" aria-label="Tonight">
      <div className="flex items-center gap-2">
        <h2 className="min-w-0 flex-1 text-xs font-semibold text-ink-2">Tonight</h2>
        {arranges && <SetList />}
      </div>
      {song ? <Now song={song} place={songs.indexOf(song) + 1} of={songs.length} /> : null}
      {next ? (
        <Button
          size="touch"
          className="w-full justify-start overflow-hidden"
          title="Goes on to it: its page and its list come here, its pace for everybody"
          {...atTheTouch((event) => {
            if (!counts(event)) return;
            begin(next, event);
            onBegin?.();
          })}
        >
          <span className="text-ink-2">{song ? "Next" : "Begin"}</span> <span className="truncate">{next.name}</span>
        </Button>
      ) : (
        song && <p className="text-[13px] text-ink-3">That is the last one.</p>
      )}
    </section>
  );
}

function Now({ song, place, of }: { song: Song; place: number; of: number }): React.JSX.Element {
  const show = useQuietShow();
  const now = useNow(500);
  const times = songTimes(show, song.id, now);
  return (
    <div>
      <p className="flex items-baseline gap-2">
        <span className="text-live">●</span>
        <span className="min-w-0 flex-1 truncate font-semibold">{song.name}</span>
        <span className="text-xs text-ink-3">
          {place} of {of}
        </span>
        <span className="font-mono text-[13px]" aria-label="How long it is on">
          {songTimeText(times?.seconds ?? 0)}
        </span>
      </p>
      {song.note && <p className="line-clamp-3 text-[13px] text-sketch">{song.note}</p>}
    </div>
  );
}
