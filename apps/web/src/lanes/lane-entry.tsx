import { attributeInfo, colorOfHex, hexOfColor, xyzOf, type ColorFan, type Head, type Part } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { FanField } from "../ui/fan-field";
import { TextInput } from "../ui/field";
import { ColorChips } from "./color-chips";
import { laneCurve, withFan, type Lane } from "./lane-model";
import { SlotChoice, UnitLine } from "./lane-numbers";
import type { LaneEdits } from "./use-lane-edits";

const UNIT_WORDS: Record<string, string> = { "%": "percent", "°": "degrees", s: "seconds", Hz: "per second", "×": "cycles a beat" };

/** The typed side of a lane. A leading + nudges: +5, or +-10..10. */
export function LaneEntry({ lane, heads, edits }: { lane: Lane; heads: readonly Head[]; edits: LaneEdits }): React.JSX.Element {
  const { laneMode } = useInterface();
  const { attribute, own, editable, touched } = lane;
  const { label } = attributeInfo(attribute);
  if (laneMode === "times") return <p className="text-xs text-ink-3">when each head starts and ends; dashed: the cue's own time</p>;
  if (attribute === "Color" && laneMode === "value") return <ColorNumbers lane={lane} edits={edits} />;
  const part: Part =
    own && (editable || laneMode !== "value")
      ? own.part
      : attribute === "Color"
        ? own!.part
        : { nudge: { knots: [0] }, shape: {}, touched: touched + 1 };
  const curve = laneCurve(attribute, part, laneMode);
  if (!curve) return <p className="text-xs text-ink-3">no motion, so no {laneMode}</p>;
  const shownFan = laneMode === "value" && !editable ? null : curve.fan;
  const take = (knots: readonly number[], sign: "plain" | "plus"): boolean => {
    if (laneMode === "value" && sign === "plus") return edits.nudge({ knots }, crypto.randomUUID());
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
        placeholder={laneMode === "value" ? (part.motion ? "from the motion" : "mixed") : "the cue's own"}
        onKnots={take}
      />
      {laneMode === "value" && shownFan && (
        <SlotChoice attribute={attribute} heads={heads} fan={shownFan} onFan={(fan) => take(fan.knots, "plain")} />
      )}
      <UnitLine
        attribute={attribute}
        heads={heads}
        fan={laneMode === "value" ? shownFan : null}
        words={`${UNIT_WORDS[curve.unit] ?? ""}${part.motion ? ` · ${part.motion.waveform}` : ""}`}
      />
    </>
  );
}

/** Colours as they are typed: #ff7a30..#30a060. */
function ColorNumbers({ lane, edits }: { lane: Lane; edits: LaneEdits }): React.JSX.Element {
  const { own, editable, touched } = lane;
  const colors = editable ? (own?.part.colors ?? null) : null;
  const text = colors?.knots.map((knot) => hexOfColor(xyzOf(knot), "as-is")).join("..") ?? "";
  const take = (typed: string): void => {
    const knots = typed.split("..").map(colorOfHex);
    if (typed === text || knots.length > 64 || knots.some((knot) => knot === null)) return;
    const next: ColorFan = { knots: knots as ColorFan["knots"], path: colors?.path ?? "even" };
    edits.put({ ...(editable && own ? own.part : { shape: {}, touched: touched + 1 }), colors: next });
  };
  return (
    <>
      <TextInput
        key={text}
        aria-label="Colour value"
        className="h-7 font-mono text-xs text-sketch"
        defaultValue={text}
        placeholder="mixed"
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") take(event.currentTarget.value.trim());
        }}
        onBlur={(event) => take(event.currentTarget.value.trim())}
      />
      {colors && own ? (
        <ColorChips colors={colors} onColors={(next) => edits.put({ ...own.part, colors: next })} />
      ) : (
        <p className="truncate text-xs text-ink-3">as screens write them</p>
      )}
    </>
  );
}
