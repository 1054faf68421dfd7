import { useMemo, useRef, useState } from "react";
import {
  comparePlan,
  counted,
  explain,
  lampsOfRows,
  PATCH_COLUMNS,
  patchRows,
  type Show,
  PLAN_KINDS,
  planChanges,
  type Plan,
  type PlanDifference,
} from "@vexa/core";
import { csv, type gdtf } from "@vexa/formats";
import { newId } from "../../session/new-id";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { refuse } from "../../ui/messages";
import { TickSection } from "../../ui/tick-section";
import { readApart } from "./read-apart";
import { ReportLines } from "./report-lines";
import { keepPictures } from "./take-in";

interface Open {
  readonly name: string;
  readonly plan: Plan;
  readonly pictures: ReadonlyMap<string, readonly gdtf.WheelPicture[]>;
  readonly report: { readonly taken: readonly string[]; readonly left: readonly string[] };
}

/** What a plan's file, or a table of a patch, comes to; a sentence where it can't be read. */
async function readPlan(file: File, show: Show, signal: AbortSignal): Promise<Open | string> {
  const { name } = file;
  if (/\.csv$/i.test(name)) {
    const read = await readApart("table", file, signal);
    if (typeof read === "string") return read;
    if (!read.ok) return explain(read.error);
    const { lamps, left } = lampsOfRows(show, read.value);
    return {
      name,
      plan: { lamps, profiles: new Map(), part: true },
      pictures: new Map(),
      report: { taken: [counted(read.value.length, "row")], left },
    };
  }
  const read = await readApart("plan", file, signal);
  if (typeof read === "string") return read;
  if (!read.ok) return explain(read.error);
  const { lamps, things, profiles, report } = read.value;
  return {
    name,
    plan: { lamps, things, profiles: new Map([...profiles].map(([spec, { profile }]) => [spec, profile])) },
    pictures: new Map([...profiles.values()].map(({ profile, pictures }) => [profile.id, pictures])),
    report,
  };
}

/** Takes a plan's file, and shows in what it differs before anything is changed. */
export function usePlanFile(): { open: Open | null; reading: string | null; take: (file: File) => void; leave: () => void } {
  const client = useClient();
  const [open, setOpen] = useState<Open | null>(null);
  const [reading, setReading] = useState<string | null>(null);
  const abort = useRef<AbortController | null>(null);
  const take = (file: File): void => {
    abort.current?.abort();
    const mine = (abort.current = new AbortController());
    setReading(file.name);
    void readPlan(file, client.view, mine.signal).then((read) => {
      // Another file came meanwhile: that one is waited for.
      if (abort.current !== mine) return;
      setReading(null);
      if (typeof read === "string") refuse(read);
      else setOpen(read);
    });
  };
  const leave = (): void => {
    abort.current?.abort();
    setOpen(null);
  };
  return { open, reading, take, leave };
}

/** The patch as a table, saved by the browser. */
export function saveTable(show: Show): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([csv.write(PATCH_COLUMNS, patchRows(show))], { type: "text/csv" }));
  link.download = "patch.csv";
  link.click();
  URL.revokeObjectURL(link.href);
}

/** In what a plan differs from the show, each to be taken or left; programming stays with its lamps. */
export function PlanSheet({ open, onDone }: { open: Open; onDone: () => void }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { plan, pictures, report } = open;
  const rows = useMemo(() => comparePlan(show, plan), [show, plan]);
  const taken = rows.filter(({ key, barred }) => barred === null && !left.has(key));
  const turn = (of: readonly PlanDifference[]): void => {
    const next = new Set(left);
    const all = of.every(({ key }) => !left.has(key));
    for (const { key } of of)
      if (all) next.add(key);
      else next.delete(key);
    setLeft(next);
  };
  const take = (): void => {
    const changes = planChanges(client.view, plan, { take: taken, newId: () => `fx-${newId()}` });
    if (!client.transact(`Took ${counted(taken.length, "difference")} from ${open.name}`, changes)) return;
    const fresh = new Set(changes.flatMap((change) => (change.op === "add" && change.record.kind === "profile" ? [change.record.id] : [])));
    for (const [id, own] of pictures) if (fresh.has(id)) void keepPictures(id, own);
    onDone();
  };
  return (
    <section className="flex h-full min-h-0 flex-col gap-2 p-3" aria-label={`Plan ${open.name}`}>
      <header className="flex flex-wrap items-center gap-2">
        <h2 className="min-w-0 flex-1 truncate font-semibold">{open.name}</h2>
        <Button onClick={onDone}>Leave it</Button>
        <Button tone="sketch" once disabled={taken.length === 0} onClick={take}>
          Take {taken.length} of {rows.length}
        </Button>
      </header>
      <p className="text-[13px] text-ink-2" role="status">
        {report.taken.join("; ")}.{" "}
        {rows.length === 0 ? "It is as this show is: there is nothing to take." : "Nothing is changed before you take it."}
      </p>
      {report.left.length > 0 && (
        <div className="text-xs text-ink-2">
          <ReportLines title={`${report.left.length} left out`} lines={report.left} />
        </div>
      )}
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="group" aria-label="Differences">
        {PLAN_KINDS.map((kind) => {
          const own = rows.filter((row) => row.kind === kind);
          return (
            <TickSection
              key={kind}
              name={kind}
              heading={`${own.length} ${kind}`}
              rows={own}
              keyOf={({ key }) => key}
              isOn={({ key }) => !left.has(key)}
              isBarred={({ barred }) => barred !== null}
              onTurn={turn}
              label={({ lamp }) => lamp}
              columns="grid-cols-[14rem_minmax(0,1fr)]"
              more={({ words, barred }) => (
                <span className="truncate text-ink-2" title={words}>
                  {barred === null ? words : <span className="text-barred">▬ {barred}</span>}
                </span>
              )}
            />
          );
        })}
      </div>
    </section>
  );
}
