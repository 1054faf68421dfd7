import { useRef } from "react";
import { Button } from "../../ui/button";
import { OneOf } from "../../ui/one-of";
import { TextInput } from "../../ui/field";
import { useQuietShow } from "../../session/show-context";
import { Chain } from "./chain";
import { FixtureLevels } from "./fixture-levels";
import { LeftBehind } from "./left-behind";
import { Parked } from "./parked";
import { SaidToOthers } from "./said";
import { readSearch } from "./slot-search";
import { useTrace } from "./trace-state";
import { UniverseMap, type LevelUnit } from "./universe-map";

const UNITS: readonly LevelUnit[] = ["percent", "0 to 255", "hex"];

/** All universes as a live map of levels; pick one and read why it is so. */
export function TracePlace(): React.JSX.Element {
  const { rig } = useQuietShow();
  const { unit, view, text, frozen, picked, set } = useTrace();
  const setPicked = (parameter: number | null): void => set({ picked: parameter });
  const latest = useRef<Uint8Array | null>(null);
  const search = useSearch(text);
  const parameter = picked === null ? undefined : rig.parameters[picked];
  return (
    <div className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_320px]">
      <section className="flex min-h-0 flex-col gap-2 p-3" aria-label="Levels">
        <header className="flex shrink-0 flex-wrap items-center gap-1.5">
          <TextInput
            aria-label="Search levels"
            aria-invalid={search.by === "unreadable"}
            className="h-8 w-64"
            placeholder="Head 12, address 2.17, level =255, >200"
            value={text}
            onChange={(event) => set({ text: event.target.value })}
            onKeyDown={(event) => event.stopPropagation()}
          />
          <OneOf
            label="Levels in"
            value={unit}
            among={UNITS.map((value) => ({ value, words: value }))}
            onValue={(to) => set({ unit: to })}
          />
          <span className="flex-1" />
          <OneOf
            label="Levels in order"
            value={view}
            among={[
              { value: "address", words: "By address" },
              { value: "head", words: "By head" },
            ]}
            onValue={(to) => set({ view: to })}
          />
          <Button
            size="small"
            aria-pressed={frozen !== null}
            title="Keeps these levels; what differs from them is framed"
            onClick={() => set({ frozen: frozen ? null : (latest.current?.slice() ?? null) })}
          >
            {frozen ? "Stop comparing" : "Freeze and compare"}
          </Button>
        </header>
        {search.by === "unreadable" && (
          <p className="text-[13px] text-barred" role="alert">
            ▬ This can’t be looked for: {search.why}.
          </p>
        )}
        {rig.universes.length === 0 ? (
          <p className="grid flex-1 place-content-center text-ink-3">Nothing is patched yet, so nothing leaves.</p>
        ) : view === "address" ? (
          <UniverseMap look={{ unit, search, frozen, picked }} onPick={setPicked} onFrame={(frame) => (latest.current = frame)} />
        ) : (
          <FixtureLevels {...{ unit, search, frozen, picked }} onPick={setPicked} />
        )}
      </section>
      <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-edge bg-bench p-3" aria-label="Why">
        {parameter ? (
          <Chain key={picked} parameter={parameter} />
        ) : (
          <p className="text-[13px] text-ink-3">Pick a level to read why it is so.</p>
        )}
        {parameter && <Parked parameter={parameter} />}
        <SaidToOthers />
        <LeftBehind onPick={({ head, attribute }) => setPicked(rig.headByKey.get(head)?.parameters.get(attribute) ?? null)} />
      </aside>
    </div>
  );
}

function useSearch(text: string): ReturnType<typeof readSearch> {
  // The same text gives the same search, so that the map isn't searched anew with each frame.
  const kept = useRef({ text: "", search: readSearch("") });
  if (kept.current.text !== text) kept.current = { text, search: readSearch(text) };
  return kept.current.search;
}
