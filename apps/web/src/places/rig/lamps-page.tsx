import { useVirtualizer } from "@tanstack/react-virtual";
import { useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { addressText, counted, extentOf, patchConflicts, patchOf, type Fixture, type PatchConflict, type Profile } from "@vexa/core";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { cn } from "../../ui/class-names";
import { TextInput } from "../../ui/field";
import { AddLampsSheet } from "./add-lamps-sheet";
import { useRigPage } from "./rig-state";

const ROW = 36;
const COLUMNS = "grid-cols-[5rem_minmax(0,1fr)_minmax(0,1.2fr)_minmax(0,1fr)_9rem_6rem]";

/** All lamps with what they are and where they are patched; more are added here. */
export function LampsPage(): React.JSX.Element {
  const show = useShow();
  const changes = extentOf(useMe(), "rig") === "all";
  const [text, setText] = useState("");
  const fixtures = show.all("fixture");
  const profiles = useMemo(() => new Map(show.all("profile").map((profile) => [profile.id, profile])), [show]);
  const conflicts = useMemo(() => patchConflicts(fixtures, profiles), [fixtures, profiles]);
  const rows = useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    return fixtures
      .filter((fixture) => {
        const said =
          `${fixture.number} ${fixture.name} ${profiles.get(fixture.profileId)?.model ?? ""} ${addressText(fixture.patch)}`.toLowerCase();
        return words.every((word) => said.includes(word));
      })
      .toSorted((a, b) => a.number - b.number);
  }, [fixtures, profiles, text]);
  return (
    <section className="flex min-h-0 flex-1 flex-col gap-2 p-3" aria-label="Lamps">
      <header className="flex shrink-0 flex-wrap items-center gap-2">
        <TextInput
          aria-label="Search lamps"
          className="w-72"
          placeholder="Number, name, kind, address"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.stopPropagation()}
        />
        <span className="flex-1 text-[13px] text-ink-2" role="status">
          {rows.length === fixtures.length ? counted(rows.length, "lamp") : `${rows.length} of ${counted(fixtures.length, "lamp")}`} in{" "}
          {counted(show.rig.universes.length, "universe")}
        </span>
        {changes && <AddOf profiles={[...profiles.values()]} />}
      </header>
      {conflicts.length > 0 && <Conflicts conflicts={conflicts} />}
      {fixtures.length === 0 ? (
        <p className="text-ink-2">
          Nothing hangs yet. Take a lamp from the library or drop its GDTF file in{" "}
          <Link to="/rig/profiles" className="text-linked underline">
            Profiles
          </Link>
          , then add lamps of it.
        </p>
      ) : (
        <Rows
          rows={rows}
          profiles={profiles}
          changes={changes}
          clashing={new Set(conflicts.flatMap(({ first, second }) => [first.id, second?.id ?? ""]))}
        />
      )}
    </section>
  );
}

/** Of which profile lamps are added, then how many and where. */
function AddOf({ profiles }: { profiles: readonly Profile[] }): React.JSX.Element | null {
  const { profileId, set } = useRigPage();
  const chosen = profiles.find(({ id }) => id === profileId) ?? profiles[0];
  if (!chosen) return null;
  return (
    <span className="flex items-center gap-1.5">
      <Choice aria-label="Profile of new lamps" className="w-56" value={chosen.id} onValue={(id) => set({ profileId: id })}>
        {profiles.map(({ id, model }) => (
          <Option key={id} value={id}>
            {model}
          </Option>
        ))}
      </Choice>
      <AddLampsSheet key={chosen.id} profile={chosen} modeId={chosen.modes[0]!.id} />
    </span>
  );
}

function Conflicts({ conflicts }: { conflicts: readonly PatchConflict[] }): React.JSX.Element {
  const [{ first, second, universe, address }] = conflicts as [PatchConflict];
  return (
    <p className="text-[13px] text-barred" role="alert">
      ▬ {first.number} {first.name}{" "}
      {second ? `and ${second.number} ${second.name} share ${universe}.${address}` : `runs past the end of universe ${universe}`}
      {conflicts.length > 1 ? `, and ${conflicts.length - 1} more` : ""}.
    </p>
  );
}

function Rows(of: {
  rows: readonly Fixture[];
  profiles: ReadonlyMap<string, Profile>;
  changes: boolean;
  clashing: ReadonlySet<string>;
}): React.JSX.Element {
  const { rows, profiles, changes, clashing } = of;
  const client = useClient();
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
      </div>
      <div ref={scroll} className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="group" aria-label="All lamps">
        <ul className="relative" style={{ height: virtual.getTotalSize() }} aria-label="Lamps by number">
          {virtual.getVirtualItems().map(({ index, start }) => {
            const fixture = rows[index]!;
            const profile = profiles.get(fixture.profileId);
            const mode = profile?.modes.find(({ id }) => id === fixture.modeId);
            const breaks = 1 + (mode?.moreFootprints?.length ?? 0);
            return (
              <li
                key={fixture.id}
                className={cn("absolute inset-x-0 grid items-center gap-2 border-t border-edge px-2 text-[13px]", COLUMNS)}
                style={{ top: start, height: ROW }}
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
                {changes && (
                  <Button
                    size="small"
                    tone="quiet"
                    once
                    className="justify-self-end text-ink-3 hover:text-barred"
                    aria-label={`Take ${fixture.number} ${fixture.name} out`}
                    onClick={() => client.transact(`Took ${fixture.number} ${fixture.name} out`, [{ op: "remove", record: fixture }])}
                  >
                    Take out
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
      </div>
    </>
  );
}
