import { scaleLinear } from "d3-scale";
import { useRef } from "react";
import type { HeadValue } from "@vexa/core";
import { useSize } from "../frames/use-size";

/** What a head without a fade of its own is drawn with: the cue decides when it is recorded. */
const CUES_OWN_SECONDS = 1;

/** When each head starts and ends: a bar a head along the selection, time upward; dashed where the cue's own time will hold. */
export function TimesPlot({ label, values }: { label: string; values: readonly (HeadValue | null)[] }): React.JSX.Element {
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const end = (entry: HeadValue): number => entry.delay + (entry.fade ?? CUES_OWN_SECONDS);
  const last = Math.max(0.5, ...values.map((entry) => (entry ? end(entry) : 0)));
  const x = scaleLinear([0, Math.max(1, values.length - 1)], [12, width - 12]);
  const y = scaleLinear([0, last], [height - 8, 14]);
  const bars = (own: "own" | "the cue's"): string =>
    values
      .map((entry, index) =>
        entry && (entry.fade !== null) === (own === "own")
          ? `M${x(index).toFixed(1)} ${y(entry.delay).toFixed(1)}V${y(end(entry)).toFixed(1)}`
          : "",
      )
      .join("");
  const thickness = Math.max(1, Math.min(7, (width / Math.max(1, values.length)) * 0.6));
  return (
    <div ref={frame} className="relative h-full min-w-0">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          className="absolute inset-0"
          role="img"
          aria-label={`${label}: starts ${times(values, (entry) => entry.delay)}, ends ${times(values, end)}`}
        >
          {y.ticks(3).map((seconds) => (
            <g key={seconds}>
              <line x1={12} x2={width - 12} y1={y(seconds)} y2={y(seconds)} className="stroke-edge" opacity={0.7} />
              <text x={width - 12} y={y(seconds) - 2} textAnchor="end" className="fill-ink-3 font-mono text-[10px]">
                {seconds} s
              </text>
            </g>
          ))}
          <path d={bars("own")} className="fill-none stroke-sketch" strokeWidth={thickness} />
          <path d={bars("the cue's")} className="fill-none stroke-sketch" strokeWidth={thickness} strokeDasharray="3 3" opacity={0.7} />
        </svg>
      )}
    </div>
  );
}

/** "0 s to 1.2 s", or one number when all are alike. */
function times(values: readonly (HeadValue | null)[], of: (entry: HeadValue) => number): string {
  const all = values.flatMap((entry) => (entry ? [of(entry)] : []));
  const [low, high] = [Math.min(...all), Math.max(...all)].map((seconds) => Math.round(seconds * 100) / 100);
  return low === high ? `${low} s` : `${low} s to ${high} s`;
}
