import { scaleLinear } from "d3-scale";
import { useRef, useState } from "react";
import { STRETCHES, type Fan, type Stretch } from "@vexa/core";
import { useSize } from "../frames/use-size";
import { DragNumber } from "./drag-number";
import { keySteps, onGrid, perPixel } from "./fine-drag";
import type { PlotPoints } from "./lane-model";
import { MARGIN, Marks } from "./plot-marks";
import { StretchButtons } from "./stretch-buttons";
import { newId } from "../session/new-id";

/**
 * The plot of one curve: a mark for each head along the selection, knots as handles. Dragging a knot moves it; dragging
 * anywhere else moves all values by the same amount; Shift makes it ten times finer. The steps of a drag share one gesture. Arrow keys move
 * a knot by one step (Page keys by ten, with Shift a tenth), Delete takes it out, a double click puts one in.
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
  /** "°", "%", "s"…: how fine a drag is depends on it. */
  unit: string;
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
  const drag = useRef<{
    knot: number | null;
    gesture: string;
    domain: [number, number];
    lastY: number;
    exact: number;
    told: number;
  } | null>(null);
  const [hint, setHint] = useState<{ x: number; y: number; text: string } | null>(null);
  const [low, high] = drag.current?.domain ?? [points.low, points.high];
  const y = scaleLinear([low, high === low ? low + 1 : high], [height - MARGIN.y, MARGIN.y]);
  const x = scaleLinear([0, 1], [MARGIN.x, width - MARGIN.x]);
  const within = (value: number): number => Math.min(limits[1], Math.max(limits[0], value));
  const moved = (knot: number, value: number): Fan => withKnots(props.fan, knots.with(knot, within(value)));

  const grab = (event: React.PointerEvent, knot: number | null): void => {
    if (event.button !== 0) return;
    event.stopPropagation();
    frame.current!.setPointerCapture(event.pointerId);
    const told = knot === null ? 0 : knots[knot]!;
    drag.current = { knot, gesture: newId(), domain: [points.low, points.high], lastY: event.clientY, exact: told, told };
  };
  /** A drag counts from where the hand is, pixel by pixel, so that Shift can be pressed and left on the way. */
  const onMove = (event: React.PointerEvent): void => {
    const of = drag.current;
    if (!of) return;
    const pixels = height - 2 * MARGIN.y;
    const range = of.domain[1] - of.domain[0] || 1;
    of.exact += (of.lastY - event.clientY) * perPixel(props.unit, { range, pixels, shift: event.shiftKey });
    of.lastY = event.clientY;
    if (of.knot !== null) of.exact = within(of.exact);
    const next = onGrid(of.exact, step, event.shiftKey);
    const { left, top } = frame.current!.getBoundingClientRect();
    const sign = of.knot === null && next > 0 ? "+" : "";
    setHint({ x: event.clientX - left, y: event.clientY - top, text: `${sign}${shown(next)}` });
    if (next === of.told) return;
    if (of.knot === null) onNudge(Math.round((next - of.told) * 1e6) / 1e6, of.gesture);
    else onFan(moved(of.knot, next), of.gesture);
    of.told = next;
  };
  const leave = (): void => {
    drag.current = null;
    setHint(null);
  };
  const onKey = (event: React.KeyboardEvent, knot: number): void => {
    const by = keySteps(event);
    if (by !== null) {
      event.preventDefault();
      onFan(moved(knot, onGrid(knots[knot]! + by * step, step, event.shiftKey)));
    }
    if (event.key === "Delete" && knots.length > 1) onFan(withKnots(props.fan, knots.toSpliced(knot, 1)));
  };
  const insert = (event: React.MouseEvent): void => {
    if (!props.fan || (event.target as Element).closest("button")) return;
    const { left, top } = frame.current!.getBoundingClientRect();
    const at = Math.min(1, Math.max(0, x.invert(event.clientX - left)));
    const before = knots.length === 1 ? (at < 0.5 ? 0 : 1) : Math.min(knots.length - 1, Math.floor(at * (knots.length - 1)) + 1);
    onFan(withKnots(props.fan, knots.toSpliced(before, 0, within(onGrid(y.invert(event.clientY - top), step, event.shiftKey)))));
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
      onPointerUp={leave}
      onPointerCancel={leave}
    >
      {hint && <DragNumber {...hint} />}
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
            className="finger-reach absolute -top-[5.5px] -left-[5.5px] size-[11px] cursor-ns-resize border-2 border-ink bg-bench"
            style={{ translate: `${x(points.knotX[knot] ?? 0.5)}px ${y(value)}px` }}
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
