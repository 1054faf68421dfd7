import { useMemo } from "react";
import { useNavigate } from "react-router";
import { CHECK_KINDS, counted, rigChecks, selectHeads, type CheckKind, type RigCheck } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Identify } from "./identify";
import { headsOfLamps } from "./lamp-selection";

const WORDS: Readonly<Record<CheckKind, { readonly title: string; readonly grave: boolean }>> = {
  overlap: { title: "Two lamps on the same slots", grave: true },
  "past the end": { title: "Past the end of a universe", grave: true },
  unpatched: { title: "Patched nowhere", grave: false },
  "same place": { title: "In one place", grave: false },
  "no colour": { title: "Emitters without a colour", grave: false },
  "out of reach": { title: "Can’t look at the stage’s middle", grave: false },
  "nobody's": { title: "In no group", grave: false },
};

const MOST_LISTED = 100;

/** What is wrong or doubtful with the rig; each line leads to its lamps. */
export function CheckPage(): React.JSX.Element {
  const show = useQuietShow();
  const checks = useMemo(() => rigChecks(show), [show]);
  return (
    <section className="min-h-0 flex-1 overflow-y-auto p-4" aria-label="Check" tabIndex={0}>
      <Identify />
      <p className="mb-3 text-[13px]" role="status">
        {checks.length === 0 ? (
          <span className="text-live">● Nothing is wrong or doubtful with {counted(show.all("fixture").length, "lamp")}.</span>
        ) : (
          `${counted(checks.length, "line")}: what is wrong comes first, what is only doubtful below.`
        )}
      </p>
      {CHECK_KINDS.map((kind) => {
        const own = checks.filter((check) => check.kind === kind);
        return own.length === 0 ? null : <Kind key={kind} kind={kind} checks={own} />;
      })}
    </section>
  );
}

function Kind({ kind, checks }: { kind: CheckKind; checks: readonly RigCheck[] }): React.JSX.Element {
  const show = useQuietShow();
  const navigate = useNavigate();
  const { select } = useInterfaceOf("select");
  const { title, grave } = WORDS[kind];
  const pick = ({ fixtureIds }: RigCheck): void => {
    const lamps = fixtureIds.flatMap((id) => show.get("fixture", id) ?? []);
    select(selectHeads(headsOfLamps(show, lamps)));
    void navigate("/rig/lamps");
  };
  return (
    <section className="mb-4 grid max-w-4xl gap-1" aria-label={title}>
      <h2 className={grave ? "font-semibold text-barred" : "font-semibold"}>
        {grave ? "▬ " : ""}
        {title} <span className="font-mono text-xs font-normal text-ink-3">{checks.length}</span>
      </h2>
      <ul className="grid gap-1">
        {checks.slice(0, MOST_LISTED).map((check) => (
          <li key={check.words} className="flex items-center gap-3 rounded bg-raised px-3 py-1.5 text-[13px]">
            <span className="min-w-0 flex-1">{check.words}</span>
            <Button size="small" onClick={() => pick(check)}>
              Select {check.fixtureIds.length === 1 ? "it" : "them"}
            </Button>
          </li>
        ))}
        {checks.length > MOST_LISTED && <li className="text-xs text-ink-3">{checks.length - MOST_LISTED} more</li>}
      </ul>
    </section>
  );
}
