import { useVirtualizer } from "@tanstack/react-virtual";
import { useRef, useState } from "react";
import { refuse } from "../../ui/messages";
import { copyChanges, counted, cueName, moveChanges, renumberChanges, setChange, type Cue, type CueList, type Show } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, usePlayedShow, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { OneOf } from "../../ui/one-of";
import { cn } from "../../ui/class-names";
import { TextInput } from "../../ui/field";
import { RunsAs } from "./runs-as";
import { CUE_DRAG } from "./time-flags";
import { timeWords } from "../../ui/seconds-text";
import { triggerWords } from "./time-words";
import { TrackingView } from "./tracking-view";
import { Transport } from "./transport";
import { newId } from "../../session/new-id";

const ROW = 34;
const COLUMNS =
  "grid grid-cols-[12px_52px_minmax(0,1fr)_108px_56px_56px_56px_72px] items-center gap-2 px-3 @max-[600px]:grid-cols-[12px_52px_minmax(0,1fr)_72px_44px_60px]";
/** What there is no room for in a narrow list. */
const WIDE = "@max-[600px]:hidden";

/** The cues of a list, a row each; Ctrl and Shift choose several. Only the rows in sight are drawn: a list may have thousands. */
export function CueTable({ list, cues, chosen }: { list: CueList; cues: readonly Cue[]; chosen: readonly Cue[] }): React.JSX.Element {
  const show = useQuietShow();
  const [search, setSearch] = useState("");
  const [view, setView] = useState<"cues" | "tracking">("cues");
  const found = search.trim() === "" ? cues : cues.filter((cue) => fits(cue, search.trim().toLowerCase(), show));
  return (
    <section className="@container flex min-h-0 flex-1 flex-col" aria-label={`Cues of ${list.name}`}>
      <header className="flex h-11 shrink-0 items-center gap-1.5 border-b border-edge px-3">
        <h2 className="min-w-0 flex-1 truncate font-semibold">{list.name}</h2>
        <TextInput
          aria-label="Search cues"
          className="h-7 w-32 text-xs"
          placeholder="Search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          onKeyDown={(event) => event.stopPropagation()}
        />
        <OneOf
          label="The list as"
          value={view}
          among={[
            { value: "cues", words: "Cues" },
            { value: "tracking", words: "Tracking" },
          ]}
          onValue={setView}
        />
      </header>
      <Transport list={list} />
      <RunsAs list={list} />
      {cues.length > 0 && <ListEdits cues={cues} chosen={chosen} />}
      {cues.length === 0 ? (
        <p className="grid flex-1 place-content-center text-[13px] text-ink-3">This list has no cues. Record one into it in Build.</p>
      ) : found.length === 0 ? (
        <p className="grid flex-1 place-content-center text-[13px] text-ink-3">No cue has “{search}” in its number, name or note.</p>
      ) : view === "tracking" ? (
        <TrackingView cues={found} />
      ) : (
        <Rows cues={found} chosen={chosen} />
      )}
    </section>
  );
}

function fits(cue: Cue, wanted: string, show: Show): boolean {
  return [String(cue.number), cueName(cue, show), cue.note ?? ""].some((text) => text.toLowerCase().includes(wanted));
}

function Rows({ cues, chosen }: { cues: readonly Cue[]; chosen: readonly Cue[] }): React.JSX.Element {
  const show = usePlayedShow();
  const { chosenCueIds, set } = useInterfaceOf("chosenCueIds", "set");
  const frame = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({ count: cues.length, getScrollElement: () => frame.current, estimateSize: () => ROW, overscan: 8 });
  const running = new Set(show.all("playbackState").flatMap(({ cueId }) => cueId ?? []));
  const ids = new Set(chosen.map(({ id }) => id));
  const choose = (cue: Cue, index: number, event: { ctrlKey: boolean; metaKey: boolean; shiftKey: boolean }): void => {
    if (event.shiftKey && chosen.length > 0) {
      const from = cues.findIndex(({ id }) => id === chosen.at(-1)!.id);
      const between = cues.slice(Math.min(from, index), Math.max(from, index) + 1);
      set({ chosenCueIds: between.map(({ id }) => id) });
    } else if (event.ctrlKey || event.metaKey)
      set({ chosenCueIds: ids.has(cue.id) ? chosenCueIds.filter((id) => id !== cue.id) : [...chosenCueIds, cue.id] });
    else set({ chosenCueIds: [cue.id] });
  };
  return (
    <>
      <div className={cn(COLUMNS, "h-7 shrink-0 border-b border-edge text-xs text-ink-3")} aria-hidden>
        {["", "No.", "Name", "Comes", "in", "out", "delay", ""].map((name, index) => (
          <span key={index} className={cn((name === "out" || name === "delay") && WIDE)}>
            {name}
          </span>
        ))}
      </div>
      <div ref={frame} className="min-h-0 flex-1 overflow-y-auto" role="listbox" aria-label="Cues" aria-multiselectable tabIndex={0}>
        <div className="relative" style={{ height: rows.getTotalSize() }} role="presentation">
          {rows.getVirtualItems().map(({ index, start }) => {
            const cue = cues[index]!;
            return (
              <div
                key={cue.id}
                role="option"
                aria-selected={ids.has(cue.id)}
                tabIndex={-1}
                className={cn(
                  COLUMNS,
                  "absolute inset-x-0 cursor-default border-b border-edge/60 text-[13px] select-none hover:bg-raised",
                  ids.has(cue.id) && "bg-raised",
                )}
                style={{ transform: `translateY(${start}px)`, height: ROW }}
                draggable
                onDragStart={(event) => event.dataTransfer.setData(CUE_DRAG, cue.id)}
                onClick={(event) => choose(cue, index, event)}
              >
                <span className={running.has(cue.id) ? "text-live" : "text-ink-3"}>{running.has(cue.id) ? "●" : ""}</span>
                <span className="flex items-center gap-1 font-mono">
                  {cue.tint !== undefined && (
                    <span className="tag size-3.5" data-tint={cue.tint} title={`Tag ${cue.tint}`}>
                      {cue.tint}
                    </span>
                  )}
                  {cue.number}
                </span>
                <span className={cn("truncate", cue.name === null && "text-ink-2 italic")}>{cueName(cue, show)}</span>
                <span className="truncate text-ink-2">{triggerWords(cue)}</span>
                <span className="font-mono">{timeWords(cue.inSeconds)}</span>
                <span className={cn("font-mono text-ink-2", WIDE)}>{cue.outSeconds === undefined ? "" : timeWords(cue.outSeconds)}</span>
                <span className={cn("font-mono text-ink-2", WIDE)}>
                  {cue.delaySeconds === undefined ? "" : timeWords(cue.delaySeconds)}
                </span>
                <span className="truncate text-xs text-ink-2">
                  {[
                    cue.block ? "block" : "",
                    cue.cueOnly ? "only" : "",
                    cue.thenCueId ? `→ ${show.get("cue", cue.thenCueId)?.number ?? ""}` : "",
                  ]
                    .filter(Boolean)
                    .join(" ")}
                </span>
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}

/** What can be done with the chosen cues. */
function ListEdits({ cues, chosen }: { cues: readonly Cue[]; chosen: readonly Cue[] }): React.JSX.Element {
  const client = useClient();
  const { set } = useInterfaceOf("set");
  const some = chosen.length > 0;
  const one = chosen.length === 1 ? chosen[0]! : null;
  const noRoom = (): void => refuse("There is no number left between these cues. Renumber the list first. Nothing was changed.");
  const copy = (): void => {
    const inOrder = cues.filter((cue) => chosen.includes(cue));
    const changes = copyChanges(client.view, inOrder, { behind: inOrder.at(-1)!, newId: () => `cue-${newId()}` });
    if (!changes) return noRoom();
    if (client.transact(`Copied ${words(chosen.length)}`, changes))
      set({ chosenCueIds: changes.flatMap((change) => (change.op === "add" ? [change.record.id] : [])) });
  };
  const move = (way: "up" | "down"): void => {
    const changes = one && moveChanges(cues, one, way);
    if (changes === null) noRoom();
    else client.transact(`Moved cue ${one!.number} ${way}`, changes);
  };
  const remove = (): void => {
    // Links to what goes would be left behind: they go with it.
    const ids = new Set(chosen.map(({ id }) => id));
    const links = cues.filter(({ id, thenCueId }) => thenCueId !== undefined && ids.has(thenCueId) && !ids.has(id));
    const changes = [
      ...links.map(({ id, thenCueId }) => setChange(id, ["thenCueId"], { from: thenCueId })),
      ...chosen.flatMap((cue) =>
        cue.thenCueId !== undefined && ids.has(cue.thenCueId) ? [setChange(cue.id, ["thenCueId"], { from: cue.thenCueId })] : [],
      ),
      ...chosen.map((cue) => {
        const { thenCueId, ...rest } = cue;
        return { op: "remove" as const, record: thenCueId !== undefined && ids.has(thenCueId) ? rest : cue };
      }),
    ];
    if (client.transact(`Deleted ${words(chosen.length)}`, changes)) set({ chosenCueIds: [] });
  };
  return (
    <div
      role="group"
      aria-label="Chosen cues"
      className="flex min-h-9 shrink-0 flex-wrap items-center gap-1 border-b border-edge px-3 py-0.5"
    >
      <span className="min-w-24 flex-1 text-xs text-ink-3">{some ? `${words(chosen.length)} chosen` : counted(cues.length, "cue")}</span>
      <Button once size="small" disabled={!some} onClick={copy}>
        Copy behind
      </Button>
      <Button size="small" disabled={!one} onClick={() => move("up")}>
        Move up
      </Button>
      <Button size="small" disabled={!one} onClick={() => move("down")}>
        Move down
      </Button>
      <Button
        once
        size="small"
        title="1, 2, 3 … in this order"
        onClick={() => client.transact("Renumbered the list", renumberChanges(cues))}
      >
        Renumber
      </Button>
      <Button once size="small" className="text-barred" disabled={!some} onClick={remove}>
        Delete
      </Button>
    </div>
  );
}

const words = (count: number): string => `${count} ${count === 1 ? "cue" : "cues"}`;
