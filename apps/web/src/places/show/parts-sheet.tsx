import { useMemo, useState } from "react";
import useSWR from "swr";
import {
  counted,
  lampMatches,
  lampsOfParts,
  PART_KINDS,
  recordName,
  Show,
  takeParts,
  type LampMatch,
  type PartsTaken,
  type ShowLine,
  type ShowRecord,
} from "@vexa/core";
import { bringShowFiles, fetchShowRecords } from "../../session/api";
import { newId } from "../../session/new-id";
import { useClient, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { DraftField } from "../../ui/draft-field";
import { Field } from "../../ui/field";
import { refuse, tell } from "../../ui/messages";
import { Tick } from "../../ui/tick";
import { TickSection } from "../../ui/tick-section";

const WORDS: Readonly<Record<(typeof PART_KINDS)[number], string>> = {
  cueList: "Cue lists, with their cues",
  page: "Pages, with their cards and lists",
  preset: "Presets",
  group: "Groups",
  savedWave: "Waveforms",
  picture: "Pictures",
  savedShape: "Shapes",
  macro: "Macros",
  song: "Songs",
  master: "Speed masters",
  curve: "Response curves",
  profile: "Profiles",
};

/** Takes parts of a show that is kept: what is wanted, which lamps take whose part, and what comes of it before anything is changed. */
export function PartsSheet({ from, onDone }: { from: ShowLine; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const here = useShow();
  const { data, error } = useSWR(["show records", from.id], () => fetchShowRecords(from.id), { revalidateOnFocus: false });
  const other = useMemo(() => data && new Show(new Map(data.map((record) => [record.id, record]))), [data]);
  const [ids, setIds] = useState<readonly string[]>([]);
  const [sameOnes, setSameOnes] = useState<"beside" | "replace">("beside");
  const [typed, setTyped] = useState<ReadonlyMap<string, string | null>>(new Map());
  const matches = useMemo(() => (other ? lampMatches(here, other, lampsOfParts(other, ids)) : []), [other, here, ids]);
  const lamps = useMemo(
    () => new Map(matches.map(({ lamp, to }) => [lamp.id, typed.has(lamp.id) ? typed.get(lamp.id)! : (to?.id ?? null)])),
    [matches, typed],
  );
  const taken = useMemo(
    () => (other && ids.length > 0 ? takeParts(here, other, { ids, sameOnes, lamps, newId }) : null),
    [here, other, ids, sameOnes, lamps],
  );
  const turn = (of: readonly string[]): void => {
    const all = of.every((id) => ids.includes(id));
    setIds(all ? ids.filter((id) => !of.includes(id)) : [...new Set([...ids, ...of])]);
  };
  const take = async (): Promise<void> => {
    if (!other) return;
    const { changes, withFiles } = takeParts(client.view, other, { ids, sameOnes, lamps, newId });
    if (withFiles.length > 0) await bringShowFiles(from.id, withFiles);
    if (!client.transact(`Took ${counted(ids.length, "part")} of ${from.name}`.slice(0, 200), changes)) return;
    tell(`Took ${counted(ids.length, "part")} of ${from.name}`);
    onDone();
  };
  return (
    <section className="flex h-full min-h-0 flex-col gap-2" aria-label={`Parts of ${from.name}`}>
      <header className="flex flex-wrap items-end gap-2">
        <h2 className="min-w-0 flex-1 truncate font-semibold">Parts of {from.name}</h2>
        <Field label="What is here already">
          <Choice
            aria-label="What is here already"
            className="w-56"
            value={sameOnes}
            onValue={(to) => setSameOnes(to === "replace" ? "replace" : "beside")}
          >
            <Option value="beside">stays: the other comes beside it</Option>
            <Option value="replace">is written over</Option>
          </Choice>
        </Field>
        <Button onClick={onDone}>Leave it</Button>
        <Button
          tone="sketch"
          once
          disabled={!taken || taken.changes.length === 0}
          onClick={() => void take().catch((trouble: Error) => refuse(trouble.message))}
        >
          Take {counted(ids.length, "part")}
        </Button>
      </header>
      <p className="text-[13px] text-ink-2" role="status">
        {error instanceof Error ? <span className="text-barred">▬ {error.message}</span> : !other ? "Reading the show…" : said(taken)}
      </p>
      <div className="grid min-h-0 flex-1 grid-cols-2 gap-4">
        <div className="min-h-0 overflow-y-auto" role="group" aria-label="What there is" tabIndex={0}>
          {other &&
            PART_KINDS.map((kind) => (
              <TickSection<ShowRecord>
                key={kind}
                name={WORDS[kind]}
                heading={`${WORDS[kind]} (${other.all(kind).length})`}
                rows={other.all(kind)}
                keyOf={({ id }) => id}
                isOn={({ id }) => ids.includes(id)}
                onTurn={(records) => turn(records.map(({ id }) => id))}
                label={(record) => recordName(record, other)}
              />
            ))}
        </div>
        <LampTable matches={matches} lamps={lamps} onTake={(lampId, toId) => setTyped(new Map([...typed, [lampId, toId]]))} />
      </div>
    </section>
  );
}

function said(taken: PartsTaken | null): string {
  if (!taken) return "Tick what is wanted. What belongs to it comes along; nothing is changed before you take it.";
  const { added, replaced, yours, changes } = taken;
  if (changes.length === 0) return "All of it is here as it is there.";
  const list = (of: readonly string[]): string => `${of.slice(0, 3).join(", ")}${of.length > 3 ? ` and ${of.length - 3} more` : ""}`;
  return [
    added.length > 0 && `New: ${list(added)}.`,
    replaced.length > 0 && `Written over: ${list(replaced)}.`,
    yours.length > 0 && `Used as they are here: ${list(yours)}.`,
  ]
    .filter(Boolean)
    .join(" ");
}

/** Which lamp here takes the part of each lamp there; those that differ come first. */
function LampTable(of: {
  matches: readonly LampMatch[];
  lamps: ReadonlyMap<string, string | null>;
  onTake: (lampId: string, toId: string | null) => void;
}): React.JSX.Element {
  const { matches, lamps, onTake } = of;
  const here = useShow();
  const [all, setAll] = useState(false);
  const sure = matches.filter(({ by }) => by === "the same lamp");
  const shown = all ? matches : matches.filter(({ by }) => by !== "the same lamp");
  const fixtures = here.all("fixture");
  const take = (lampId: string, text: string): boolean | string => {
    if (text === "") onTake(lampId, null);
    const to = fixtures.find(({ number }) => String(number) === text);
    if (to) onTake(lampId, to.id);
    return text === "" || to !== undefined || `No lamp here has the number ${text}.`;
  };
  return (
    <section className="flex min-h-0 flex-col gap-1" aria-label="Lamps there and here">
      <h3 className="flex items-center gap-3 text-xs text-ink-3">
        <span className="flex-1">
          {matches.length === 0
            ? "No lamp is named by what is ticked"
            : `${counted(matches.length, "lamp")} named, ${sure.length} the same here`}
        </span>
        {sure.length > 0 && <Tick label="Show these, too" on={all} onTick={setAll} />}
      </h3>
      <ul className="grid min-h-0 flex-1 content-start gap-0.5 overflow-y-auto" tabIndex={0} aria-label="Lamps">
        {shown.map(({ lamp, model, by }) => {
          const to = here.get("fixture", lamps.get(lamp.id));
          return (
            <li key={lamp.id} className="grid grid-cols-[minmax(0,1fr)_4.5rem_minmax(0,1fr)] items-center gap-2 text-[13px]">
              <span className="truncate" title={`${lamp.name}, ${model}`}>
                {lamp.number} {lamp.name}
              </span>
              <DraftField
                label={`Lamp for ${lamp.number}`}
                className="h-6"
                text={to ? String(to.number) : ""}
                onTake={(text) => take(lamp.id, text)}
              />
              <span className="truncate text-ink-3">
                {to ? (
                  `${to.name}${by === null ? "" : by === "the same lamp" ? ", the same lamp" : `, by ${by}`}`
                ) : (
                  <b className="text-barred">▬ nobody</b>
                )}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
