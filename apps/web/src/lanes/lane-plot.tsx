import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useRef } from "react";
import { useSize } from "../frames/use-size";
import type { PlotPoints } from "./lane-model";

const MARGIN = { x: 12, y: 10 };

/**
 * The plot of one curve: a dot for each head along the selection, knots as handles. A drag goes up and down; its steps
 * share one gesture. Arrow keys move a knot by one step, Delete takes it out, a double click puts one in.
 */
export function LanePlot(props: {
  label: string;
  points: PlotPoints;
  knots: readonly number[];
  limits: readonly [number, number];
  /** One step of the arrow keys and the grid of a drag, in inside units. */
  step: number;
  shown: (value: number) => string;
  onKnots: (knots: readonly number[], gesture?: string) => void;
}): React.JSX.Element {
  const { points, knots, limits, step, shown, onKnots } = props;
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const drag = useRef<{ knot: number; gesture: string; domain: [number, number] } | null>(null);
  const [low, high] = drag.current?.domain ?? [points.low, points.high];
  const y = scaleLinear([low, high === low ? low + 1 : high], [height - MARGIN.y, MARGIN.y]);
  const x = scaleLinear([0, 1], [MARGIN.x, width - MARGIN.x]);
  const count = points.values.length;
  const headX = (index: number): number => x(count > 1 ? index / (count - 1) : 0.5);
  const curve =
    line<number>(
      (_, index) => headX(index),
      (value) => y(value),
    )(points.values) ?? "";
  const dots = points.values.map((value, index) => `M${headX(index).toFixed(1)} ${y(value).toFixed(1)}h0`).join("");

  const moved = (knot: number, value: number): readonly number[] => {
    const stepped = Math.round(value / step) * step;
    const limited = Math.min(limits[1], Math.max(limits[0], Math.round(stepped * 1e6) / 1e6));
    return knots.with(knot, limited);
  };
  const onMove = (event: React.PointerEvent): void => {
    if (!drag.current) return;
    const { top } = frame.current!.getBoundingClientRect();
    const next = moved(drag.current.knot, y.invert(event.clientY - top));
    if (next[drag.current.knot] !== knots[drag.current.knot]) onKnots(next, drag.current.gesture);
  };
  const onKey = (event: React.KeyboardEvent, knot: number): void => {
    const by = { ArrowUp: step, ArrowRight: step, ArrowDown: -step, ArrowLeft: -step, PageUp: 10 * step, PageDown: -10 * step }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      onKnots(moved(knot, knots[knot]! + by));
    }
    if (event.key === "Delete" && knots.length > 1) onKnots(knots.toSpliced(knot, 1));
  };
  const insert = (event: React.MouseEvent): void => {
    const { left, top } = frame.current!.getBoundingClientRect();
    const at = Math.min(1, Math.max(0, x.invert(event.clientX - left)));
    const before = knots.length === 1 ? (at < 0.5 ? 0 : 1) : Math.min(knots.length - 1, Math.floor(at * (knots.length - 1)) + 1);
    const value = Math.min(limits[1], Math.max(limits[0], Math.round(y.invert(event.clientY - top) / step) * step));
    onKnots(knots.toSpliced(before, 0, value));
  };

  return (
    <div
      ref={frame}
      className="relative h-full min-w-0 touch-none"
      onDoubleClick={insert}
      onPointerMove={onMove}
      onPointerUp={() => (drag.current = null)}
    >
      {width > 0 && (
        <svg
          width={width}
          height={height}
          className="absolute inset-0"
          role="img"
          aria-label={`${props.label}: ${points.values.length} heads`}
        >
          {[low, (low + high) / 2, high].map((value) => (
            <line
              key={value}
              x1={MARGIN.x}
              x2={width - MARGIN.x}
              y1={y(value)}
              y2={y(value)}
              className="stroke-edge"
              strokeWidth={1}
              opacity={0.6}
            />
          ))}
          <path d={curve} className="fill-none stroke-sketch" strokeWidth={1} opacity={0.55} />
          <path d={dots} className="fill-none stroke-sketch" strokeLinecap="round" strokeWidth={count > 150 ? 3 : 5.5} />
        </svg>
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
            onPointerDown={(event) => {
              event.currentTarget.parentElement!.setPointerCapture(event.pointerId);
              drag.current = { knot, gesture: crypto.randomUUID(), domain: [points.low, points.high] };
            }}
            onKeyDown={(event) => onKey(event, knot)}
          />
        ))}
    </div>
  );
}
