import { ChevronLeft, ChevronRight } from "lucide-react";
import { useState } from "react";
import { explain, selectGroups, selectionName, step, whoMeant } from "@vexa/core";
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
  const [by, setBy] = useState<"number" | "group" | "plan" | null>(null);
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
            {heads.length === 1
              ? `${heads[0]!.label} ${heads[0]!.fixture.name}`
              : heads.length === 0
                ? "pick heads below"
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
      {by === "plan" && (
        <div className="h-52 overflow-hidden rounded border border-edge">
          <StageCanvas tools="select" />
        </div>
      )}
    </section>
  );
}

/** Heads by number, for a thumb. */
function NumberPad({ onDone }: { onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const { selection, select } = useInterfaceOf("selection", "select");
  const [text, setText] = useState("");
  const [complaint, setComplaint] = useState<string | null>(null);
  const take = (): void => {
    const read = whoMeant(text, { show: client.view, selection });
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
