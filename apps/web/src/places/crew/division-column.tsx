import { useMemo } from "react";
import { Plus } from "lucide-react";
import { counted, FAMILIES, newTerritory, overlapsOf, restOf, type Show, type Territory } from "@vexa/core";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { tintClass, TINT_COUNT } from "../../territories/tints";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { headCount } from "./crew-words";
import { ShiftPreview } from "./shift-preview";
import { TerritorySheet } from "./territory-sheet";
import { divisionChanges, useDivision } from "./use-division";
import { newId } from "../../session/new-id";

/** The territories; the lead draws up a new division here, sees what it does, and lets it take hold. */
export function DivisionColumn(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const lead = useMe().role === "lead";
  const { draft, chosenId, set } = useDivision();
  const territories = draft ?? show.territories;
  const chosen = territories.find(({ id }) => id === chosenId) ?? null;
  const change = (next: readonly Territory[]): void => set({ draft: divisionChanges(show, next).length > 0 ? next : null });
  const add = (): void => {
    const territory = newTerritory(territories, { newId, tints: TINT_COUNT });
    change([...territories, territory]);
    set({ chosenId: territory.id });
  };
  const take = (): void => {
    if (draft && client.transact("Divided the rig anew", divisionChanges(show, draft))) set({ draft: null });
  };
  return (
    <>
      {draft && (
        <section
          className="sticky top-0 z-10 grid gap-2 rounded border border-sketch/60 bg-bench p-2.5 shadow-sheet"
          aria-label="New division"
        >
          <h3 className="text-[13px] font-semibold">◌ A new division, not in force yet</h3>
          <ShiftPreview show={show} draft={draft} />
          <div className="flex gap-2">
            <Button once tone="sketch" onClick={take}>
              Let it take hold
            </Button>
            <Button onClick={() => set({ draft: null })}>Drop it</Button>
          </div>
        </section>
      )}
      <section className="grid gap-1.5" aria-label="Territories">
        <h2 className="flex items-center font-semibold">
          Territories <span className="flex-1" />
          {lead && (
            <Button once size="small" onClick={add}>
              <Plus size={13} aria-hidden /> New
            </Button>
          )}
        </h2>
        {territories.length === 0 && (
          <p className="text-[13px] text-ink-3">
            The rig isn’t divided: the lead alone changes it. {lead && "Make a territory and give it heads."}
          </p>
        )}
        {territories.map((territory) => (
          <TerritoryRow
            key={territory.id}
            territory={territory}
            show={show}
            chosen={territory.id === chosenId}
            onChoose={() => set({ chosenId: territory.id === chosenId ? null : territory.id })}
          />
        ))}
      </section>
      {chosen && lead && (
        <TerritorySheet
          key={chosen.id}
          territory={chosen}
          inForce={show.get("territory", chosen.id) !== null}
          onChange={(next) => change(territories.map((territory) => (territory.id === next.id ? next : territory)))}
          onRemove={() => change(territories.filter(({ id }) => id !== chosen.id))}
        />
      )}
      <Rest
        show={show}
        territories={territories}
        onFill={
          lead && chosen
            ? (parts) => change(territories.map((each) => (each.id === chosen.id ? { ...each, parts: [...each.parts, ...parts] } : each)))
            : null
        }
        chosen={chosen}
      />
    </>
  );
}

function TerritoryRow({
  territory,
  show,
  chosen,
  onChoose,
}: {
  territory: Territory;
  show: Show;
  chosen: boolean;
  onChoose: () => void;
}): React.JSX.Element {
  const people = territory.personIds.map((id) => show.get("person", id)?.name ?? "somebody");
  const heads = new Set(territory.parts.flatMap((part) => [...part.heads, ...part.groupIds.flatMap((id) => show.groupHeads(id) ?? [])]))
    .size;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      className={cn(
        "grid grid-cols-[28px_minmax(0,1fr)] items-center gap-2 rounded border border-edge px-2 py-1.5 text-left hover:bg-raised",
        chosen && "border-sketch bg-raised",
      )}
      onClick={onChoose}
    >
      <span className={cn("size-7 rounded border border-edge", tintClass(territory.tint))} aria-hidden />
      <span className="min-w-0">
        <span className="block truncate text-[13px] font-medium">{territory.name}</span>
        <span className="block truncate text-xs text-ink-3">
          {counted(heads, "head")} · {people.join(", ") || "nobody yet"}
          {territory.shared ? " · shared" : ""}
        </span>
      </span>
    </button>
  );
}

/** What nobody has, and where two territories would meet. */
function Rest({
  show,
  territories,
  chosen,
  onFill,
}: {
  show: Show;
  territories: readonly Territory[];
  chosen: Territory | null;
  onFill: ((parts: Territory["parts"]) => void) | null;
}): React.JSX.Element {
  const groups = show.all("group");
  const { rig } = show;
  // Playing and being here change nothing of it: worked out anew only when the rig, its groups or its division change.
  const { rest, overlaps } = useMemo(() => {
    const heads = new Map(groups.map((group) => [group.id, group.heads]));
    const context = { rig, territories, lent: [], groupHeads: (id: string) => heads.get(id) ?? null };
    return { rest: restOf(context), overlaps: overlapsOf(context) };
  }, [rig, territories, groups]);
  const free = rest.reduce((sum, part) => sum + headCount(show, part), 0);
  const first = overlaps[0];
  const overlapping = new Set(overlaps.map(({ head }) => head)).size;
  return (
    <section className="grid gap-1.5 text-[13px]" aria-label="What is left">
      <h3 className="font-semibold">What is left</h3>
      {first && (
        <p className="text-barred" role="alert">
          ▬ {counted(overlapping, "head")} {overlapping === 1 ? "belongs" : "belong"} to {first.territories[0].name} and{" "}
          {first.territories[1].name}. Take them out of one, or share one of the two.
        </p>
      )}
      {free === 0 ? (
        <p className="text-ink-3">Every head belongs to somebody.</p>
      ) : (
        <>
          <ul className="text-ink-2">
            {rest.map((part) => (
              <li key={part.families.join(" ")}>
                {headCount(show, part)} heads:{" "}
                {part.families.length === FAMILIES.length ? "all of it" : part.families.join(", ").toLowerCase()}
              </li>
            ))}
          </ul>
          {onFill && chosen && (
            <Button once size="small" className="max-w-full justify-self-start" onClick={() => onFill(rest)}>
              <span className="truncate">Fill the rest into {chosen.name}</span>
            </Button>
          )}
          {!onFill && (
            <p className="text-xs text-ink-3">Nobody but the lead changes these. {chosen ? "" : "Choose a territory to fill them into."}</p>
          )}
        </>
      )}
    </section>
  );
}
