import { useState } from "react";
import { create } from "zustand";
import { persist } from "zustand/middleware";
import { counted, extentOf, highlightChanges, selectHeads, venueList, type VenuePreset } from "@vexa/core";
import { applyPreset } from "../../presets/preset-edits";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { Tick } from "../../ui/tick";

interface Ticks {
  readonly done: readonly string[];
  readonly turn: (id: string, on: boolean) => void;
  readonly clear: () => void;
}

/** Presets that were looked at in this venue, in this browser. */
const useTicks = create<Ticks>()(
  persist(
    (set) => ({
      done: [],
      turn: (id, on) => set(({ done }) => ({ done: on ? [...new Set([...done, id])] : done.filter((each) => each !== id) })),
      clear: () => set({ done: [] }),
    }),
    { name: "vexa-venue" },
  ),
);

/** In a new venue: the positions that cues use, to be looked at one after the other under highlight and ticked off. */
export function VenuePage(): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const me = useMe();
  const { select, highlightDim } = useInterfaceOf("select", "highlightDim");
  const { done, turn, clear } = useTicks();
  const [atId, setAtId] = useState<string | null>(null);
  const list = venueList(show);
  const builds = extentOf(me, "build") !== "no";
  const left = list.filter(({ preset }) => !done.includes(preset.id));
  const light = (to: VenuePreset | null): void => {
    setAtId(to?.preset.id ?? null);
    if (!to) {
      client.transact("Ended the highlight", highlightChanges(client.view, me.id, null));
      return;
    }
    const selection = selectHeads(to.heads);
    select(selection);
    applyPreset(client, to.preset, { selection, how: "alone" });
    client.transact("Highlight", highlightChanges(client.view, me.id, { who: selection, dim: highlightDim }));
  };
  const next = (): void => {
    if (atId) turn(atId, true);
    light(left.find(({ preset }) => preset.id !== atId) ?? null);
  };
  return (
    <section className="min-h-0 flex-1 overflow-y-auto p-4" aria-label="New venue" tabIndex={0}>
      <header className="mb-3 flex flex-wrap items-center gap-3">
        <p className="flex-1 text-[13px] text-ink-2" role="status">
          {list.length === 0
            ? "No cue uses a preset of positions."
            : `${left.length} of ${counted(list.length, "preset")} still to be looked at. Points on stage hold when lamps hang elsewhere; angles come first.`}
        </p>
        {builds && list.length > 0 && (
          <>
            <Button tone="sketch" disabled={left.length === 0} onClick={next}>
              {atId ? "Tick it off, next" : "Begin"}
            </Button>
            {atId && <Button onClick={() => light(null)}>Stop</Button>}
          </>
        )}
        {done.length > 0 && <Button onClick={clear}>Another venue: none looked at</Button>}
      </header>
      <ul className="grid max-w-4xl gap-1" aria-label="Presets of positions">
        {list.map((entry) => (
          <li
            key={entry.preset.id}
            className={cn(
              "grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)_7rem_5rem] items-center gap-3 rounded bg-raised px-3 py-1.5 text-[13px]",
              entry.preset.id === atId && "shadow-[inset_3px_0_0_var(--color-sketch)]",
            )}
          >
            <Tick
              label={<span className="truncate">{entry.name}</span>}
              on={done.includes(entry.preset.id)}
              onTick={(on) => turn(entry.preset.id, on)}
            />
            <span className={cn("truncate", entry.aims === "points" ? "text-ink-2" : "text-sketch")} title={entry.words}>
              {entry.words}
            </span>
            <span className="text-xs text-ink-3">
              {counted(entry.heads.length, "head")}, {counted(entry.cues, "cue")}
            </span>
            {builds ? (
              <Button size="small" onClick={() => light(entry)}>
                Look
              </Button>
            ) : (
              <span />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
