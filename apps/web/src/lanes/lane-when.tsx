import { attributeInfo, type Part, type PlacedHead } from "@vexa/core";
import { Button } from "../ui/button";
import { FanField } from "../ui/fan-field";
import { laneCurve, withFan, type Lane } from "./lane-model";
import { TimesPlot } from "./times-plot";
import type { LaneEdits } from "./use-lane-edits";

/** When each head starts and arrives: bars over the heads, whose lower edges are the delay and whose upper edges the fade. */
export function LaneWhen({ lane, placed, edits }: { lane: Lane; placed: readonly PlacedHead[]; edits: LaneEdits }): React.JSX.Element {
  const { attribute, own, values } = lane;
  const { label } = attributeInfo(attribute);
  return (
    <section aria-label={`${label}: when`} className="grid min-h-[92px] flex-1 grid-cols-[150px_minmax(0,1fr)] border-t border-edge/60">
      <div className="grid min-w-0 content-start gap-1 py-1.5 pr-1 pl-2.5">
        {own ? (
          <>
            <TimeEntry name="delay" words="starts after" lane={lane} part={own.part} edits={edits} />
            <TimeEntry name="fade" words="takes" lane={lane} part={own.part} edits={edits} />
            <TimesUnit part={own.part} edits={edits} />
          </>
        ) : (
          <p className="text-xs text-ink-3">of other strokes: set it where it comes from</p>
        )}
      </div>
      <div className="relative min-w-0 py-1 pr-2">
        <TimesPlot
          label={`${label} times`}
          name={label}
          values={values}
          placed={placed}
          part={own?.part ?? null}
          onPart={(part, gesture) => edits.put(part, gesture)}
        />
      </div>
    </section>
  );
}

function TimeEntry(props: { name: "fade" | "delay"; words: string; lane: Lane; part: Part; edits: LaneEdits }): React.JSX.Element {
  const { name, words, lane, part, edits } = props;
  const { label } = attributeInfo(lane.attribute);
  const curve = laneCurve(lane.attribute, part, name)!;
  return (
    <label className="grid grid-cols-[60px_minmax(0,1fr)] items-center gap-1">
      <span className="truncate text-[11px] text-ink-3">{words}</span>
      <FanField
        label={`${label} ${name}`}
        className="h-6 px-1.5 text-xs text-sketch"
        knots={curve.fan?.knots ?? null}
        scale={curve.scale}
        quantity={curve.unit === "%" ? "percent" : "seconds"}
        range={curve.unit === "%" ? "0 to 10000 %" : "0 to 3600 s"}
        placeholder={name === "delay" ? "at once" : "cue's"}
        onKnots={(knots) => edits.put(withFan(part, name, { knots }))}
      />
    </label>
  );
}

/** Whether the stroke's times are seconds or percent of the cue's in-time, with which they then stretch. */
function TimesUnit({ part, edits }: { part: Part; edits: LaneEdits }): React.JSX.Element {
  const { timesIn, ...seconds } = part;
  const some = part.fade !== undefined || part.delay !== undefined;
  const { fade: _, delay: __, ...timeless } = seconds;
  return (
    <div className="flex gap-1">
      <Button
        tone="chip"
        size="small"
        className="h-5 px-1.5 text-[11px]"
        aria-pressed={timesIn === "parts"}
        title="Percent stretches with the cue's in-time; 0.5 s becomes 50 %"
        onClick={() => edits.put(timesIn === "parts" ? seconds : { ...part, timesIn: "parts" })}
      >
        percent of in
      </Button>
      {some && (
        <Button
          tone="chip"
          size="small"
          className="h-5 px-1.5 text-[11px]"
          title="The cue's own times hold again"
          onClick={() => edits.put(timeless)}
        >
          none
        </Button>
      )}
    </div>
  );
}
