import { ClipboardPaste, Copy } from "lucide-react";
import { useMemo } from "react";
import { inRank, nudgeChanges, partChanges, selectionName, strokeFor, type Attribute } from "@vexa/core";
import { useInterface, type LaneMode } from "../selection/interface-store";
import { useSelected } from "../selection/use-selection";
import { useClient, useMe, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { AddLane, FirstLanes } from "./add-lane";
import { LaneRow } from "./lane";
import { lanesOf } from "./lane-model";
import { PositionPad } from "./position-pad";
import { newId } from "../session/new-id";

const MODES: readonly { mode: LaneMode; label: string; title: string }[] = [
  { mode: "value", label: "Value", title: "What each head does" },
  { mode: "fade", label: "Fade", title: "How long each head takes" },
  { mode: "delay", label: "Delay", title: "How long each head waits" },
  { mode: "times", label: "Times", title: "When each head starts and ends" },
  { mode: "phase", label: "Phase", title: "Where in the cycle of its motion each head stands" },
  { mode: "rate", label: "Rate", title: "How fast each head's motion runs" },
  { mode: "size", label: "Size", title: "How far each head's motion swings" },
];

/** The lanes of the sketch for the selection: what each attribute does, head for head under the thread. */
export function LanesPanel(): React.JSX.Element {
  const show = useShow();
  const me = useMe();
  const client = useClient();
  const selected = useSelected();
  const { laneMode, laneNumbers, set } = useInterface();
  const strokes = show.sketchOf(me.id)?.strokes;
  const lanes = useMemo(() => lanesOf(show, strokes ?? {}, selected), [show, strokes, selected]);
  const { heads, placed, selection } = selected;
  const some = heads.length > 0;
  const pan = lanes.find(({ attribute }) => attribute === "Pan");
  const tilt = lanes.find(({ attribute }) => attribute === "Tilt");
  const nudgeBoth = (by: { pan: number; tilt: number }, gesture: string): void => {
    for (const [attribute, amount] of [
      ["Pan", by.pan],
      ["Tilt", by.tilt],
    ] as const)
      if (amount !== 0)
        client.transact(
          `Nudged pan and tilt on ${selectionName(client.view, selection)}`,
          nudgeChanges(client.view, { newId, personId: me.id, selection, attribute, by: { knots: [amount] } }),
          gesture,
        );
  };
  return (
    <section className="flex h-full min-h-0 flex-col bg-bench" aria-label="Lanes">
      <header className="flex h-10 shrink-0 items-center gap-1.5 border-b border-edge px-3">
        <h2 className="font-semibold">Lanes</h2>
        <p className="min-w-0 flex-1 truncate text-[13px] text-ink-2">
          {some
            ? `${selectionName(show, selection)} · ${lanes.length === 0 ? "nothing touched" : `${lanes.length} in your sketch`}`
            : "nobody is selected"}
        </p>
        {some && <CopyStroke />}
        {some && <AddLane heads={heads} present={lanes.map(({ attribute }) => attribute)} />}
        <div role="group" aria-label="What the lanes show" className="flex gap-0.5">
          {MODES.map(({ mode, label, title }) => (
            <Button
              key={mode}
              tone="chip"
              size="small"
              className="px-1.5"
              title={title}
              aria-pressed={laneMode === mode}
              onClick={() => set({ laneMode: mode })}
            >
              {label}
            </Button>
          ))}
        </div>
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
      <div className="min-h-0 flex-1 overflow-y-auto">
        {!some && (
          <div className="grid h-full place-content-center gap-1 p-4 text-center">
            <p className="font-medium text-ink-2">Nobody is selected</p>
            <p className="max-w-md text-[13px] text-ink-3">
              Pick a group at the left, or click and drag on the stage. What you set here then lies along the thread through the heads.
            </p>
          </div>
        )}
        {some && lanes.length === 0 && <FirstLanes heads={heads} />}
        {laneMode === "value" && pan && tilt && <PositionPad pan={pan} tilt={tilt} onNudge={nudgeBoth} />}
        {lanes.map((lane) => (
          <LaneRow key={lane.attribute} lane={lane} heads={heads} placed={placed} />
        ))}
      </div>
    </section>
  );
}

/** Takes one's own stroke of this selection along, to lay it on another one, of any number of heads. */
function CopyStroke(): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const show = useShow();
  const { selection, copiedParts, set } = useInterface();
  const strokes = show.sketchOf(me.id)?.strokes ?? {};
  const own = strokeFor(strokes, selection);
  const lay = (): void => {
    const entries = Object.entries(copiedParts ?? {}) as [Attribute, NonNullable<typeof copiedParts>[Attribute]][];
    // Each part builds on the one before: the first makes the stroke that the others go into.
    const gesture = newId();
    for (const [attribute, part] of entries)
      if (part)
        client.transact(
          `Laid a stroke on ${selectionName(client.view, selection)}`,
          partChanges(client.view, { newId, personId: me.id, selection, attribute, part }),
          gesture,
        );
  };
  return (
    <>
      <Button
        tone="quiet"
        size="small"
        className="px-1"
        disabled={!own}
        aria-label="Copy the stroke"
        title="Copy the stroke of this selection"
        onClick={() => own && set({ copiedParts: mergedParts(strokes, own.stroke.who) })}
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
}

/** All parts that one's strokes on exactly these heads say, the topmost of each attribute. */
function mergedParts(
  strokes: Parameters<typeof inRank>[0],
  who: Parameters<typeof inRank>[0][string]["who"],
): Parameters<typeof inRank>[0][string]["parts"] {
  const same = inRank(strokes).filter(([, stroke]) => JSON.stringify(stroke.who) === JSON.stringify(who));
  return Object.assign({}, ...same.map(([, { parts }]) => parts)) as Parameters<typeof inRank>[0][string]["parts"];
}
