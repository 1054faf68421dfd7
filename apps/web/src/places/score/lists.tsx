import { Plus } from "lucide-react";
import { useState } from "react";
import { cueAfter, cueName, newCueList, secondsLeft, territoryFor, type CueList } from "@vexa/core";
import { useNow } from "../../frames/use-now";
import { useInterfaceOf } from "../../selection/interface-store";
import { newId } from "../../session/new-id";
import { useClient, useMe, usePlayedShow, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { PopSheet } from "../../ui/pop-sheet";
import { ListSheet } from "./list-sheet";
import { TakeCues } from "./take-cues";

/** All cue lists, and of those that run: the cue, the seconds that are left, and what comes next. */
export function Lists({ lists, chosen }: { lists: readonly CueList[]; chosen: CueList | null }): React.JSX.Element {
  const { set } = useInterfaceOf("set");
  return (
    <nav className="flex min-h-0 flex-col border-r border-edge bg-bench" aria-label="Cue lists">
      <div className="flex shrink-0 items-center justify-between py-1.5 pr-2 pl-3">
        <h2 className="font-semibold">Cue lists</h2>
        <NewList />
      </div>
      {lists.length === 0 && <p className="px-3 text-[13px] text-ink-3">None yet. Record a cue in Build, or make an empty list here.</p>}
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {lists.map((list) => (
          <li key={list.id} className="relative">
            <span className="absolute top-1.5 right-1 z-10">
              <ListSheet list={list} />
            </span>
            <button
              type="button"
              aria-current={list.id === chosen?.id}
              className={cn(
                "w-full border-l-2 border-transparent px-3 py-2 text-left hover:bg-raised",
                list.id === chosen?.id && "border-sketch bg-raised",
              )}
              onClick={() => set({ scoreListId: list.id, chosenCueIds: [] })}
            >
              <span className="flex items-center gap-1.5 pr-6 text-[13px] font-medium">
                {list.tint !== undefined && (
                  <span data-tint={list.tint} className="tag size-4 shrink-0 text-[10px]" title={`Tag ${list.tint}`}>
                    {list.tint}
                  </span>
                )}
                <span className="truncate">{list.name}</span>
              </span>
              <Running list={list} />
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
}

/** An empty list, to be filled here or from Build. */
function NewList(): React.JSX.Element | null {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const { set } = useInterfaceOf("set");
  const [taking, setTaking] = useState(false);
  const territoryId = territoryFor(me, show);
  if (me.role !== "lead" && territoryId === null) return null;
  const add = (): void => {
    const record = newCueList(client.view, { newId, territoryId, name: "" });
    if (client.transact(`Made ${record.name}`, [{ op: "add", record }])) set({ scoreListId: record.id, chosenCueIds: [] });
  };
  return (
    <span className="flex gap-1">
      <PopSheet
        label="Take cues in"
        className="w-80"
        open={taking}
        onOpen={setTaking}
        trigger={
          <Button size="small" tone="quiet" title="Levels and times of another program, as a list">
            Take in…
          </Button>
        }
      >
        <TakeCues onDone={() => setTaking(false)} />
      </PopSheet>
      <Button once size="small" title="An empty cue list" onClick={add}>
        <Plus size={13} aria-hidden /> New
      </Button>
    </span>
  );
}

function Running({ list }: { list: CueList }): React.JSX.Element {
  const show = usePlayedShow();
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
