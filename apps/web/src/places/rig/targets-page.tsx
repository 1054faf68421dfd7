import { useEffect, useState } from "react";
import {
  explain,
  mayChange,
  mayDo,
  newTarget,
  TARGET_FIELDS,
  targetText,
  typedTarget,
  type PlayCommand,
  type Target,
  type TargetField,
} from "@vexa/core";
import { newId } from "../../session/new-id";
import { useClient, useMe, useShow } from "../../session/show-context";
import { targetNow, targetWords } from "../../stage/target-now";
import { Button } from "../../ui/button";
import { Line, LineField, LineTable, TakeAway, type LineHead } from "../../ui/line-table";

const HEADS: Readonly<Record<TargetField, LineHead>> = {
  name: { head: "Name", title: "" },
  x: { head: "Across, m", title: "Where it is taken to be until it is heard of: to the right" },
  y: { head: "Upstage, m", title: "Where it is taken to be until it is heard of: upstage" },
  z: { head: "Up, m", title: "Where it is taken to be until it is heard of: above the floor" },
  smoothSeconds: { head: "Smooth, s", title: "What is heard is smoothed over about so long, so that beams don’t shake" },
};
const GRID = "grid-cols-[minmax(6rem,1fr)_4rem_4rem_4rem_4.5rem_minmax(9rem,1.2fr)_10rem_9.5rem_1.5rem]";
const LOOK_EVERY_MS = 250;

/** Who moves about the stage and can be followed: where each is taken to be, how it is heard, and where it is now. */
export function TargetsPage(): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const me = useMe();
  const targets = show.all("target");
  const example = newTarget(show, () => "new");
  const edits = mayChange(show, me, { op: "add", record: example }) === null;
  const plays = mayDo(show, me, { type: "target-hold", on: true }) === null;
  const allHeld = targets.length > 0 && targets.every((target) => targetNow(client, target).state?.held);
  return (
    <section className="grid min-h-0 flex-1 content-start gap-3 overflow-y-auto p-4" aria-label="Targets">
      <header className="flex flex-wrap items-center gap-3">
        <p className="min-w-80 flex-1 text-[13px] text-ink-2">
          {targets.length === 0 ? "There is nobody yet. " : ""}A target is somebody, or something, that moves about the stage. In Build,
          heads follow one whose name is typed as their position. It is heard in OSC, or moved on the stage by hand.
        </p>
        {plays && targets.length > 0 && (
          <Button aria-pressed={allHeld} onClick={() => void client.play({ type: "target-hold", on: !allHeld })}>
            {allHeld ? "▪ All held" : "Hold all"}
          </Button>
        )}
        {edits && (
          <Button
            once
            onClick={() => {
              const record = newTarget(client.view, newId);
              client.transact(`Added ${record.name}`, [{ op: "add", record }]);
            }}
          >
            Add a target
          </Button>
        )}
      </header>
      {targets.length > 0 && (
        <LineTable
          label="Targets"
          grid={GRID}
          width="min-w-[57rem]"
          heads={[...TARGET_FIELDS.map((field) => HEADS[field]), "Heard in OSC as", "Now", "In the bad moment"]}
        >
          {targets.map((target) => (
            <Row key={target.id} target={target} edits={edits} plays={plays} />
          ))}
        </LineTable>
      )}
    </section>
  );
}

function Row({ target, edits, plays }: { target: Target; edits: boolean; plays: boolean }): React.JSX.Element {
  const client = useClient();
  const { id, name } = target;
  const type = (field: TargetField, text: string): boolean | string => {
    const typed = typedTarget(client.view, id, { field, text });
    return typed.ok ? client.transact(`${HEADS[field].head} of ${name}`, typed.value) : explain(typed.error);
  };
  const play = (command: PlayCommand): void => void client.play(command);
  const { state } = targetNow(client, target);
  return (
    <Line name={name} grid={GRID}>
      {TARGET_FIELDS.map((field) => (
        <LineField
          key={field}
          of={HEADS[field]}
          name={name}
          text={targetText(target, field)}
          may={edits}
          onTake={(text) => type(field, text)}
        />
      ))}
      <span className="truncate font-mono text-xs text-ink-2" title="with three numbers: metres across, upstage and up">
        /vexa/target/{name.toLowerCase().replaceAll(" ", "_")}
      </span>
      <Now target={target} />
      <span className="flex gap-1.5">
        <Button
          size="small"
          tone="chip"
          disabled={!plays}
          aria-pressed={state?.held ?? false}
          title="It stands still, whatever is heard"
          onClick={() => play({ type: "target-hold", targetIds: [id], on: !(state?.held ?? false) })}
        >
          {state?.held ? "▪ held" : "Hold"}
        </Button>
        <Button
          size="small"
          tone="chip"
          disabled={!plays || (!state?.held && !state?.handId)}
          title="Out of the hand, and not held: what is heard moves it again"
          onClick={() => play({ type: "target-free", targetId: id })}
        >
          Leave to OSC
        </Button>
      </span>
      {edits && <TakeAway name={name} onTake={() => client.transact(`Took ${name} away`, [{ op: "remove", record: target }])} />}
    </Line>
  );
}

/** Where it is now, and who says so; looked at four times a second. */
function Now({ target }: { target: Target }): React.JSX.Element {
  const client = useClient();
  const [, again] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => again((count) => count + 1), LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  const { place, lost } = targetNow(client, target);
  const where = [place.x, place.y, place.z].map((metres) => (Math.round(metres * 10) / 10 + 0).toFixed(1)).join(", ");
  return (
    <span className="truncate" aria-label={`${target.name} now`}>
      <span className="font-mono">{where}</span> <span className={lost ? "text-barred" : "text-ink-3"}>{targetWords(client, target)}</span>
    </span>
  );
}
