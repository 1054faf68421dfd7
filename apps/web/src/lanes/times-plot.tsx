import { scaleLinear, type ScaleLinear } from "d3-scale";
import { useRef, useState } from "react";
import { fan, placeHeads, type Fan, type HeadValue, type Part, type PlacedHead } from "@vexa/core";
import { useSize } from "../frames/use-size";
import { newId } from "../session/new-id";
import { DragNumber } from "./drag-number";
import { FINER, keySteps, onGrid } from "./fine-drag";
import { knotPosition, withFan } from "./lane-model";

/** What a head without a fade of its own is drawn with: the cue decides when it is recorded. */
const CUES_OWN_SECONDS = 1;
const STEP_SECONDS = 0.05;
const MOST_SECONDS = 3600;
const EDGES = ["delay", "fade"] as const;
type Edge = (typeof EDGES)[number];

/**
 * When each head starts and arrives: a bar a head along the selection, time upward; dashed where the cue's own time will hold. The knots of
 * delay and fade are handles on the bars' lower and upper edges: drawing one of a flat edge makes a fan of it. A drag anywhere else moves the
 * edge that is nearer, as it is.
 */
export function TimesPlot(props: {
  label: string;
  /** What the handles are of: "Dimmer". */
  name: string;
  values: readonly (HeadValue | null)[];
  placed: readonly PlacedHead[];
  /** null = the times are other strokes': to be looked at. */
  part: Part | null;
  onPart: (part: Part, gesture: string) => void;
}): React.JSX.Element {
  const { label, name, values, placed, part, onPart } = props;
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const drag = useRef<{
    edge: Edge;
    knot: number | null;
    gesture: string;
    perPixel: number;
    lastY: number;
    exact: number;
    last: number;
  } | null>(null);
  const [hint, setHint] = useState<{ x: number; y: number; text: string } | null>(null);
  const end = (entry: HeadValue): number => entry.delay + (entry.fade ?? CUES_OWN_SECONDS);
  const last = drag.current?.last ?? Math.max(0.5, ...values.map((entry) => (entry ? end(entry) : 0)));
  const x = scaleLinear([0, Math.max(1, values.length - 1)], [12, width - 12]);
  const y = scaleLinear([0, last], [height - 8, 14]);
  const places = placeHeads(placed, part?.shape ?? {}, "open");
  const edges = part ? edgesOf(part, places) : [];

  const put = (edge: Edge, knots: readonly number[], gesture: string): void => {
    if (!part) return;
    const path = part[edge]?.path;
    const kept = path !== undefined && knots.length === part[edge]?.knots.length ? { path } : {};
    onPart(withFan(part, edge, { knots, ...kept }), gesture);
  };
  const knotsOf = (edge: Edge): readonly number[] => edges.find((entry) => entry.edge === edge)!.knots;
  const grab = (event: React.PointerEvent, edge: Edge, knot: number | null): void => {
    if (event.button !== 0 || !part) return;
    event.stopPropagation();
    frame.current!.setPointerCapture(event.pointerId);
    const exact = knot === null ? 0 : knotsOf(edge)[knot]!;
    drag.current = { edge, knot, gesture: newId(), perPixel: last / Math.max(1, height - 22), lastY: event.clientY, exact, last };
  };
  const onMove = (event: React.PointerEvent): void => {
    const of = drag.current;
    if (!of || !part) return;
    of.exact += ((of.lastY - event.clientY) * of.perPixel) / (event.shiftKey ? FINER : 1);
    of.lastY = event.clientY;
    const seconds = (value: number): number => Math.min(MOST_SECONDS, Math.max(0, onGrid(value, STEP_SECONDS, event.shiftKey)));
    const before = knotsOf(of.edge);
    const by = onGrid(of.exact, STEP_SECONDS, event.shiftKey);
    const knots = of.knot === null ? moved(part, of.edge, by, seconds) : before.with(of.knot, seconds(of.exact));
    // The whole edge moves on from where it was: what is left is what wasn't a whole step.
    if (of.knot === null) of.exact -= by;
    const { left, top } = frame.current!.getBoundingClientRect();
    const shown = of.knot === null ? knots[0]! : knots[of.knot]!;
    setHint({ x: event.clientX - left, y: event.clientY - top, text: `${of.edge} ${Math.round(shown * 1000) / 1000} s` });
    if (knots.some((knot, index) => knot !== before[index])) put(of.edge, knots, of.gesture);
  };
  const leave = (): void => {
    drag.current = null;
    setHint(null);
  };
  const nearest = (event: React.PointerEvent): Edge => {
    const { left, top } = frame.current!.getBoundingClientRect();
    const index = Math.min(values.length - 1, Math.max(0, Math.round(x.invert(event.clientX - left))));
    const entry = values[index];
    const at = y.invert(event.clientY - top);
    return !entry || Math.abs(at - entry.delay) <= Math.abs(at - end(entry)) ? "delay" : "fade";
  };
  return (
    <div
      ref={frame}
      className={`relative h-full min-w-0 ${part ? "cursor-ns-resize touch-none" : ""}`}
      title={part ? "Draw the lower edges for the delay, the upper ones for the fade; a handle at an end makes a fan" : undefined}
      onPointerDown={(event) => grab(event, nearest(event), null)}
      onPointerMove={onMove}
      onPointerUp={leave}
      onPointerCancel={leave}
    >
      {hint && <DragNumber {...hint} />}
      {width > 0 && <Bars {...{ label, values, width, height, x, y, end }} />}
      {width > 0 &&
        edges.flatMap(({ edge, knots, knotX, base }) =>
          knots.map((value, knot) => (
            <button
              key={`${edge} ${knot}`}
              type="button"
              role="slider"
              aria-label={`${name} ${edge}, knot ${knot + 1} of ${knots.length}`}
              aria-orientation="vertical"
              aria-valuenow={Math.round(value * 1000) / 1000}
              aria-valuetext={`${Math.round(value * 100) / 100} s`}
              className={`absolute h-[7px] w-[13px] -translate-x-1/2 -translate-y-1/2 cursor-ns-resize border-2 border-ink ${edge === "delay" ? "bg-bench" : "bg-sketch"}`}
              style={{ left: 12 + knotX[knot]! * (width - 24), top: y(base[knot]! + value) }}
              onPointerDown={(event) => grab(event, edge, knot)}
              onKeyDown={(event) => {
                const by = keySteps(event);
                if (by === null) return;
                event.preventDefault();
                const next = Math.min(MOST_SECONDS, Math.max(0, onGrid(value + by * STEP_SECONDS, STEP_SECONDS, event.shiftKey)));
                put(edge, knots.with(knot, next), newId());
              }}
            />
          )),
        )}
    </div>
  );
}

interface EdgeKnots {
  readonly edge: Edge;
  readonly knots: readonly number[];
  readonly knotX: readonly number[];
  /** What the knots' values are counted from: a fade begins where the delay ends. */
  readonly base: readonly number[];
}

/** The handles of both edges: a flat edge has one at either end. */
function edgesOf(part: Part, places: Float64Array): EdgeKnots[] {
  const ends = places.length > 1 ? 2 : 1;
  return EDGES.map((edge) => {
    const own = part[edge];
    const flat = own?.knots[0] ?? (edge === "fade" ? CUES_OWN_SECONDS : 0);
    const knots = own && own.knots.length > 1 ? own.knots : Array.from({ length: ends }, () => flat);
    const knotX = knots.map((_, knot) => knotPosition(places, knot, knots.length));
    const u = (knot: number): number => (knots.length > 1 ? knot / (knots.length - 1) : 0);
    const base = knots.map((_, knot) => (edge === "fade" && part.delay ? fan(part.delay.knots, u(knot), part.delay.path) : 0));
    return { edge, knots, knotX, base };
  });
}

/** The edge as it is, so much later. */
function moved(part: Part, edge: Edge, by: number, seconds: (value: number) => number): readonly number[] {
  const own: Fan = part[edge] ?? { knots: [edge === "fade" ? CUES_OWN_SECONDS : 0] };
  return own.knots.map((knot) => seconds(knot + by));
}

function Bars(props: {
  label: string;
  values: readonly (HeadValue | null)[];
  width: number;
  height: number;
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
  end: (entry: HeadValue) => number;
}): React.JSX.Element {
  const { label, values, width, height, x, y, end } = props;
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
    <svg
      width={width}
      height={height}
      className="pointer-events-none absolute inset-0"
      role="img"
      aria-label={`${label}: starts ${times(values, (entry) => entry.delay)}, ends ${times(values, end)}`}
    >
      {y.ticks(3).map((seconds) => (
        <g key={seconds}>
          <line x1={12} x2={width - 12} y1={y(seconds)} y2={y(seconds)} className="stroke-edge" opacity={0.7} />
        </g>
      ))}
      <path d={bars("own")} className="fill-none stroke-sketch" strokeWidth={thickness} />
      <path d={bars("the cue's")} className="fill-none stroke-sketch" strokeWidth={thickness} strokeDasharray="3 3" opacity={0.7} />
      {y.ticks(3).map((seconds) => (
        <text
          key={seconds}
          x={width - 24}
          y={y(seconds) - 2}
          textAnchor="end"
          className="fill-ink-2 stroke-bench font-mono text-[10px]"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {seconds} s
        </text>
      ))}
    </svg>
  );
}

/** "0 s to 1.2 s", or one number when all are alike. */
function times(values: readonly (HeadValue | null)[], of: (entry: HeadValue) => number): string {
  const all = values.flatMap((entry) => (entry ? [of(entry)] : []));
  if (all.length === 0) return "never";
  const [low, high] = [Math.min(...all), Math.max(...all)].map((seconds) => Math.round(seconds * 100) / 100);
  return low === high ? `${low} s` : `${low} s to ${high} s`;
}
