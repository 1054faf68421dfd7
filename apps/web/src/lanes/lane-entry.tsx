import { attributeInfo, type Head, type Part, type Quantity } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { Button } from "../ui/button";
import { FanField } from "../ui/fan-field";
import { laneCurve, withFan, type Lane } from "./lane-model";
import { SlotChoice, UnitLine } from "./lane-numbers";
import { motionWords } from "./motion-words";
import type { LaneEdits } from "./use-lane-edits";
import { ColorEntry, PointEntry, PresetEntry } from "./whole-entry";
import { newId } from "../session/new-id";

const QUANTITIES: Readonly<Record<string, Quantity>> = { "%": "percent", "°": "degrees", s: "seconds", Hz: "hertz", "×": "cycles" };
const UNIT_WORDS: Record<string, string> = { "%": "percent", "°": "degrees", s: "seconds", Hz: "per second", "×": "cycles a beat" };

/** The typed side of a lane. A leading + nudges: +5, or +-10..10. */
export function LaneEntry({ lane, heads, edits }: { lane: Lane; heads: readonly Head[]; edits: LaneEdits }): React.JSX.Element {
  const { laneMode } = useInterface();
  const { attribute, own, editable, touched } = lane;
  const { label } = attributeInfo(attribute);
  if (laneMode === "times") return <p className="text-xs text-ink-3">when each head starts and ends; dashed: the cue's own time</p>;
  if (own?.part.presets && editable && laneMode === "value") return <PresetEntry lane={lane} edits={edits} />;
  if (attribute === "Color" && laneMode === "value") return <ColorEntry lane={lane} heads={heads} edits={edits} />;
  if (attribute === "Position" && laneMode === "value") return <PointEntry lane={lane} edits={edits} />;
  if (!own && (laneMode !== "value" || attribute === "Color" || attribute === "Position"))
    return <p className="text-xs text-ink-3">of other strokes: set it where it comes from</p>;
  const part: Part = own && (editable || laneMode !== "value") ? own.part : { nudge: { knots: [0] }, shape: {}, touched: touched + 1 };
  const curve = laneCurve(attribute, part, laneMode);
  if (!curve) return <p className="text-xs text-ink-3">no motion, so no {laneMode}</p>;
  const shownFan = laneMode === "value" && !editable ? null : curve.fan;
  const take = (knots: readonly number[], sign: "plain" | "plus"): boolean => {
    if (laneMode === "value" && sign === "plus") return edits.nudge({ knots }, newId());
    if (laneMode === "value" && !editable) return edits.put({ level: { knots }, shape: {}, touched: touched + 1 });
    return edits.put(
      withFan(part, laneMode, { knots, ...(curve.fan?.path && curve.fan.knots.length === knots.length ? { path: curve.fan.path } : {}) }),
    );
  };
  return (
    <>
      <FanField
        label={`${label} ${laneMode}`}
        className="h-7 text-xs text-sketch"
        knots={shownFan?.knots ?? null}
        scale={curve.scale}
        quantity={QUANTITIES[curve.unit] ?? "plain"}
        placeholder={laneMode === "value" ? (part.motion ? "from the motion" : "mixed") : "the cue's own"}
        onKnots={take}
      />
      {own && (laneMode === "fade" || laneMode === "delay") && <TimesUnit part={own.part} edits={edits} />}
      {laneMode === "value" && shownFan && (
        <SlotChoice attribute={attribute} heads={heads} fan={shownFan} onFan={(fan) => take(fan.knots, "plain")} />
      )}
      <UnitLine
        attribute={attribute}
        heads={heads}
        fan={laneMode === "value" ? shownFan : null}
        words={`${UNIT_WORDS[curve.unit] ?? ""}${part.motion ? ` · ${motionWords(attribute, part.motion)}` : ""}`}
      />
    </>
  );
}

/** Whether the stroke's times are seconds or percent of the cue's in-time, with which they then stretch. */
function TimesUnit({ part, edits }: { part: Part; edits: LaneEdits }): React.JSX.Element {
  const { timesIn, ...seconds } = part;
  return (
    <Button
      tone="chip"
      size="small"
      className="w-fit px-1.5"
      aria-pressed={timesIn === "parts"}
      title="Percent stretches with the cue's in-time; 0.5 s becomes 50 %"
      onClick={() => edits.put(timesIn === "parts" ? seconds : { ...part, timesIn: "parts" })}
    >
      percent of in
    </Button>
  );
}
