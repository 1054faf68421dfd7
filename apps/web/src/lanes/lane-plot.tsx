import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useRef } from "react";
import { STRETCHES, type Fan, type Stretch } from "@vexa/core";
import { useSize } from "../frames/use-size";
import type { PlotPoints } from "./lane-model";
import { StretchButtons } from "./stretch-buttons";
import { newId } from "../session/new-id";

const MARGIN = { x: 12, y: 10 };
/** Marks of values that come from several strokes: by form, never by colour alone. */
const FORMS = ["dot", "square", "cross"] as const;

/**
 * The plot of one curve: a mark for each head along the selection, knots as handles. Dragging a knot moves it; dragging
 * anywhere else moves all values by the same amount. The steps of a drag share one gesture. Arrow keys move a knot by one step
 * (Page keys by ten), Delete takes it out, a double click puts one in.
 */
export function LanePlot(props: {
  label: string;
  points: PlotPoints;
  /** One's own fan; null where values are mixed and can only be moved. */
  fan: Fan | null;
  limits: readonly [number, number];
  /** One step of the arrow keys and the grid of a drag, in inside units. */
  step: number;
  shown: (value: number) => string;
  /** Heads that stop at an end of their range. */
  stops: readonly ("low" | "high" | null)[];
  /** Which source each head's value comes from, by its place in the lane's list. */
  forms: readonly number[];
  onFan: (fan: Fan, gesture?: string) => void;
  onNudge: (by: number, gesture: string) => void;
}): React.JSX.Element {
  const { points, limits, step, shown, onFan, onNudge } = props;
  const knots = props.fan?.knots ?? [];
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const drag = useRef<{ knot: number | null; gesture: string; domain: [number, number]; startY: number; moved: number } | null>(null);
  const [low, high] = drag.current?.domain ?? [points.low, points.high];
  const y = scaleLinear([low, high === low ? low + 1 : high], [height - MARGIN.y, MARGIN.y]);
  const x = scaleLinear([0, 1], [MARGIN.x, width - MARGIN.x]);
  const onGrid = (value: number): number => Math.round(Math.round(value / step) * step * 1e6) / 1e6;
  const moved = (knot: number, value: number): Fan =>
    withKnots(props.fan, knots.with(knot, Math.min(limits[1], Math.max(limits[0], onGrid(value)))));

  const grab = (event: React.PointerEvent, knot: number | null): void => {
    if (event.button !== 0) return;
    event.stopPropagation();
    frame.current!.setPointerCapture(event.pointerId);
    drag.current = { knot, gesture: newId(), domain: [points.low, points.high], startY: event.clientY, moved: 0 };
  };
  const onMove = (event: React.PointerEvent): void => {
    const of = drag.current;
    if (!of) return;
    if (of.knot === null) {
      const whole = onGrid(y.invert(event.clientY - of.startY) - y.invert(0));
      if (whole !== of.moved) onNudge(Math.round((whole - of.moved) * 1e6) / 1e6, of.gesture);
      of.moved = whole;
      return;
    }
    const next = moved(of.knot, y.invert(event.clientY - frame.current!.getBoundingClientRect().top));
    if (next.knots[of.knot] !== knots[of.knot]) onFan(next, of.gesture);
  };
  const onKey = (event: React.KeyboardEvent, knot: number): void => {
    const by = { ArrowUp: step, ArrowRight: step, ArrowDown: -step, ArrowLeft: -step, PageUp: 10 * step, PageDown: -10 * step }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      onFan(moved(knot, knots[knot]! + by));
    }
    if (event.key === "Delete" && knots.length > 1) onFan(withKnots(props.fan, knots.toSpliced(knot, 1)));
  };
  const insert = (event: React.MouseEvent): void => {
    if (!props.fan || (event.target as Element).closest("button")) return;
    const { left, top } = frame.current!.getBoundingClientRect();
    const at = Math.min(1, Math.max(0, x.invert(event.clientX - left)));
    const before = knots.length === 1 ? (at < 0.5 ? 0 : 1) : Math.min(knots.length - 1, Math.floor(at * (knots.length - 1)) + 1);
    onFan(withKnots(props.fan, knots.toSpliced(before, 0, onGrid(y.invert(event.clientY - top)))));
  };

  return (
    <div
      ref={frame}
      className="relative h-full min-w-0 cursor-ns-resize touch-none"
      title={
        props.fan ? "Drag beside the knots to move all values; double click for another knot" : "Drag to move all values by the same amount"
      }
      onDoubleClick={insert}
      onPointerDown={(event) => grab(event, null)}
      onPointerMove={onMove}
      onPointerUp={() => (drag.current = null)}
    >
      {width > 0 && (
        <Marks
          {...{ points, x, y, low, high, width, height }}
          label={props.label}
          stops={props.stops}
          forms={props.forms}
          joined={props.fan !== null}
        />
      )}
      {width > 0 &&
        knots.map((value, knot) => (
          <button
            key={knot}
            type="button"
            role="slider"
            aria-label={`${props.label}, knot ${knot + 1} of ${knots.length}`}
            aria-orientation="vertical"
            aria-valuenow={Math.round(value * 1000) / 1000}
            aria-valuetext={shown(value)}
            className="absolute size-[11px] -translate-x-1/2 -translate-y-1/2 cursor-ns-resize border-2 border-ink bg-bench"
            style={{ left: x(points.knotX[knot] ?? 0.5), top: y(value) }}
            onPointerDown={(event) => grab(event, knot)}
            onKeyDown={(event) => onKey(event, knot)}
          />
        ))}
      {width > 0 && props.fan && knots.length > 1 && (
        <StretchButtons
          label={props.label}
          fan={props.fan}
          at={(stretch) => x(((points.knotX[stretch] ?? 0) + (points.knotX[stretch + 1] ?? 1)) / 2)}
          onFan={onFan}
        />
      )}
    </div>
  );
}

/** The fan with other knots. Stretches that have their own way keep it as long as their number stays. */
function withKnots(fan: Fan | null, knots: readonly number[]): Fan {
  const path = fan?.path;
  if (path === undefined) return { knots };
  if (typeof path === "string") return { knots, path };
  const stretches: Stretch[] = Array.from({ length: Math.max(0, knots.length - 1) }, (_, index) => path[index] ?? STRETCHES[0]);
  return { knots, path: stretches };
}

interface Scale {
  (value: number): number;
}

function Marks(props: {
  label: string;
  points: PlotPoints;
  x: Scale;
  y: Scale;
  low: number;
  high: number;
  width: number;
  height: number;
  stops: readonly ("low" | "high" | null)[];
  forms: readonly number[];
  joined: boolean;
}): React.JSX.Element {
  const { points, x, y, low, high, width, height, stops, forms, joined } = props;
  const { values } = points;
  const count = values.length;
  const headX = (index: number): number => x(count > 1 ? index / (count - 1) : 0.5);
  const curve =
    line<number | null>(
      (_, index) => headX(index),
      (value) => y(value ?? 0),
    ).defined((value) => value !== null)(values) ?? "";
  const size = count > 150 ? 3 : 5.5;
  const paths = FORMS.map((_, form) =>
    values
      .map((value, index) =>
        value !== null && (forms[index] ?? 0) % FORMS.length === form ? mark(form, { x: headX(index), y: y(value), size }) : "",
      )
      .join(""),
  );
  const bars = stops
    .map((stop, index) => (stop === null ? "" : `M${(headX(index) - 3).toFixed(1)} ${stop === "low" ? height - 3 : 3}h6`))
    .join("");
  return (
    <svg
      width={width}
      height={height}
      className="absolute inset-0"
      role="img"
      aria-label={`${props.label}: ${count} heads`}
      data-stopped={stops.filter(Boolean).length}
    >
      {[low, (low + high) / 2, high].map((value, index) => (
        <line
          key={index}
          x1={MARGIN.x}
          x2={width - MARGIN.x}
          y1={y(value)}
          y2={y(value)}
          className="stroke-edge"
          strokeWidth={1}
          opacity={0.6}
        />
      ))}
      {joined && <path d={curve} className="fill-none stroke-sketch" strokeWidth={1} opacity={0.55} />}
      <path d={paths[0]} className="fill-none stroke-sketch" strokeLinecap="round" strokeWidth={size} />
      <path d={paths[1]} className="fill-none stroke-linked" strokeWidth={1.4} />
      <path d={paths[2]} className="fill-none stroke-ink-2" strokeWidth={1.4} />
      <path d={bars} className="fill-none stroke-barred" strokeWidth={3} />
    </svg>
  );
}

function mark(form: number, at: { x: number; y: number; size: number }): string {
  const [x, y, r] = [at.x.toFixed(1), at.y.toFixed(1), (at.size / 2).toFixed(1)];
  if (form === 0) return `M${x} ${y}h0`;
  if (form === 1) return `M${x} ${y}m-${r} -${r}h${at.size}v${at.size}h-${at.size}z`;
  return `M${x} ${y}m-${r} -${r}l${at.size} ${at.size}m-${at.size} 0l${at.size} -${at.size}`;
}
