import { attributeInfo, type Head, type Motion, type PlacedHead } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { useMe, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { FanField } from "../ui/fan-field";
import { PopSheet } from "../ui/pop-sheet";
import { WeaveCanvas } from "../weave/weave-canvas";
import { laneCurve, plotPoints, withFan, type Lane } from "./lane-model";
import { LanePlot } from "./lane-plot";
import { motionWords } from "./motion-words";
import { ShapeChips } from "./shape-chips";
import { shapeWords } from "./shape-library";
import type { LaneEdits } from "./use-lane-edits";

const CURVES = [
  { name: "phase", quantity: "degrees", of: "°" },
  { name: "rate", quantity: "cycles", of: "cycles a beat" },
  { name: "size", quantity: "percent", of: "%" },
] as const;

/** The size of what covers is its opacity. */
function curveWords(name: (typeof CURVES)[number]["name"], { meets }: Motion): string {
  return name === "size" && meets === "covers" ? "opacity" : name;
}

/** How a lane moves: its weave, and phase, rate and size as thin curves over the same heads. */
export function LaneMoves(props: {
  lane: Lane;
  heads: readonly Head[];
  placed: readonly PlacedHead[];
  edits: LaneEdits;
}): React.JSX.Element {
  const { lane, heads, placed, edits } = props;
  const show = useShow();
  const me = useMe();
  const { selection, set } = useInterfaceOf("selection", "set");
  const { attribute, own } = lane;
  const { label } = attributeInfo(attribute);
  const part = own?.part;
  const motion = part?.motion;
  if (!part || !motion)
    return (
      <section
        aria-label={`${label}: how it moves`}
        className="flex items-center gap-2 border-t border-edge/60 py-1.5 pl-2.5 text-[13px] text-ink-3"
      >
        Nothing moves here.
        <Button
          size="small"
          onClick={() => set({ rightColumn: "motion", laneAttribute: attribute })}
          title="Waves, figures and steps are in the column at the right"
        >
          Make it move
        </Button>
      </section>
    );
  const strokes = lane.standing === "as on stage" ? { stage: own.stroke } : (show.sketchOf(me.id)?.strokes ?? {});
  return (
    <section
      aria-label={`${label}: how it moves`}
      className="grid min-h-[150px] flex-[2] grid-cols-[150px_minmax(0,1fr)] border-t border-edge/60"
    >
      <div className="grid min-w-0 content-start gap-1 py-1.5 pr-1 pl-2.5">
        {CURVES.map(({ name, quantity, of }) => {
          const curve = laneCurve(attribute, part, name)!;
          const [least, most] = curve.limits;
          return (
            <label key={name} className="grid grid-cols-[40px_minmax(0,1fr)] items-center gap-1">
              <span className="text-[11px] text-ink-3">{curveWords(name, motion)}</span>
              <FanField
                label={`${label} ${name}`}
                className="h-6 px-1.5 text-xs text-sketch"
                knots={curve.fan?.knots ?? null}
                scale={curve.scale}
                quantity={quantity}
                range={`${least * curve.scale} to ${most * curve.scale} ${of}`}
                onKnots={(knots) => knots.every((knot) => knot >= least && knot <= most) && edits.put(withFan(part, name, { knots }))}
              />
            </label>
          );
        })}
        <PopSheet
          label={`${label} phase: how it lies`}
          className="w-80"
          trigger={
            <Button
              tone="chip"
              size="small"
              className="h-5 w-fit max-w-full truncate px-1.5 text-[11px]"
              title="How the phase lies along the heads"
            >
              {shapeWords(motion.phaseShape)}
            </Button>
          }
        >
          <ShapeChips
            label={`${label} phase`}
            shape={motion.phaseShape}
            several={(selection.groupIds?.length ?? 0) > 1}
            onShape={(phaseShape) => edits.put({ ...part, motion: { ...motion, phaseShape } })}
          />
        </PopSheet>
        <p className="truncate text-xs text-ink-3">{motionWords(attribute, motion)}</p>
      </div>
      <div className="grid min-w-0 grid-rows-[minmax(0,1fr)_52px] gap-1 py-1.5 pr-2">
        <div className="relative min-h-0">
          <WeaveCanvas attribute={attribute} motion={motion} strokes={strokes} heads={heads} beats={8} label={`Weave of ${label}`} />
        </div>
        <div className="grid grid-cols-3 gap-1">
          {CURVES.map(({ name }) => {
            const curve = laneCurve(attribute, part, name)!;
            const fan = curve.fan ?? { knots: [1] };
            return (
              <div key={name} className="relative min-w-0 rounded-sm bg-ground/40">
                <span className="pointer-events-none absolute bottom-0 left-1 text-[10px] text-ink-3">{curveWords(name, motion)}</span>
                <LanePlot
                  label={`${label} ${name}`}
                  points={plotPoints(curve, placed)}
                  fan={fan}
                  limits={curve.limits}
                  step={1 / curve.scale / (name === "rate" ? 20 : 1)}
                  unit={curve.unit}
                  shown={(value) => `${Math.round(value * curve.scale * 100) / 100} ${curve.unit}`}
                  stops={[]}
                  forms={[]}
                  onFan={(next, gesture) => edits.put(withFan(part, name, next), gesture)}
                  onNudge={(by, gesture) =>
                    edits.put(
                      withFan(part, name, {
                        ...fan,
                        knots: fan.knots.map((knot) => Math.min(curve.limits[1], Math.max(curve.limits[0], knot + by))),
                      }),
                      gesture,
                    )
                  }
                />
              </div>
            );
          })}
        </div>
      </div>
    </section>
  );
}
