import { useVirtualizer } from "@tanstack/react-virtual";
import { useRef } from "react";
import { modeOf, addressText, patchOf, type Fixture, type Profile } from "@vexa/core";
import { cn } from "../../ui/class-names";
import { usePressLamp, useSelectedLamps } from "./lamp-selection";

const ROW = 32;
const COLUMNS = "grid-cols-[4rem_minmax(0,1fr)_minmax(0,1.2fr)_minmax(0,0.8fr)_7rem_10rem]";

/** The lamps by number; those that are selected stand out, and pressing selects. */
export function LampTable(of: {
  rows: readonly Fixture[];
  profiles: ReadonlyMap<string, Profile>;

  clashing: ReadonlySet<string>;
}): React.JSX.Element {
  const { rows, profiles, clashing } = of;
  const press = usePressLamp(rows);
  const chosen = new Set(useSelectedLamps().map(({ id }) => id));
  const scroll = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroll.current, estimateSize: () => ROW, overscan: 12 });
  return (
    <>
      <div className={cn("grid shrink-0 gap-2 px-2 text-xs text-ink-3", COLUMNS)} aria-hidden>
        <span>Number</span>
        <span>Name</span>
        <span>Profile</span>
        <span>Mode</span>
        <span>Address</span>
        <span>Right, upstage, high</span>
      </div>
      <div ref={scroll} className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="group" aria-label="All lamps">
        <ul className="relative" style={{ height: virtual.getTotalSize() }} aria-label="Lamps by number">
          {virtual.getVirtualItems().map(({ index, start }) => {
            const fixture = rows[index]!;
            const profile = profiles.get(fixture.profileId);
            const mode = modeOf(profile, fixture);
            const breaks = 1 + (mode?.moreFootprints?.length ?? 0);
            return (
              <li key={fixture.id} className="absolute inset-x-0 border-t border-edge" style={{ top: start, height: ROW }}>
                <button
                  type="button"
                  aria-pressed={chosen.has(fixture.id)}
                  className={cn(
                    "grid h-full w-full items-center gap-2 px-2 text-left text-[13px] hover:bg-raised",
                    COLUMNS,
                    chosen.has(fixture.id) && "bg-raised shadow-[inset_3px_0_0_var(--color-sketch)]",
                  )}
                  onClick={(event) => press(fixture, event)}
                >
                  <span className="font-mono">{fixture.number}</span>
                  <span className="truncate" title={fixture.name}>
                    {fixture.name}
                  </span>
                  <span className="truncate text-ink-2">
                    {profile?.model} <span className="text-ink-3">{profile?.maker}</span>
                  </span>
                  <span className="truncate text-ink-2">{mode?.name}</span>
                  <span className={cn("font-mono", clashing.has(fixture.id) && "text-barred")}>
                    {Array.from({ length: breaks }, (_, at) => addressText(patchOf(fixture, at + 1))).join(" + ")}
                  </span>
                  <span className="font-mono text-xs text-ink-2">
                    {[fixture.position.x, fixture.position.y, fixture.position.z].map((metres) => metres.toFixed(2)).join("  ")}
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
      </div>
    </>
  );
}
