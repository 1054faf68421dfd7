import { useMemo } from "react";
import { NavLink, useParams, useSearchParams } from "react-router";
import { familiesOf, ownership, type Group, type Loan, type Rig, type Territory } from "@vexa/core";
import { useQuietShow } from "../../session/show-context";
import type { StageWash } from "../../stage/draw-wash";
import { StageCanvas } from "../../stage/stage-canvas";
import { StageTools } from "../../stage/stage-tools";
import { cn } from "../../ui/class-names";
import { CompareVersions } from "./compare-versions";
import { DivisionColumn } from "./division-column";
import { HistoryTable } from "./history-table";
import { LoansColumn } from "./loans-column";
import { MyAccount } from "./my-account";
import { Notes } from "./notes";
import { PeopleTable } from "./people-table";
import { RoleTable } from "./role-table";
import { useDivision } from "./use-division";
import { Versions } from "./versions";

const TABS = [
  { to: "division", label: "Division" },
  { to: "loans", label: "Loans" },
  { to: "people", label: "People" },
  { to: "history", label: "History" },
] as const;

/** Who has which part of the rig, what is lent, who works on the show, and who changed what. */
export function CrewPlace(): React.JSX.Element {
  const { tab = "division" } = useParams();
  const [query] = useSearchParams();
  const since = query.get("since");
  const onPlan = tab === "division" || tab === "loans";
  return (
    <div className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_360px]">
      <section className="relative min-h-0" aria-label={onPlan ? "The rig and who has it" : tab === "people" ? "People" : "History"}>
        {onPlan ? <Plan /> : tab === "people" ? <PeopleSide /> : since ? <CompareVersions key={since} id={since} /> : <HistoryTable />}
      </section>
      <aside className="flex min-h-0 flex-col border-l border-edge bg-bench" aria-label="Crew">
        <nav className="flex shrink-0 gap-1 border-b border-edge p-2" aria-label="Parts of Crew">
          {TABS.map(({ to, label }) => (
            <NavLink
              key={to}
              to={`/crew/${to}`}
              className={cn(
                "grid h-7 flex-1 place-content-center rounded border border-edge text-xs font-medium text-ink-2 hover:text-ink",
                to === tab && "border-sketch bg-raised text-ink",
              )}
              aria-current={to === tab ? "page" : undefined}
            >
              {label}
            </NavLink>
          ))}
        </nav>
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] content-start gap-4 overflow-y-auto p-3 [&>section]:grid-cols-[minmax(0,1fr)]">
          {tab === "division" && <DivisionColumn />}
          {tab === "loans" && <LoansColumn />}
          {tab === "people" && (
            <>
              <MyAccount />
              <Notes />
            </>
          )}
          {tab === "history" && <Versions />}
        </div>
      </aside>
    </div>
  );
}

function PeopleSide(): React.JSX.Element {
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] content-start gap-6 overflow-y-auto p-4">
      <PeopleTable />
      <RoleTable />
    </div>
  );
}

function Plan(): React.JSX.Element {
  const show = useQuietShow();
  const { draft, chosenId } = useDivision();
  const { rig } = show;
  const [groups, loans] = [show.all("group"), show.all("loan")];
  const territories = draft ?? show.territories;
  const wash = useMemo(() => {
    // While a new division is drawn up the plan shows it without loans.
    const lent = draft ? [] : loans.filter(({ state }) => state === "lent");
    return territoryWash({ rig, groups, lent, territories }, chosenId);
  }, [rig, groups, loans, draft, territories, chosenId]);
  return (
    <>
      <StageCanvas wash={wash} tools="select" />
      <StageTools only="select" />
      <p className="pointer-events-none absolute bottom-2 left-3 text-xs text-stage-ink">
        hatch: who has it · quarters where families are divided · no hatch: nobody but the lead
      </p>
    </>
  );
}

function territoryWash(
  { rig, groups, lent, territories }: { rig: Rig; groups: readonly Group[]; lent: readonly Loan[]; territories: readonly Territory[] },
  chosenId: string | null,
): StageWash {
  const heads = new Map(groups.map((group) => [group.id, group.heads]));
  const owner = ownership({ territories, lent, groupHeads: (id) => heads.get(id) ?? null });
  const chosen = new Set<number>();
  const tints = rig.heads.map((head, index) =>
    familiesOf(head).map((family) => {
      const territory = owner(head.key, family);
      if (territory && territory.id === chosenId) chosen.add(index);
      return territory?.tint ?? null;
    }),
  );
  return { kind: "territories", tints, chosen };
}
