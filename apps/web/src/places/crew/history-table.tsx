import { useState } from "react";
import useSWR from "swr";
import { PLACES, type HistoryLine } from "@vexa/core";
import { fetchHistory } from "../../session/api";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Field } from "../../ui/field";
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
  const show = useShow();
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
  const undoable = lines.find(({ personId: by, state }) => by === me.id && state === "done");
  const change = (set: () => void): void => {
    set();
    setBefore([]);
  };
  return (
    <div className="flex h-full min-h-0 flex-col gap-3 p-4">
      <header className="grid shrink-0 grid-cols-[1fr_1fr_1fr_auto] items-end gap-2">
        <Field label="Who">
          <Choice aria-label="Who" value={personId} onChange={({ target }) => change(() => setPersonId(target.value))}>
            <option value="">everybody</option>
            {show.all("person").map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="Where">
          <Choice aria-label="Where" value={place} onChange={({ target }) => change(() => setPlace(target.value))}>
            <option value="">everywhere</option>
            {PLACES.map((each) => (
              <option key={each} value={each}>
                {each[0]!.toUpperCase() + each.slice(1)}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="When">
          <Choice aria-label="When" value={minutes} onChange={({ target }) => change(() => setMinutes(Number(target.value)))}>
            {TIMES.map(({ label, minutes: each }) => (
              <option key={label} value={each}>
                {label}
              </option>
            ))}
          </Choice>
        </Field>
        <Button
          disabled={!undoable}
          title={undoable ? `Takes back: ${undoable.label}` : "Nothing of yours here can be taken back"}
          onClick={() => {
            client.undo("undo");
            setTimeout(() => void mutate(), 200);
          }}
        >
          Take back my latest
        </Button>
      </header>
      {error instanceof Error && <p className="text-[13px] text-barred">▬ {error.message}</p>}
      {!isLoading && !error && lines.length === 0 && (
        <p className="grid flex-1 place-content-center text-ink-3">Nothing was changed that fits.</p>
      )}
      <ol className="min-h-0 flex-1 overflow-y-auto text-[13px]" aria-label="Changes">
        {lines.map((line) => (
          <Line key={line.id} line={line} who={show.get("person", line.personId)?.name ?? "somebody"} />
        ))}
      </ol>
      <footer className="flex shrink-0 gap-2">
        {before.length > 0 && <Button onClick={() => setBefore(before.slice(0, -1))}>Later ones</Button>}
        {lines.length >= 100 && <Button onClick={() => setBefore([...before, lines.at(-1)!.id])}>Earlier ones</Button>}
      </footer>
    </div>
  );
}

function Line({ line, who }: { line: HistoryLine; who: string }): React.JSX.Element {
  return (
    <li className="grid grid-cols-[92px_110px_minmax(0,1fr)_auto] gap-3 border-b border-edge py-1.5">
      <time className="font-mono text-xs text-ink-3" dateTime={new Date(line.at).toISOString()}>
        {dayAndTime(line.at)}
      </time>
      <span className="truncate font-medium">{who}</span>
      <span className={line.state === "undone" ? "truncate text-ink-3 line-through" : "truncate"}>{line.label}</span>
      <span className="text-xs text-ink-3">
        {line.places.join(", ")}
        {line.state === "undone" ? " · taken back" : ""}
      </span>
    </li>
  );
}
