import { X } from "lucide-react";
import { attributeInfo, type Head, type PlacedHead, type Shape } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { useMe, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { WeaveCanvas } from "../weave/weave-canvas";
import { ColorPlot } from "./color-plot";
import { LaneEntry } from "./lane-entry";
import { laneCurve, mixedPoints, plotPoints, withFan, withShape, type Lane, type LaneCurve } from "./lane-model";
import { LanePlot } from "./lane-plot";
import { partWords } from "./part-words";
import { LinkedPlot, PointPlot } from "./whole-plots";
import { ShapeChips } from "./shape-chips";
import { TimesPlot } from "./times-plot";
import { useLaneEdits, type LaneEdits } from "./use-lane-edits";

/** One attribute of the selection: its numbers, how it lies, and its curve over the heads. */
export function LaneRow({ lane, heads, placed }: { lane: Lane; heads: readonly Head[]; placed: readonly PlacedHead[] }): React.JSX.Element {
  const { laneMode, laneAttribute, selection, set } = useInterface();
  const { attribute, own, editable } = lane;
  const { label } = attributeInfo(attribute);
  const edits = useLaneEdits(lane);
  const part = own?.part ?? null;
  const chips = part && (editable || part.nudge);
  return (
    <article
      aria-label={`Lane ${label}`}
      className={cn(
        "grid h-[104px] grid-cols-[150px_minmax(0,1fr)] border-b border-l-2 border-edge border-l-transparent",
        laneAttribute === attribute && "border-l-sketch bg-raised/40",
      )}
      onPointerDownCapture={() => set({ laneAttribute: attribute })}
    >
      <div className="grid min-w-0 content-start gap-1 py-2 pr-1 pl-2.5">
        <div className="flex items-center justify-between">
          <h3 className="truncate font-medium">
            <span className="text-sketch" title="Yours, not recorded yet">
              ◌
            </span>{" "}
            {label}
          </h3>
          {part && (
            <Button
              tone="quiet"
              size="small"
              className="px-1"
              aria-label={`Take ${label} out of the sketch`}
              title="Take it out of the sketch"
              onClick={() => edits.put(null)}
            >
              <X size={13} aria-hidden />
            </Button>
          )}
        </div>
        <LaneEntry lane={lane} heads={heads} edits={edits} />
      </div>
      <div className="flex min-w-0 flex-col pt-1.5 pr-2">
        <div className="flex justify-end gap-1">
          {!editable && <MixedChips lane={lane} edits={edits} />}
          {chips && (
            <ShapeChips
              label={label}
              shape={laneMode === "phase" ? (part.motion?.phaseShape ?? {}) : part.shape}
              several={(selection.groupIds?.length ?? 0) > 1}
              onShape={(shape: Shape) => edits.put(withShape(part, laneMode, shape))}
            />
          )}
        </div>
        <div className="relative min-h-0 flex-1">
          <LanePicture lane={lane} heads={heads} placed={placed} edits={edits} />
        </div>
      </div>
    </article>
  );
}

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
      {numbers.length > 0 && (
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

function LanePicture({
  lane,
  heads,
  placed,
  edits,
}: {
  lane: Lane;
  heads: readonly Head[];
  placed: readonly PlacedHead[];
  edits: LaneEdits;
}): React.JSX.Element {
  const { laneMode } = useInterface();
  const show = useShow();
  const me = useMe();
  const strokes = show.sketchOf(me.id)?.strokes ?? {};
  const { attribute, own, editable, values, sources } = lane;
  const { label, usual } = attributeInfo(attribute);
  if (laneMode === "times") return <TimesPlot label={`${label} times`} values={values} />;
  if (laneMode === "value" && editable && own?.part.motion)
    return (
      <WeaveCanvas attribute={attribute} motion={own.part.motion} strokes={strokes} heads={heads} beats={8} label={`Weave of ${label}`} />
    );
  if (attribute === "Color" && laneMode === "value")
    return (
      <ColorPlot
        label={label}
        values={values}
        colors={editable ? (own?.part.colors ?? null) : null}
        shape={own?.part.shape ?? {}}
        heads={placed}
        onColors={(colors, gesture) => own && edits.put({ ...own.part, colors }, gesture)}
      />
    );
  if (attribute === "Position" && laneMode === "value") return <PointPlot lane={lane} />;
  if (laneMode === "value" && editable && own?.part.presets) return <LinkedPlot lane={lane} />;
  const curve: LaneCurve | null = own ? laneCurve(attribute, own.part, laneMode) : null;
  if (laneMode !== "value" && !curve?.fan)
    return (
      <Hint
        text={
          curve
            ? `No ${laneMode} of its own: the cue's time holds. Type one at the left, such as 0..1.2.`
            : `Nothing moves here, so there is no ${laneMode}.`
        }
      />
    );
  const scale = curve?.scale ?? laneCurve(attribute, { level: { knots: [0] }, shape: {}, touched: 0 }, "value")!.scale;
  const plain = laneMode !== "value" || editable;
  const numbers = values.map((entry) => entry?.value ?? null);
  if (!plain && numbers.every((value) => value === null))
    return (
      <Hint
        text={
          own?.part.nudge ? `Rides on what plays: ${partWords(attribute, own.part)}` : "Only a motion of another stroke is on these heads."
        }
      />
    );
  return (
    <LanePlot
      label={`${label} ${laneMode}`}
      points={plain ? plotPoints(curve!, placed) : mixedPoints(numbers, usual)}
      fan={plain ? curve!.fan : null}
      limits={curve?.limits ?? [-100000, 100000]}
      step={curve?.unit === "s" ? 0.05 : 1 / scale}
      shown={(value) => `${Math.round(value * scale * 100) / 100} ${curve?.unit ?? ""}`}
      stops={laneMode === "value" ? values.map((entry) => entry?.stopsAt ?? null) : []}
      forms={plain ? [] : values.map((entry) => sources.findIndex(({ id }) => id === entry?.strokeId))}
      onFan={(fan, gesture) => own && edits.put(withFan(own.part, laneMode, fan), gesture)}
      onNudge={(by, gesture) => {
        if (laneMode === "value") edits.nudge({ knots: [by] }, gesture);
        else if (own && curve?.fan)
          edits.put(
            withFan(own.part, laneMode, { ...curve.fan, knots: curve.fan.knots.map((knot) => Math.max(curve.limits[0], knot + by)) }),
            gesture,
          );
      }}
    />
  );
}

function Hint({ text }: { text: string }): React.JSX.Element {
  return <p className="grid h-full place-content-center px-4 text-center text-[13px] text-ink-3">{text}</p>;
}
