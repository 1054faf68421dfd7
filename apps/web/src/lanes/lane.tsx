import { X } from "lucide-react";
import { memo, useCallback, useRef } from "react";
import { attributeInfo, beyondLimits, counted, type Head, type PlacedHead, type Shape } from "@vexa/core";
import { useSize } from "../frames/use-size";
import { useInterfaceOf } from "../selection/interface-store";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { PopSheet } from "../ui/pop-sheet";
import { LaneEntry } from "./lane-entry";
import { LaneFolds } from "./lane-folds";
import type { Lane } from "./lane-model";
import { LaneMoves } from "./lane-moves";
import { LaneWhat } from "./lane-what";
import { LaneWhen } from "./lane-when";
import { OverruledNote } from "./overruled-note";
import { ParkedMarks, ParkedNote } from "./parked-marks";
import { ShapeChips } from "./shape-chips";
import { shapeWords } from "./shape-library";
import { useLaneEdits, type LaneEdits } from "./use-lane-edits";
import { useUnfolded } from "./use-unfolded";

/** One attribute of the selection: what each head does, and unfolded below it when, and how it moves. */
export function LaneRow({ lane, heads, placed }: { lane: Lane; heads: readonly Head[]; placed: readonly PlacedHead[] }): React.JSX.Element {
  const { laneAttribute, set } = useInterfaceOf("laneAttribute", "set");
  const { attribute, own, standing } = lane;
  const { label } = attributeInfo(attribute);
  const edits = useLaneEdits(lane);
  const [when] = useUnfolded(lane, "when");
  const [moves] = useUnfolded(lane, "moves");
  const mine = standing === "in the sketch";
  return (
    <article
      aria-label={`Lane ${label}`}
      data-standing={standing}
      className={cn(
        "flex max-h-[460px] min-h-[120px] flex-[1_0_auto] flex-col border-b border-l-2 border-edge border-l-transparent",
        laneAttribute === attribute && (mine ? "border-l-sketch bg-raised/40" : "border-l-live bg-raised/40"),
      )}
      onPointerDownCapture={() => set({ laneAttribute: attribute })}
    >
      <div className="grid min-h-[98px] flex-[1.2] grid-cols-[150px_minmax(0,1fr)]">
        <div className="grid min-w-0 content-start gap-1 py-1.5 pr-1 pl-2.5">
          <div className="flex items-center justify-between">
            <h3 className="truncate font-medium">
              {mine ? (
                <span className="text-sketch" title="Yours, not recorded yet">
                  ◌
                </span>
              ) : (
                <span className="text-live" title="As it is on stage: yours with the first touch">
                  ●
                </span>
              )}{" "}
              {label}
            </h3>
            {(own || !mine) && (
              <Button
                tone="quiet"
                size="small"
                className="px-1"
                aria-label={mine ? `Take ${label} out of the sketch` : `Close ${label}`}
                title={mine ? "Take it out of the sketch" : "Close it: nothing changes"}
                onClick={() => {
                  if (mine) edits.put(null);
                  edits.close();
                }}
              >
                <X size={13} aria-hidden />
              </Button>
            )}
          </div>
          <LaneEntry lane={lane} heads={heads} edits={edits} />
          <LimitNote lane={lane} heads={heads} />
          <ParkedNote attribute={attribute} heads={heads} />
        </div>
        <div className="flex min-w-0 flex-col pt-1 pr-2">
          <LaneChips lane={lane} heads={heads} edits={edits} />
          <div className="relative min-h-[58px] flex-1">
            <LaneWhat lane={lane} heads={heads} placed={placed} edits={edits} />
            <ParkedMarks attribute={attribute} heads={heads} />
          </div>
        </div>
      </div>
      {when && <LaneWhen lane={lane} placed={placed} edits={edits} />}
      {moves && <LaneMoves lane={lane} heads={heads} placed={placed} edits={edits} />}
      <LaneFolds lane={lane} />
    </article>
  );
}

/** Heads that stop at their lamps' limits. */
function LimitNote({ lane, heads }: { lane: Lane; heads: readonly Head[] }): React.JSX.Element | null {
  const { attribute, values, own } = lane;
  const beyond = beyondLimits({ attribute, heads, values: values.map((entry) => entry?.value ?? null), motion: own?.part.motion });
  if (beyond.length === 0) return null;
  return (
    <p className="text-xs text-barred" title={beyond.map(({ label }) => label).join(", ")}>
      ▬ {counted(beyond.length, "head")} {beyond.length === 1 ? "stops" : "stop"} at a limit
    </p>
  );
}

/** So much room the chips of a shape take in one line. */
const ROOM_FOR_CHIPS = 560;

/** How it lies along the heads, or where mixed values come from; what somebody else has there now. */
function LaneChips({ lane, heads, edits }: { lane: Lane; heads: readonly Head[]; edits: LaneEdits }): React.JSX.Element {
  const row = useRef<HTMLDivElement>(null);
  const { width } = useSize(row);
  const { attribute, own, editable, standing } = lane;
  const { label } = attributeInfo(attribute);
  const part = own?.part ?? null;
  const lies = part && heads.length > 1 && (editable || part.nudge);
  const latest = useRef({ part, edits });
  latest.current = { part, edits };
  const lay = useCallback((shape: Shape) => {
    const now = latest.current;
    if (now.part) now.edits.put({ ...now.part, shape });
  }, []);
  return (
    <div ref={row} className="flex min-h-6 items-center justify-end gap-1">
      {standing === "in the sketch" && <OverruledNote lane={lane} heads={heads} />}
      {standing === "as on stage" && (
        <p
          className="min-w-0 flex-1 truncate pl-3 text-xs text-live"
          title="Nothing of it is in your sketch yet: the first touch takes it up"
        >
          ● as on stage
        </p>
      )}
      {standing === "in the sketch" && !editable && <MixedChips lane={lane} edits={edits} />}
      {lies && <LaneShape label={label} shape={part.shape} roomy={width === 0 || width >= ROOM_FOR_CHIPS} onShape={lay} />}
    </div>
  );
}

/** In one line where there is room for it, else behind its words. A drag of the values leaves it as it is. */
const LaneShape = memo(function LaneShape(of: {
  label: string;
  shape: Shape;
  roomy: boolean;
  onShape: (shape: Shape) => void;
}): React.JSX.Element {
  const { label, shape, roomy, onShape } = of;
  const { selection } = useInterfaceOf("selection");
  const chips = <ShapeChips label={label} shape={shape} several={(selection.groupIds?.length ?? 0) > 1} onShape={onShape} />;
  if (roomy) return chips;
  return (
    <PopSheet
      label={`${label}: shape`}
      className="w-80"
      trigger={
        <Button tone="chip" size="small" title="How it lies along the heads">
          {shapeWords(shape)}
        </Button>
      }
    >
      {chips}
    </PopSheet>
  );
});

/** For values of several strokes: where they come from, and the one way that flattens. */
function MixedChips({ lane, edits }: { lane: Lane; edits: LaneEdits }): React.JSX.Element {
  const { values, sources, touched } = lane;
  const numbers = values.flatMap((entry) => entry?.value ?? []);
  const mean = Math.round((numbers.reduce((sum, value) => sum + value, 0) / Math.max(1, numbers.length)) * 1000) / 1000;
  const from = sources.map(({ name }, index) => `${["●", "■", "✕"][index % 3]} ${name}`).join("   ");
  return (
    <>
      <p className="min-w-0 flex-1 truncate pl-3 text-xs text-ink-2" title={from}>
        {from || "on top of what plays"}
      </p>
      {numbers.length > 1 && (
        <Button
          tone="chip"
          size="small"
          title="The one way that flattens: all heads take the middle value"
          onClick={() => edits.put({ level: { knots: [mean] }, shape: {}, touched: touched + 1 })}
        >
          even out
        </Button>
      )}
    </>
  );
}
