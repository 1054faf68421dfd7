import { ChevronLeft, ChevronRight } from "lucide-react";
import { useState } from "react";
import { explain, nearLamps, selectGroups, selectHeads, selectionName, step, whoSaid } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { useSelected } from "../selection/use-selection";
import { useClient, useQuietShow } from "../session/show-context";
import { StageCanvas } from "../stage/stage-canvas";
import { Button } from "../ui/button";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", ".", "0", ".."] as const;

/** Who is meant: by number, by group, on the plan, and one after the other. */
export function RemoteWho(): React.JSX.Element {
  const show = useQuietShow();
  const { selection, select } = useInterfaceOf("selection", "select");
  const { heads, baseCount } = useSelected();
  const [by, setBy] = useState<"number" | "group" | "near" | "plan" | null>(null);
  const chip = (way: NonNullable<typeof by>, words: string): React.JSX.Element => (
    <Button tone="chip" size="touch" className="flex-1" aria-pressed={by === way} onClick={() => setBy(by === way ? null : way)}>
      {words}
    </Button>
  );
  return (
    <section className="grid gap-2" aria-label="Who">
      <div className="flex items-center gap-2">
        <Button size="touch" disabled={baseCount === 0} aria-label="The head before" onClick={() => select(step(selection, -1, show))}>
          <ChevronLeft size={20} aria-hidden />
        </Button>
        <p className="min-w-0 flex-1 text-center" role="status" aria-label="Picked">
          <span className="block truncate font-semibold">{heads.length === 0 ? "Nobody" : selectionName(show, selection)}</span>
          <span className="block truncate text-xs text-ink-3">
            {heads.length === 0
              ? "pick heads below"
              : heads.length === 1
                ? `${heads[0]!.label} ${heads[0]!.fixture.name}`
                : heads.every(({ fixture }) => fixture === heads[0]!.fixture)
                  ? `${heads.length} of ${heads[0]!.fixture.number} ${heads[0]!.fixture.name}`
                  : `${heads.length} of ${baseCount} heads`}
          </span>
        </p>
        <Button size="touch" disabled={baseCount === 0} aria-label="The next head" onClick={() => select(step(selection, 1, show))}>
          <ChevronRight size={20} aria-hidden />
        </Button>
      </div>
      <div className="flex gap-2">
        {chip("number", "Number")}
        {chip("group", "Group")}
        {chip("near", "Near")}
        {chip("plan", "Plan")}
      </div>
      {by === "number" && <NumberPad onDone={() => setBy(null)} />}
      {by === "group" && (
        <div className="grid max-h-52 grid-cols-2 gap-2 overflow-y-auto" role="group" aria-label="Groups">
          {show
            .all("group")
            .toSorted((a, b) => a.rank - b.rank)
            .map(({ id, name }) => (
              <Button
                key={id}
                size="touch"
                className="justify-start overflow-hidden"
                onClick={() => {
                  select(selectGroups([id]));
                  setBy(null);
                }}
              >
                <span className="truncate">{name}</span>
              </Button>
            ))}
        </div>
      )}
      {by === "near" && <Near />}
      {by === "plan" && (
        <div className="h-52 overflow-hidden rounded border border-edge">
          <StageCanvas tools="select" />
        </div>
      )}
    </section>
  );
}

/** So many neighbours are offered: what is further off has another way to be found. */
const NEIGHBOURS = 8;

/** What hangs nearest to who is picked, one touch from lamp to lamp for somebody who walks along them. */
function Near(): React.JSX.Element {
  const show = useQuietShow();
  const { select } = useInterfaceOf("select");
  const { heads } = useSelected();
  const near = nearLamps(show.rig, heads, NEIGHBOURS);
  if (near.length === 0)
    return <p className="p-2 text-[13px] text-ink-2">Pick a head first: then its neighbours on the plan stand here.</p>;
  return (
    <div className="grid max-h-52 grid-cols-2 gap-2 overflow-y-auto" role="group" aria-label="Near on the plan">
      {near.map(({ fixture, heads: lamp, metres }) => (
        <Button
          key={fixture.id}
          size="touch"
          className="justify-between gap-2 overflow-hidden"
          onClick={() => select(selectHeads(lamp.map(({ key }) => key)))}
        >
          <span className="truncate">
            {fixture.number} {fixture.name}
          </span>
          <span className="shrink-0 text-xs text-ink-3">{metres.toFixed(1)} m</span>
        </Button>
      ))}
    </div>
  );
}

/** Heads by number, for a thumb. */
function NumberPad({ onDone }: { onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const { selection, select } = useInterfaceOf("selection", "select");
  const [text, setText] = useState("");
  const [complaint, setComplaint] = useState<string | null>(null);
  const take = (): void => {
    const read = whoSaid(text, { show: client.view, selection, values: client.values });
    setComplaint(read.ok ? null : explain(read.error));
    if (!read.ok) return;
    select(read.value.who);
    onDone();
  };
  return (
    <div className="grid gap-2" role="group" aria-label="Numbers">
      <output className="h-11 rounded border border-edge px-3 font-mono text-xl leading-11" aria-label="Typed">
        {text || <span className="text-ink-3">101 or 101..108</span>}
      </output>
      {complaint && (
        <p role="alert" className="text-[13px] text-barred">
          ▬ {complaint}
        </p>
      )}
      <div className="grid grid-cols-4 gap-2">
        <div className="col-span-3 grid grid-cols-3 gap-2">
          {KEYS.map((key) => (
            <Button key={key} size="touch" className="font-mono text-lg" onClick={() => setText((before) => (before + key).slice(0, 40))}>
              {key}
            </Button>
          ))}
        </div>
        <div className="grid gap-2">
          <Button size="touch" aria-label="Take the last sign back" disabled={text === ""} onClick={() => setText(text.slice(0, -1))}>
            ⌫
          </Button>
          <Button
            size="touch"
            aria-label="And"
            className="font-mono text-lg"
            onClick={() => setText((before) => `${before}, `.slice(0, 40))}
          >
            ,
          </Button>
          <Button tone="sketch" size="touch" className="row-span-2 h-full" disabled={text === ""} onClick={take}>
            Pick
          </Button>
        </div>
      </div>
    </div>
  );
}
