import { attributeInfo, coatsAsPresets, colorOfHex, hexOfColor, presetName, xyzOf, type Step } from "@vexa/core";
import { screenScale } from "../../../lanes/screen-units";
import { PresetPicture } from "../../../presets/preset-picture";
import { useShow } from "../../../session/show-context";
import { FanField } from "../../../ui/fan-field";
import { Choice, Option } from "../../../ui/choice";
import type { MotionInHand } from "./use-motion";

/** A level, a colour or a preset: what the attribute can take. */
export function StepContent({
  index,
  step,
  hand,
  onStep,
}: {
  index: number;
  /** With nothing in it yet, it asks. */
  step: Pick<Step, "fade" | "hold"> & Partial<Step>;
  hand: MotionInHand;
  onStep: (step: Step) => boolean;
}): React.JSX.Element {
  const show = useShow();
  const { attribute } = hand;
  const { family } = attributeInfo(attribute);
  const { fade, hold } = step;
  const presets = show
    .all("preset")
    .filter((preset) => preset.family === family || preset.family === "Mixed")
    .toSorted((a, b) => a.rank - b.rank);
  const whole = attribute === "Color" || attribute === "Position";
  const preset = step.presetId === undefined ? null : show.preset(step.presetId);
  const empty = step.level === undefined && step.color === undefined && step.presetId === undefined;
  const picker = (
    <Choice
      aria-label={index < 0 ? "New step" : `Step ${index + 1}`}
      className="h-6 min-w-0 flex-1 px-1 text-xs"
      value={step.presetId ?? ""}
      onValue={(next) => next && onStep({ presetId: next, fade, hold })}
    >
      {!step.presetId && <Option value="">{empty ? "a preset…" : whole ? "its own colour" : "a level"}</Option>}
      {presets.map((entry) => (
        <Option key={entry.id} value={entry.id}>
          {presetName(entry)}
        </Option>
      ))}
      {attribute === "Color" &&
        coatsAsPresets(show).map((coat) => (
          <Option key={coat.id} value={coat.id}>
            {presetName(coat)}
          </Option>
        ))}
    </Choice>
  );
  if (attribute === "Position") return picker;
  if (attribute === "Color")
    return (
      <span className="flex min-w-0 items-center gap-1">
        {preset ? (
          <PresetPicture preset={preset} className="size-5 shrink-0" />
        ) : (
          <input
            type="color"
            aria-label={index < 0 ? "Colour of the new step" : `Colour of step ${index + 1}`}
            className="h-6 w-7 shrink-0 rounded border border-edge bg-ground p-0"
            value={step.color ? hexOfColor(xyzOf(step.color), "at-full") : "#ffffff"}
            onChange={(event) => {
              const color = colorOfHex(event.target.value);
              if (color) onStep({ color, fade, hold });
            }}
          />
        )}
        {picker}
      </span>
    );
  const scale = screenScale(attribute);
  return (
    <span className="grid grid-cols-2 gap-1">
      <FanField
        label={index < 0 ? "New step level" : `Step ${index + 1} level`}
        className="h-6 px-1 text-xs"
        knots={step.level === undefined ? null : [step.level]}
        placeholder={empty ? "level" : "preset"}
        scale={scale}
        onKnots={([level, ...more]) => level !== undefined && more.length === 0 && onStep({ level, fade, hold })}
      />
      {picker}
    </span>
  );
}
