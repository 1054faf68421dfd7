import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef } from "react";
import { asRead, type Board, counted, cueAfter, cueName, lettingGoOf, mayDo, paintedBeds, runningOf, type Page } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, usePlayedShow } from "../../session/show-context";
import { atTheTouch } from "../../ui/at-the-touch";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { FadeProgress } from "./fade-progress";
import { standingWords } from "./fader-words";
import { TonightStrip } from "./tonight/tonight-strip";

/** The chosen list with its cues, and what runs now and who touched it last. */
export function ChosenList({ page }: { page: Page | null }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const me = useMe();
  const { chosenPlaybackId, set } = useInterfaceOf("chosenPlaybackId", "set");
  const cards = show.all("playback");
  const onPage = cards.filter(({ pageId }) => pageId === page?.id).toSorted(asRead);
  const chosen = show.get("playback", chosenPlaybackId) ?? onPage[0] ?? null;
  const shownPlaybackId = chosen?.id ?? null;
  useEffect(() => {
    set({ shownPlaybackId });
    return () => set({ shownPlaybackId: null });
  }, [set, shownPlaybackId]);
  const running = cards.flatMap((playback) => {
    const state = show.playbackState(playback.id);
    return state?.cueId ? [{ playback, state }] : [];
  });
  const boards = show.all("board");
  const painted = boards.map((board) => ({ board, bedIds: paintedBeds(show, board) })).filter(({ bedIds }) => bedIds.length > 0);
  const letGo = (board: Board, bedIds: readonly string[]): void =>
    void client.play({ type: "rinse", boardId: board.id, bedIds, coats: "all" });
  const mine = lettingGoOf(runningOf(show, me.id));
  return (
    <aside className="max-sm:hidden flex min-h-0 flex-col gap-3 border-l border-edge bg-bench p-3" aria-label="Chosen list">
      <TonightStrip />
      {chosen ? <Cues playbackId={chosen.id} /> : <p className="text-[13px] text-ink-3">Touch a card to see its cues here.</p>}
      <section className="min-h-0 flex-1 overflow-y-auto" aria-label="Running now">
        <h2 className="mb-1 text-xs font-semibold text-ink-2">Running now</h2>
        {running.length + painted.length === 0 && (
          <p className="text-[13px] text-ink-3">Nothing is running. Raise a card, or press its Go.</p>
        )}
        <ul>
          {running.map(({ playback, state }) => (
            <li key={playback.id} className="border-t border-edge py-1.5 text-[13px]">
              <div className="flex justify-between gap-2">
                <span className="truncate">
                  <span className="text-live">●</span> {show.get("cueList", playback.listId)?.name}
                </span>
                <span className="shrink-0 text-ink-2" title={`touched last by ${show.get("person", state.personId)?.name ?? "somebody"}`}>
                  {show.get("person", state.personId)?.initials ?? ""} ·{" "}
                  {standingWords(playback, state.level, show.cuesOf(playback.listId)) || "on"}
                </span>
              </div>
              <FadeProgress state={state} />
            </li>
          ))}
          {painted.map(({ board, bedIds }) => (
            <li key={board.id} className="flex items-center justify-between gap-2 border-t border-edge py-1.5 text-[13px]">
              <span className="truncate">
                <span className="text-live">●</span> {board.name} <span className="text-ink-2">{counted(bedIds.length, "bed")}</span>
              </span>
              <Button
                size="small"
                disabled={mayDo(show, me, { type: "rinse", boardId: board.id, bedIds, coats: "all" }) !== null}
                {...atTheTouch(() => letGo(board, bedIds))}
              >
                Let go
              </Button>
            </li>
          ))}
        </ul>
      </section>
      <Button size="touch" disabled={mine.length === 0} onClick={() => mine.forEach((command) => void client.play(command))}>
        Let all of mine go
      </Button>
    </aside>
  );
}

const ROW = 44;
/** Cues that are shown where there is room. */
const MOST_IN_SIGHT = 12;
/** The list's name and its buttons. */
const CHROME = 84;

function Cues({ playbackId }: { playbackId: string }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const playback = show.get("playback", playbackId)!;
  const state = show.playbackState(playbackId);
  const cues = show.cuesOf(playback.listId);
  const next = cueAfter(cues, state?.cueId ?? null);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({ count: cues.length, getScrollElement: () => scroller.current, estimateSize: () => ROW, overscan: 4 });
  const running = cues.findIndex(({ id }) => id === state?.cueId);
  // The running cue and the next one are always in view.
  useEffect(() => {
    if (running >= 0) rows.scrollToIndex(running, { align: "center" });
  }, [running, cues.length, playbackId, rows]);
  const height = Math.min(cues.length, MOST_IN_SIGHT) * ROW;
  return (
    <section className="flex min-h-0 shrink-0 flex-col gap-2" style={{ height: `min(55%, ${height + CHROME}px)` }} aria-label="Cues">
      <h2 className="shrink-0 truncate font-semibold">{show.get("cueList", playback.listId)?.name}</h2>
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto" tabIndex={-1}>
        <ol className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ index, start }) => {
            const cue = cues[index]!;
            const runs = state?.cueId === cue.id;
            return (
              <li key={cue.id} className="absolute inset-x-0" style={{ top: start, height: ROW }}>
                <button
                  type="button"
                  className={cn(
                    "grid h-full w-full grid-cols-[2.2rem_1fr_auto] items-center gap-1 rounded border-l-2 border-transparent px-1.5 text-left text-[13px] hover:bg-raised",
                    runs && "border-live bg-raised",
                  )}
                  onClick={() => client.play({ type: "go", playbackId, cueId: cue.id })}
                  title={`Go to cue ${cue.number}`}
                >
                  <span className="font-mono text-ink-3">{cue.number}</span>
                  <span className="truncate">{cueName(cue, show)}</span>
                  <span className={cn("text-ink-3", cue.id === next?.id && "text-ink")}>
                    {cue.id === next?.id ? "next · " : ""}in {cue.inSeconds} s
                  </span>
                </button>
                {runs && state && (
                  <div className="pointer-events-none absolute inset-x-0 bottom-0">
                    <FadeProgress state={state} />
                  </div>
                )}
              </li>
            );
          })}
        </ol>
      </div>
      {cues.length === 0 && <p className="text-[13px] text-ink-3">This list has no cues.</p>}
      <div className="grid grid-cols-2 gap-2" data-plays>
        <Button size="touch" disabled={!state?.cueId} onClick={() => client.play({ type: "let-go", playbackId })}>
          Let go
        </Button>
        <Button once size="touch" tone="live" disabled={next === undefined} onClick={() => client.play({ type: "go", playbackId })}>
          Go
        </Button>
      </div>
    </section>
  );
}
