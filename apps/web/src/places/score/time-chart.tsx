import { ChevronDown, ChevronRight } from "lucide-react";
import { scaleLinear } from "d3-scale";
import { useMemo, useRef, useState } from "react";
import {
  counted,
  cueAfter,
  cueName,
  fadedSeconds,
  FAMILIES,
  nextDue,
  setChange,
  stateBefore,
  strokeName,
  strokeSpans,
  timeline,
  type Change,
  type Cue,
  type Family,
  type PlaybackState,
  type Span,
} from "@vexa/core";
import { useNow } from "../../frames/use-now";
import { useSize } from "../../frames/use-size";
import { useClient, usePlayedShow, useQuietShow } from "../../session/show-context";
import { chartEdit, type Bar } from "./chart-edit";
import { timeWords } from "../../ui/seconds-text";
import { triggerWords } from "./time-words";
import { newId } from "../../session/new-id";

const LABELS = 132;
const RIGHT = 16;
/** A finger needs more. */
const ROW = window.matchMedia("(pointer: coarse)").matches ? 44 : 20;
const AXIS = 18;

/**
 * When everything of a cue starts and ends: a bar a family, open to its strokes; both ends can be dragged, percent times stay percent. The
 * line is now while it runs; what follows on is drawn after it.
 */
export function TimeChart({ cue, cues }: { cue: Cue; cues: readonly Cue[] }): React.JSX.Element {
  const show = usePlayedShow();
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const [opened, setOpened] = useState<Family | null>(null);
  const line = useMemo(() => timeline(cues, cue.id, show), [cues, cue.id, show]);
  const strokes = useMemo(() => strokeSpans(cue, { show, before: stateBefore(cues, cue.id, show) }), [cue, cues, show]);
  const state = show.all("playbackState").find(({ cueId }) => cueId === cue.id) ?? null;
  const next = cueAfter(cues, cue.id);
  const nextLine = useMemo(() => (next ? timeline(cues, next.id, show) : null), [next, cues, show]);
  const follows =
    next?.trigger && next.trigger.type !== "timecode" && next.trigger.type !== "clock"
      ? next.trigger.type === "wait"
        ? next.trigger.seconds
        : line.seconds
      : null;
  const whole = Math.max(1, line.seconds, follows !== null && nextLine ? follows + nextLine.seconds : 0);
  const x = scaleLinear([0, whole], [LABELS, Math.max(LABELS + 40, width - RIGHT)]);
  const bars = FAMILIES.flatMap((family): Bar[] => {
    const span = line.families[family];
    if (!span) return [];
    const own =
      opened === family
        ? Object.entries(cue.strokes).flatMap(([id]): Bar[] => {
            const part = strokes.get(id)?.families[family];
            return part ? [{ family, strokeId: id, span: part }] : [];
          })
        : [];
    return [{ family, strokeId: null, span }, ...own];
  });
  const height = AXIS + bars.length * ROW + (next ? ROW + 6 : 0) + 8;
  return (
    <section className="shrink-0 border-t border-edge bg-bench" aria-label={`Times of cue ${cue.number}`}>
      <p className="flex items-baseline justify-between px-3 pt-2 text-xs text-ink-2">
        <span>
          Times of cue {cue.number}: all has arrived after {timeWords(line.seconds)} s
        </span>
        <Ahead cue={cue} next={next} state={state} />
      </p>
      <div ref={frame} className="relative max-h-56 overflow-x-hidden overflow-y-auto">
        {width > 0 && (
          <svg width={width} height={height} role="group" aria-label="Time chart">
            {x.ticks(8).map((seconds) => (
              <g key={seconds}>
                <line x1={x(seconds)} x2={x(seconds)} y1={AXIS} y2={height} className="stroke-edge" />
                <text x={x(seconds)} y={12} textAnchor="middle" className="fill-ink-3 font-mono text-[10px]">
                  {seconds}
                </text>
              </g>
            ))}
            {bars.map((bar, index) => (
              <BarRow
                key={`${bar.family} ${bar.strokeId ?? ""}`}
                bar={bar}
                cue={cue}
                x={x}
                y={AXIS + index * ROW}
                open={opened === bar.family}
                onOpen={() => setOpened(opened === bar.family ? null : bar.family)}
              />
            ))}
            {bars.length === 0 && (
              <text x={LABELS} y={AXIS + 14} className="fill-ink-3 text-xs">
                This cue changes nothing.
              </text>
            )}
            {next && nextLine && <NextRow next={next} at={follows} line={nextLine} x={x} y={AXIS + bars.length * ROW + 6} />}
            {state && <NowLine state={state} x={x} whole={whole} height={height} />}
          </svg>
        )}
      </div>
    </section>
  );
}

/** What goes ahead of the next cue while it is dark; without that, how the chart is worked with. */
function Ahead({ cue, next, state }: { cue: Cue; next: Cue | undefined; state: PlaybackState | null }): React.JSX.Element {
  const moves = useQuietShow().get("cueList", cue.listId)?.movesDark;
  if (!moves || !next || next.movesDark === "never") return <span className="text-ink-3">drag either end of a bar</span>;
  const gone = state?.ahead?.cueId === next.id ? Object.keys(state.ahead.starts).length : 0;
  const words = `dark heads go ahead to cue ${next.number}: after ${timeWords(moves.afterSeconds)} s, in ${timeWords(moves.seconds)} s`;
  return (
    <span className={gone > 0 ? "text-live" : "text-ink-2"} data-ahead={gone}>
      {gone > 0 ? `● ${counted(gone, "head")} of the ` : ""}
      {words}
    </span>
  );
}

type Scale = ReturnType<typeof scaleLinear<number, number>>;

function BarRow({
  bar,
  cue,
  x,
  y,
  open,
  onOpen,
}: {
  bar: Bar;
  cue: Cue;
  x: Scale;
  y: number;
  open: boolean;
  onOpen: () => void;
}): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const drag = useRef<{ end: "start" | "end"; gesture: string } | null>(null);
  const { family, strokeId, span } = bar;
  const stroke = strokeId === null ? null : cue.strokes[strokeId];
  const name = stroke ? strokeName(stroke, show) : family;
  const put = (end: "start" | "end", seconds: number, gesture: string): void => {
    const now = client.view.get("cue", cue.id);
    const changes: Change[] = now
      ? chartEdit(now, bar, { end, seconds: Math.max(0, Math.round(seconds * 20) / 20) }).map(({ path, from, to }) =>
          setChange(cue.id, path, { ...(from === undefined ? {} : { from }), to }),
        )
      : [];
    client.transact(`Times of cue ${cue.number}, ${name}`, changes, gesture);
  };
  const grip = (end: "start" | "end"): React.JSX.Element => (
    <rect
      role="slider"
      tabIndex={0}
      aria-label={`${end === "start" ? "Start" : "End"} of ${name}`}
      aria-valuenow={Math.round(span[end] * 100) / 100}
      aria-valuetext={`${timeWords(span[end])} s`}
      x={x(span[end]) - (end === "start" ? 2 : 5)}
      y={y + 2}
      width={7}
      height={ROW - 5}
      // A finger finds more than what is drawn.
      style={{ stroke: "transparent", strokeWidth: "var(--grip-reach, 0)", pointerEvents: "all" }}
      className="cursor-ew-resize fill-ink-2 opacity-60 hover:opacity-100 focus-visible:opacity-100"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { end, gesture: newId() };
      }}
      onPointerMove={(event) => {
        const { left } = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
        if (drag.current?.end === end) put(end, x.invert(event.clientX - left), drag.current.gesture);
      }}
      onPointerUp={() => (drag.current = null)}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -0.1, ArrowRight: 0.1, ArrowDown: -0.1, ArrowUp: 0.1 }[event.key];
        if (by === undefined) return;
        event.stopPropagation();
        event.preventDefault();
        put(end, span[end] + by, newId());
      }}
    />
  );
  const Mark = open ? ChevronDown : ChevronRight;
  return (
    <g>
      <foreignObject x={8} y={y} width={LABELS - 14} height={ROW}>
        {strokeId === null ? (
          <button
            type="button"
            className="flex h-full w-full items-center gap-1 truncate text-left text-xs text-ink-2"
            aria-expanded={open}
            onClick={onOpen}
          >
            <Mark size={11} aria-hidden /> {family}
          </button>
        ) : (
          <span className="block truncate pl-5 text-xs leading-5 text-ink-3" title={name}>
            {name}
          </span>
        )}
      </foreignObject>
      <line x1={x(0)} x2={x(span.start)} y1={y + ROW / 2} y2={y + ROW / 2} className="stroke-ink-3" strokeDasharray="2 3" />
      <rect
        x={x(span.start)}
        y={y + 4}
        width={Math.max(2, x(span.end) - x(span.start))}
        height={ROW - 9}
        rx={2}
        className={strokeId === null ? "fill-live-deep stroke-live" : "fill-raised stroke-ink-3"}
      />
      <text
        x={Math.min(x(span.end) + 6, x.range()[1]! - 2)}
        y={y + 14}
        textAnchor={x(span.end) + 60 > x.range()[1]! ? "end" : "start"}
        className="pointer-events-none fill-ink font-mono text-[10px]"
      >
        {lengthWords(cue, bar)}
      </text>
      {grip("start")}
      {grip("end")}
    </g>
  );
}

/** How long a bar lasts, and the percent where that is how its time is given. */
function lengthWords(cue: Cue, { family, strokeId, span }: Bar): string {
  const time = strokeId === null ? cue.families?.[family]?.in : undefined;
  const percent = time && "part" in time ? ` (${Math.round(time.part * 100)}%)` : "";
  return `${timeWords(span.end - span.start)} s${percent}`;
}

/** The next cue: after this one where it comes by itself, else in its own time from its go. */
function NextRow({
  next,
  at,
  line,
  x,
  y,
}: {
  next: Cue;
  at: number | null;
  line: { families: Partial<Record<Family, Span>>; seconds: number };
  x: Scale;
  y: number;
}): React.JSX.Element {
  const show = useQuietShow();
  const start = at ?? 0;
  return (
    <g aria-label={`Next, cue ${next.number}: ${triggerWords(next)}`} role="img">
      <foreignObject x={8} y={y} width={LABELS - 14} height={ROW}>
        <span className="block truncate text-xs leading-5 text-ink-3" title={cueName(next, show)}>
          {at !== null ? "then" : next.trigger ? `next, ${triggerWords(next)}:` : "next, by a go:"} {next.number} {cueName(next, show)}
        </span>
      </foreignObject>
      <rect
        x={x(start)}
        y={y + 5}
        width={Math.max(2, x(Math.min(x.domain()[1]!, start + line.seconds)) - x(start))}
        height={ROW - 10}
        rx={2}
        className="fill-none stroke-ink-3"
        strokeDasharray={at === null ? "3 3" : ""}
      />
    </g>
  );
}

function NowLine({ state, x, whole, height }: { state: PlaybackState; x: Scale; whole: number; height: number }): React.JSX.Element | null {
  const show = usePlayedShow();
  const now = useNow(50);
  const faded = fadedSeconds(state, now);
  const due = nextDue(show, state);
  if (faded > whole && !due) return null;
  return (
    <line
      x1={x(Math.min(whole, faded))}
      x2={x(Math.min(whole, faded))}
      y1={AXIS - 2}
      y2={height}
      className="stroke-live"
      strokeWidth={1.5}
    />
  );
}
