import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useRef } from "react";
import { attributeInfo, counted } from "@vexa/core";
import { useSize } from "../frames/use-size";
import type { Lane } from "./lane-model";
import { screenScale } from "./screen-units";

/** Where on the floor each selected head looks, seen from above: across to the right, upstage upward, joined by the thread. */
export function PointPlot({ lane }: { lane: Lane }): React.JSX.Element {
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const points = lane.values.flatMap((entry) => (entry?.point ? [{ ...entry.point, reached: entry.reached }] : []));
  if (points.length === 0) return <p className="grid h-full place-content-center text-[13px] text-ink-3">Angles of single heads.</p>;
  const across = [Math.min(-9, ...points.map(({ x }) => x)), Math.max(9, ...points.map(({ x }) => x))];
  const deep = [Math.min(-4, ...points.map(({ y }) => y)), Math.max(13, ...points.map(({ y }) => y))];
  const scale = Math.min((width - 24) / (across[1]! - across[0]!), (height - 12) / (deep[1]! - deep[0]!));
  const x = (metres: number): number => width / 2 + (metres - (across[0]! + across[1]!) / 2) * scale;
  const y = (metres: number): number => height / 2 - (metres - (deep[0]! + deep[1]!) / 2) * scale;
  const marks = (which: boolean): string =>
    points
      .filter(({ reached }) => reached === which)
      .map((point) => `M${x(point.x).toFixed(1)} ${y(point.y).toFixed(1)}h0`)
      .join("");
  return (
    <div ref={frame} className="relative h-full min-w-0">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          className="absolute inset-0"
          role="img"
          aria-label={`${points.length} heads look at ${new Set(points.map((point) => `${point.x} ${point.y} ${point.z}`)).size} points`}
        >
          <path d={`M${x(across[0]!)} ${y(0)}H${x(across[1]!)}M${x(0)} ${y(deep[0]!)}V${y(deep[1]!)}`} className="stroke-edge" />
          <path
            d={
              line<{ x: number; y: number }>(
                (point) => x(point.x),
                (point) => y(point.y),
              )(points) ?? ""
            }
            className="fill-none stroke-sketch"
            opacity={0.5}
          />
          <path d={marks(true)} className="stroke-sketch" strokeLinecap="round" strokeWidth={5} />
          <path d={marks(false)} className="stroke-barred" strokeWidth={6} />
        </svg>
      )}
    </div>
  );
}

/** Values that come from a preset: a mark for each head, nothing to drag. */
export function LinkedPlot({ lane }: { lane: Lane }): React.JSX.Element {
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const numbers = lane.values.map((entry) => entry?.value ?? null);
  const { usual, label } = attributeInfo(lane.attribute);
  const known = numbers.filter((value) => value !== null);
  const x = scaleLinear([0, Math.max(1, numbers.length - 1)], [12, width - 12]);
  const y = scaleLinear([Math.min(usual[0], ...known), Math.max(usual[1], ...known)], [height - 10, 10]);
  return (
    <div
      ref={frame}
      className="relative h-full min-w-0"
      title={known.length > 0 ? `${label} ${Math.round(known[0]! * screenScale(lane.attribute))}` : label}
    >
      {width > 0 && (
        <svg
          width={width}
          height={height}
          className="absolute inset-0"
          role="img"
          aria-label={`${label} from presets: ${counted(numbers.length, "head")}`}
        >
          <path
            d={numbers.map((value, index) => (value === null ? "" : `M${x(index).toFixed(1)} ${y(value).toFixed(1)}h0`)).join("")}
            className="stroke-linked"
            strokeLinecap="round"
            strokeWidth={numbers.length > 150 ? 3 : 5.5}
          />
        </svg>
      )}
    </div>
  );
}
