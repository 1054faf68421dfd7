import { cueAfter, cueName, secondsLeft, type CueList } from "@vexa/core";
import { useNow } from "../../frames/use-now";
import { useInterface } from "../../selection/interface-store";
import { useShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";

/** All cue lists, and of those that run: the cue, the seconds that are left, and what comes next. */
export function Lists({ lists, chosen }: { lists: readonly CueList[]; chosen: CueList | null }): React.JSX.Element {
  const { set } = useInterface();
  return (
    <nav className="flex min-h-0 flex-col border-r border-edge bg-bench" aria-label="Cue lists">
      <h2 className="shrink-0 px-3 py-2.5 font-semibold">Cue lists</h2>
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {lists.map((list) => (
          <li key={list.id}>
            <button
              type="button"
              aria-current={list.id === chosen?.id}
              className={cn(
                "w-full border-l-2 border-transparent px-3 py-2 text-left hover:bg-raised",
                list.id === chosen?.id && "border-sketch bg-raised",
              )}
              onClick={() => set({ scoreListId: list.id, chosenCueIds: [] })}
            >
              <span className="block truncate text-[13px] font-medium">{list.name}</span>
              <Running list={list} />
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
}

function Running({ list }: { list: CueList }): React.JSX.Element {
  const show = useShow();
  const now = useNow(250);
  const cues = show.cuesOf(list.id);
  const running = show
    .all("playback")
    .filter(({ listId }) => listId === list.id)
    .flatMap(({ id }) => show.playbackState(id) ?? [])
    .find(({ cueId }) => cueId !== null);
  const cue = show.get("cue", running?.cueId);
  if (!running || !cue)
    return (
      <span className="text-xs text-ink-3">
        {cues.length} {cues.length === 1 ? "cue" : "cues"}
      </span>
    );
  const left = secondsLeft(show, running, now);
  const next = cueAfter(cues, cue.id);
  return (
    <span className="block text-xs text-ink-2">
      <span className="block truncate">
        <span className="text-live">●</span> {cue.number} {cueName(cue, show)}
      </span>
      <span className="block truncate">
        {running.pausedSeconds !== undefined ? "■ paused, " : ""}
        {left > 0.05 ? `${left.toFixed(1)} s left` : "has arrived"}
        {next ? ` · next ${next.number}` : ""}
      </span>
    </span>
  );
}
