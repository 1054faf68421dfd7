import { ClipboardPaste, Copy } from "lucide-react";
import { memo, useMemo } from "react";
import { tell } from "../ui/messages";
import { inRank, inTurn, litHeads, partChanges, selectionName, strokeFor, takenUpChanges, type Attribute } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { useSelected } from "../selection/use-selection";
import { newId } from "../session/new-id";
import { useClient, useFromClient, useMe, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { AddLane, FirstLanes } from "./add-lane";
import { LaneRow } from "./lane";
import { PositionPad } from "./position-pad";
import { useLanes } from "./use-lanes";

/** The lanes for the selection: what each attribute does, head for head under the thread, and unfolded below it when and how it moves. */
export function LanesPanel(): React.JSX.Element {
  const show = useShow();
  const { heads, placed, selection } = useSelected();
  const { laneNumbers, set } = useInterfaceOf("laneNumbers", "set");
  const lanes = useLanes();
  const names = lanes.map(({ attribute }) => attribute).join(" ");
  // The same list for as long as the lanes are the same ones, however their values change.
  const present = useMemo(() => lanes.map(({ attribute }) => attribute), [names]); // oxlint-disable-line react/exhaustive-deps -- by their names
  const some = heads.length > 0;
  const pan = lanes.find(({ attribute }) => attribute === "Pan");
  const tilt = lanes.find(({ attribute }) => attribute === "Tilt");
  const mine = lanes.filter(({ standing }) => standing === "in the sketch").length;
  return (
    <section className="flex h-full min-h-0 flex-col bg-bench" aria-label="Lanes">
      <header className="flex h-10 shrink-0 items-center gap-1.5 border-b border-edge px-3">
        <h2 className="font-semibold">Lanes</h2>
        <p className="min-w-0 flex-1 truncate text-[13px] text-ink-2">
          {some ? `${selectionName(show, selection)} · ${mine === 0 ? "nothing touched" : `${mine} in your sketch`}` : "nobody is selected"}
        </p>
        <TakeUpStage />
        {some && <CopyStroke />}
        {some && <AddLane heads={heads} present={present} />}
        <Button
          tone="chip"
          size="small"
          className="px-1.5"
          title="Numbers as DMX levels"
          aria-pressed={laneNumbers === "DMX"}
          onClick={() => set({ laneNumbers: laneNumbers === "DMX" ? "own units" : "DMX" })}
        >
          DMX
        </Button>
      </header>
      <div className="flex min-h-0 flex-1 flex-col overflow-y-auto">
        {!some && (
          <div className="grid h-full place-content-center gap-1 p-4 text-center">
            <p className="font-medium text-ink-2">Nobody is selected</p>
            <p className="max-w-md text-[13px] text-ink-3">
              Pick a group at the left, or click and drag on the stage. What you set here then lies along the thread through the heads.
            </p>
          </div>
        )}
        {some && lanes.length === 0 && <FirstLanes heads={heads} />}
        {pan && tilt && <PositionPad pan={pan} tilt={tilt} />}
        {lanes.map((lane) => (
          <LaneRow key={lane.attribute} lane={lane} heads={heads} placed={placed} />
        ))}
      </div>
    </section>
  );
}

/** Takes what is lit now into the sketch, head for head: a way to begin a new look from what stands. */
const TakeUpStage = memo(function TakeUpStage(): React.JSX.Element {
  const client = useClient();
  const take = (): void => {
    const heads = litHeads(client.view.rig, client.values);
    const changes = takenUpChanges(client.view, {
      personId: client.personId,
      newId,
      heads,
      stage: client.values,
      now: client.now(),
    });
    if (changes.length === 0) tell("Nothing of yours is lit now, so there is nothing to take up.");
    else client.transact(`Took up the stage: ${heads.length} ${heads.length === 1 ? "head" : "heads"}`, changes);
  };
  return (
    <Button
      once
      tone="plain"
      size="small"
      title="Begin from what is lit now: it comes into your sketch, head for head, and nothing changes"
      onClick={take}
    >
      Take up the stage
    </Button>
  );
});

/** Takes one's own stroke of this selection along, to lay it on another one, of any number of heads. */
const CopyStroke = memo(function CopyStroke(): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const { selection, copiedParts, set } = useInterfaceOf("selection", "copiedParts", "set");
  const has = useFromClient(({ view }) => strokeFor(view.sketchOf(me.id)?.strokes ?? {}, selection) !== null);
  const copy = (): void => {
    const strokes = client.view.sketchOf(me.id)?.strokes ?? {};
    const own = strokeFor(strokes, selection);
    if (own) set({ copiedParts: mergedParts(strokes, own.stroke.who) });
  };
  const lay = (): void => {
    const entries = Object.entries(copiedParts ?? {}) as [Attribute, NonNullable<typeof copiedParts>[Attribute]][];
    const on = { newId, personId: me.id, selection };
    const changes = inTurn(
      client.view,
      entries.flatMap(([attribute, part]) => (part ? [(before) => partChanges(before, { ...on, attribute, part })] : [])),
    );
    client.transact(`Laid a stroke on ${selectionName(client.view, selection)}`, changes);
  };
  return (
    <>
      <Button
        tone="quiet"
        size="small"
        className="px-1"
        disabled={!has}
        aria-label="Copy the stroke"
        title="Copy the stroke of this selection"
        onClick={copy}
      >
        <Copy size={14} aria-hidden />
      </Button>
      <Button
        tone="quiet"
        size="small"
        className="px-1"
        disabled={!copiedParts}
        aria-label="Lay the copied stroke here"
        title="Lay the copied stroke on this selection"
        onClick={lay}
      >
        <ClipboardPaste size={14} aria-hidden />
      </Button>
    </>
  );
});

/** All parts that one's strokes on exactly these heads say, the topmost of each attribute. */
function mergedParts(
  strokes: Parameters<typeof inRank>[0],
  who: Parameters<typeof inRank>[0][string]["who"],
): Parameters<typeof inRank>[0][string]["parts"] {
  const same = inRank(strokes).filter(([, stroke]) => JSON.stringify(stroke.who) === JSON.stringify(who));
  return Object.assign({}, ...same.map(([, { parts }]) => parts)) as Parameters<typeof inRank>[0][string]["parts"];
}
