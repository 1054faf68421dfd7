import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import useSWR from "swr";
import { compareShows, counted, extentOf, partsBroughtBack, PLACES, Show, type ShowDifference, type ShowRecord } from "@vexa/core";
import { fetchChangedBy, fetchVersion, fetchVersions } from "../../session/api";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";
import { tell } from "../../ui/messages";
import { dayAndTime } from "../../ui/moments";
import { TickSection } from "../../ui/tick-section";

const OPS = { new: "new since", gone: "gone since", changed: "changed" } as const;

/** A version as a show of its own. */
const showOf = (records: readonly ShowRecord[]): Show => new Show(new Map(records.map((record) => [record.id, record])));

/** In what the work differs from a version, or one version from another, and who did it; parts can be brought back. */
export function CompareVersions({ id }: { id: string }): React.JSX.Element {
  const client = useClient();
  const now = useShow();
  const me = useMe();
  const navigate = useNavigate();
  const [withId, setWithId] = useState("");
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const { data: lines } = useSWR("versions", fetchVersions);
  const { data, error } = useSWR(["version", id], () => fetchVersion(id), { revalidateOnFocus: false });
  const { data: other } = useSWR(withId === "" ? null : ["version", withId], () => fetchVersion(withId), { revalidateOnFocus: false });
  const { data: changedBy } = useSWR(["version changes", id], () => fetchChangedBy(id), { refreshInterval: 2000 });
  const version = useMemo(() => data && showOf(data), [data]);
  const against = useMemo(() => (withId === "" ? now : other && showOf(other)), [withId, now, other]);
  const rows = useMemo(() => (version && against ? compareShows(version, against) : null), [version, against]);
  const name = lines?.find((line) => line.id === id)?.name ?? "this version";
  const canBring = withId === "" && extentOf(me, "restore") === "all";
  const taken = (rows ?? []).filter((row) => picked.has(row.id));
  const turn = (of: readonly ShowDifference[]): void => {
    const next = new Set(picked);
    const all = of.every((row) => next.has(row.id));
    for (const row of of)
      if (all) next.delete(row.id);
      else next.add(row.id);
    setPicked(next);
  };
  const bring = (): void => {
    if (!version) return;
    const changes = partsBroughtBack(
      client.view,
      version,
      taken.map((row) => row.id),
    );
    const label = `Brought back ${counted(taken.length, "part")} of ${name}`.slice(0, 200);
    if (!client.transact(label, changes)) return;
    tell(label);
    setPicked(new Set());
  };
  const whoOf = (row: ShowDifference): string =>
    (changedBy?.[row.id] ?? []).map((by) => now.get("person", by)?.name ?? "somebody").join(", ");
  return (
    <div className="flex h-full min-h-0 flex-col gap-3 p-4" role="region" aria-label={`Compared with ${name}`}>
      <header className="flex shrink-0 flex-wrap items-end gap-2">
        <h2 className="min-w-0 flex-1 truncate font-semibold" title={name}>
          Since {name}
        </h2>
        <Field label="Compared with">
          <Choice aria-label="Compared with" value={withId} onValue={setWithId} className="w-56">
            <Option value="">as it is now</Option>
            {(lines ?? [])
              .filter((line) => line.id !== id)
              .map((line) => (
                <Option key={line.id} value={line.id}>
                  {line.name}, {dayAndTime(line.at)}
                </Option>
              ))}
          </Choice>
        </Field>
        <Button onClick={() => void navigate("/crew/history")}>Back to the history</Button>
        {canBring && (
          <Button tone="sketch" once disabled={taken.length === 0} onClick={bring} title="They become what they were then; all else stays">
            Bring back {taken.length === 0 ? "what is ticked" : counted(taken.length, "part")}
          </Button>
        )}
      </header>
      <p className="text-[13px] text-ink-2" role="status">
        {error instanceof Error ? (
          <span className="text-barred">▬ {error.message}</span>
        ) : !rows ? (
          "Reading the version…"
        ) : rows.length === 0 ? (
          "Nothing differs."
        ) : (
          `${counted(rows.length, "difference")}. What is ticked becomes what it was then.`
        )}
      </p>
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="group" aria-label="Differences">
        {PLACES.map((place) => {
          const own = (rows ?? []).filter((row) => row.place === place);
          return (
            <TickSection
              key={place}
              name={place}
              heading={`${place[0]!.toUpperCase()}${place.slice(1)}: ${own.length}`}
              rows={own}
              keyOf={(row) => row.id}
              isOn={(row) => picked.has(row.id)}
              isBarred={() => !canBring}
              onTurn={turn}
              label={(row) => row.name}
              columns="grid-cols-[minmax(0,16rem)_6rem_minmax(0,1fr)_8rem]"
              more={(row) => (
                <>
                  <span className="text-ink-2">{OPS[row.op]}</span>
                  <span className="truncate text-ink-3" title={row.words}>
                    {row.words}
                  </span>
                  <span className="truncate text-ink-2">{whoOf(row)}</span>
                </>
              )}
            />
          );
        })}
      </div>
    </div>
  );
}
