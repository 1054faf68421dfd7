import { counted } from "@vexa/core";
import type { PlotPoints } from "./lane-model";
import { lineThrough, type PlotPoint } from "./plot-lines";

/** Room around the curve of a plot, in pixels. */
export const MARGIN = { x: 12, y: 10 };
/** Marks of values that come from several strokes: by form, never by colour alone. */
const FORMS = ["dot", "square", "cross"] as const;

interface Scale {
  (value: number): number;
}

/** Every head's value over the heads, where it comes from by its form, and bars where a head stops. */
export function Marks(props: {
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
  const shown = count > width ? apart(values, headX, y) : [...values.keys()];
  const size = count > 150 ? 3 : 5.5;
  const curve: (PlotPoint | null)[] = [];
  const dots: (PlotPoint | null)[] = [];
  let others = ["", ""];
  for (const index of shown) {
    const value = values[index] ?? null;
    const point: PlotPoint | null = value === null ? null : [headX(index), y(value)];
    const form = (forms[index] ?? 0) % FORMS.length;
    curve.push(point);
    // Dots that lie on each other come to a line.
    const last = dots.at(-1);
    if (point && form === 0) {
      if (last && Math.hypot(point[0] - last[0], point[1] - last[1]) > size / 2) dots.push(null);
      dots.push(point);
    } else if (last) dots.push(null);
    if (point && form > 0)
      others = others.map((path, at) => (at === form - 1 ? path + mark(form, { x: point[0], y: point[1], size }) : path));
  }
  const bars = stops
    .map((stop, index) => (stop === null ? "" : `M${(headX(index) - 3).toFixed(1)} ${stop === "low" ? height - 3 : 3}h6`))
    .join("");
  return (
    <svg
      width={width}
      height={height}
      className="absolute inset-0"
      role="img"
      aria-label={`${props.label}: ${counted(count, "head")}`}
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
      {joined && <path d={lineThrough(curve)} className="fill-none stroke-sketch" strokeWidth={1} opacity={0.55} />}
      <path d={lineThrough(dots)} className="fill-none stroke-sketch" strokeLinecap="round" strokeLinejoin="round" strokeWidth={size} />
      <path d={others[0]} className="fill-none stroke-linked" strokeWidth={1.4} />
      <path d={others[1]} className="fill-none stroke-ink-2" strokeWidth={1.4} />
      <path d={bars} className="fill-none stroke-barred" strokeWidth={3} />
    </svg>
  );
}

/** Of more heads than pixels those that lie on a pixel of their own, and all that say nothing: the others are hidden under them. */
function apart(values: readonly (number | null)[], x: Scale, y: Scale): number[] {
  const taken = new Set<number>();
  return [...values.keys()].filter((index) => {
    const value = values[index] ?? null;
    if (value === null) return true;
    const pixel = Math.round(x(index)) * 65_536 + Math.round(y(value));
    if (taken.has(pixel)) return false;
    taken.add(pixel);
    return true;
  });
}

/** A square or a cross. */
function mark(form: number, at: { x: number; y: number; size: number }): string {
  const [x, y, r] = [at.x.toFixed(1), at.y.toFixed(1), (at.size / 2).toFixed(1)];
  if (form === 1) return `M${x} ${y}m-${r} -${r}h${at.size}v${at.size}h-${at.size}z`;
  return `M${x} ${y}m-${r} -${r}l${at.size} ${at.size}m-${at.size} 0l${at.size} -${at.size}`;
}
