import { useState } from "react";
import useSWR from "swr";
import { PLACES, type HistoryLine } from "@vexa/core";
import { fetchHistory } from "../../session/api";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { cn } from "../../ui/class-names";
import { DataTable, type TableColumn } from "../../ui/data-table";
import { Field } from "../../ui/field";
import { dayAndTime } from "../../ui/moments";

const TIMES = [
  { label: "any time", minutes: 0 },
  { label: "the last 10 minutes", minutes: 10 },
  { label: "the last hour", minutes: 60 },
  { label: "the last day", minutes: 24 * 60 },
] as const;

/** Who changed what and when, by person, place and time. */
export function HistoryTable(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const [personId, setPersonId] = useState("");
  const [place, setPlace] = useState("");
  const [minutes, setMinutes] = useState(0);
  const [before, setBefore] = useState<readonly string[]>([]);
  const since = minutes === 0 ? 0 : Math.floor((Date.now() - minutes * 60_000) / 60_000) * 60_000;
  const filter = {
    ...(personId ? { personId } : {}),
    ...(place ? { place } : {}),
    ...(since ? { from: String(since) } : {}),
    ...(before.length > 0 ? { before: before.at(-1)! } : {}),
  };
  const { data, error, isLoading, mutate } = useSWR(["history", JSON.stringify(filter)], () => fetchHistory(filter), {
    refreshInterval: 2000,
    keepPreviousData: true,
  });
  const lines = data ?? [];
  const shown = lines.map((line): Row => ({ ...line, who: show.get("person", line.personId)?.name ?? "somebody" }));
  const undoable = lines.find(({ personId: by, state }) => by === me.id && state === "done");
  const change = (set: () => void): void => {
    set();
    setBefore([]);
  };
  return (
    <div className="flex h-full min-h-0 flex-col gap-3 p-4">
      <header className="grid shrink-0 grid-cols-[1fr_1fr_1fr_auto] items-end gap-2">
        <Field label="Who">
          <Choice aria-label="Who" value={personId} onValue={(next) => change(() => setPersonId(next))}>
            <Option value="">everybody</Option>
            {show.all("person").map(({ id, name }) => (
              <Option key={id} value={id}>
                {name}
              </Option>
            ))}
          </Choice>
        </Field>
        <Field label="Where">
          <Choice aria-label="Where" value={place} onValue={(next) => change(() => setPlace(next))}>
            <Option value="">everywhere</Option>
            {PLACES.map((each) => (
              <Option key={each} value={each}>
                {each[0]!.toUpperCase() + each.slice(1)}
              </Option>
            ))}
          </Choice>
        </Field>
        <Field label="When">
          <Choice aria-label="When" value={minutes} onValue={(next) => change(() => setMinutes(Number(next)))}>
            {TIMES.map(({ label, minutes: each }) => (
              <Option key={label} value={each}>
                {label}
              </Option>
            ))}
          </Choice>
        </Field>
        <Button
          disabled={!undoable}
          title={undoable ? `Takes back: ${undoable.label}` : "Nothing of yours here can be taken back"}
          onClick={() => {
            void client.undo("undo").then(() => mutate());
          }}
        >
          Take back my latest
        </Button>
      </header>
      {error instanceof Error && <p className="text-[13px] text-barred">▬ {error.message}</p>}
      {!isLoading && !error && lines.length === 0 && (
        <p className="grid flex-1 place-content-center text-ink-3">Nothing was changed that fits.</p>
      )}
      <div className="min-h-0 flex-1 overflow-y-auto">
        {lines.length > 0 && <DataTable label="Changes" rows={shown} rowId={({ id }) => id} columns={COLUMNS} />}
      </div>
      <footer className="flex shrink-0 gap-2">
        {before.length > 0 && <Button onClick={() => setBefore(before.slice(0, -1))}>Later ones</Button>}
        {lines.length >= 100 && <Button onClick={() => setBefore([...before, lines.at(-1)!.id])}>Earlier ones</Button>}
      </footer>
    </div>
  );
}

type Row = HistoryLine & { readonly who: string };

const COLUMNS: readonly TableColumn<Row>[] = [
  {
    id: "at",
    head: "When",
    sortBy: ({ at }) => at,
    className: "w-28 whitespace-nowrap",
    cell: ({ at }) => (
      <time className="font-mono text-xs text-ink-3" dateTime={new Date(at).toISOString()}>
        {dayAndTime(at)}
      </time>
    ),
  },
  { id: "who", head: "Who", sortBy: ({ who }) => who, className: "w-32 max-w-32 truncate font-medium", cell: ({ who }) => who },
  {
    id: "what",
    head: "What",
    sortBy: ({ label }) => label,
    className: "max-w-0 w-full",
    cell: ({ label, state }) => (
      <span className={cn("block truncate", state === "undone" && "text-ink-3 line-through")} title={label}>
        {label}
      </span>
    ),
  },
  {
    id: "where",
    head: "Where",
    sortBy: ({ places }) => places.join(", "),
    className: "text-xs whitespace-nowrap text-ink-3",
    cell: ({ places, state }) => `${places.join(", ")}${state === "undone" ? " · taken back" : ""}`,
  },
];
