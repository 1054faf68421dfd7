import { scaleLinear } from "d3-scale";
import { useRef, useState } from "react";
import type { FigurePoint } from "@vexa/core";
import { newId } from "../../../session/new-id";

const SIZE = 132;
const x = scaleLinear([-1, 1], [8, SIZE - 8]);
const y = scaleLinear([-1, 1], [SIZE - 8, 8]);
const MOST_POINTS = 64;

/** A closed figure by points: drag them, double click between them for more, Delete takes one out. */
export function FigureDrawer({
  points,
  onPoints,
}: {
  points: readonly FigurePoint[];
  onPoints: (points: readonly FigurePoint[], gesture: string) => void;
}): React.JSX.Element {
  const frame = useRef<SVGSVGElement>(null);
  const gesture = useRef("");
  const [held, setHeld] = useState<number | null>(null);
  const placeAt = (event: React.MouseEvent): FigurePoint => {
    const { left, top } = frame.current!.getBoundingClientRect();
    const limited = (value: number): number => Math.round(Math.min(1, Math.max(-1, value)) * 100) / 100;
    return { x: limited(x.invert(event.clientX - left)), y: limited(y.invert(event.clientY - top)) };
  };
  const put = (next: readonly FigurePoint[]): void => onPoints(next, gesture.current || newId());
  /** A new point goes between the two neighbours to which it is the smallest way round. */
  const add = (event: React.MouseEvent): void => {
    if (points.length >= MOST_POINTS) return;
    const point = placeAt(event);
    const detours = points.map((from, index) => {
      const to = points[(index + 1) % points.length]!;
      return (
        Math.hypot(point.x - from.x, point.y - from.y) +
        Math.hypot(to.x - point.x, to.y - point.y) -
        Math.hypot(to.x - from.x, to.y - from.y)
      );
    });
    gesture.current = newId();
    put(points.toSpliced(detours.indexOf(Math.min(...detours)) + 1, 0, point));
  };
  const onKey = (event: React.KeyboardEvent, index: number): void => {
    const by = { ArrowUp: [0, 0.05], ArrowDown: [0, -0.05], ArrowLeft: [-0.05, 0], ArrowRight: [0.05, 0] }[event.key];
    if (by ?? event.key === "Delete") event.stopPropagation();
    gesture.current = newId();
    if (event.key === "Delete" && points.length > 2) put(points.toSpliced(index, 1));
    if (!by) return;
    event.preventDefault();
    const limited = (value: number): number => Math.round(Math.min(1, Math.max(-1, value)) * 100) / 100;
    put(points.with(index, { x: limited(points[index]!.x + by[0]!), y: limited(points[index]!.y + by[1]!) }));
  };
  return (
    <svg
      ref={frame}
      width={SIZE}
      height={SIZE}
      role="group"
      aria-label="Drawn figure"
      className="col-span-2 touch-none justify-self-center rounded-sm bg-stage"
      onDoubleClick={add}
    >
      <path d={`M${x(0)} ${y(-1)}V${y(1)}M${x(-1)} ${y(0)}H${x(1)}`} className="stroke-stage-line" />
      <path
        d={`${points.map((point, index) => `${index === 0 ? "M" : "L"}${x(point.x)} ${y(point.y)}`).join("")}Z`}
        className="fill-none stroke-sketch"
        strokeWidth={1.6}
      />
      {points.map((point, index) => (
        <circle
          key={index}
          role="slider"
          tabIndex={0}
          aria-label={`Corner ${index + 1} of ${points.length}`}
          aria-valuenow={Math.round(point.x * 100)}
          aria-valuetext={`${Math.round(point.x * 100)} across, ${Math.round(point.y * 100)} up`}
          cx={x(point.x)}
          cy={y(point.y)}
          r={5}
          className="cursor-grab fill-ink stroke-stage"
          onKeyDown={(event) => onKey(event, index)}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            gesture.current = newId();
            setHeld(index);
          }}
          onPointerMove={(event) => held === index && put(points.with(index, placeAt(event)))}
          onPointerUp={() => setHeld(null)}
        />
      ))}
    </svg>
  );
}
