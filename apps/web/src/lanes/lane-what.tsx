import { attributeInfo, type Head, type PlacedHead } from "@vexa/core";
import { useShow } from "../session/show-context";
import { ColorPlot } from "./color-plot";
import { FollowFields } from "./follow-fields";
import { laneCurve, mixedPoints, plotPoints, withFan, type Lane } from "./lane-model";
import { LanePlot } from "./lane-plot";
import { partWords } from "./part-words";
import type { LaneEdits } from "./use-lane-edits";
import { LinkedPlot, PointPlot } from "./whole-plots";

/** What each head does: the knots of one's own fan, or every head's own value where they are mixed. */
export function LaneWhat({
  lane,
  placed,
  edits,
}: {
  lane: Lane;
  heads: readonly Head[];
  placed: readonly PlacedHead[];
  edits: LaneEdits;
}): React.JSX.Element {
  const show = useShow();
  const { attribute, own, editable, values, sources } = lane;
  const { label, usual } = attributeInfo(attribute);
  if (attribute === "Color")
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
  if (editable && own?.part.follow) return <FollowFields part={own.part} edits={edits} />;
  if (attribute === "Position") return <PointPlot lane={lane} />;
  if (editable && own?.part.presets) return <LinkedPlot lane={lane} />;
  const curve = laneCurve(attribute, own?.part ?? { level: { knots: [0] }, shape: {}, touched: 0 }, "value")!;
  const plain = editable && curve.fan !== null;
  const numbers = values.map((entry) => entry?.value ?? null);
  if (!plain && numbers.every((value) => value === null)) {
    if (own?.part.motion && editable) return <Hint text="A motion takes the value's place: it is unfolded below." />;
    const rides = own?.part.nudge ? `Rides on what plays: ${partWords(attribute, own.part, show)}` : null;
    return <Hint text={rides ?? "Only a motion of another stroke is on these heads."} />;
  }
  return (
    <LanePlot
      label={`${label} value`}
      points={plain ? plotPoints(curve, placed) : mixedPoints(numbers, usual)}
      fan={plain ? curve.fan : null}
      limits={curve.limits}
      step={1 / curve.scale}
      unit={curve.unit}
      shown={(value) => `${Math.round(value * curve.scale * 100) / 100} ${curve.unit}`}
      stops={values.map((entry) => entry?.stopsAt ?? null)}
      forms={
        plain
          ? []
          : values.map((entry) =>
              Math.max(
                0,
                sources.findIndex(({ id }) => id === entry?.strokeId),
              ),
            )
      }
      onFan={(fan, gesture) => own && edits.put(withFan(own.part, "value", fan), gesture)}
      onNudge={(by, gesture) => edits.nudge({ knots: [by] }, gesture)}
    />
  );
}

export function Hint({ text }: { text: string }): React.JSX.Element {
  return <p className="grid h-full place-content-center px-4 text-center text-[13px] text-ink-3">{text}</p>;
}
