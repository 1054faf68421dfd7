import { pathPoint, type PathMotion, type Vector, type VeilMotion } from "@vexa/core";
import type { Projection } from "./projection";

type Point = readonly [number, number];

/** What lies on a plane of the stage: a figure, or a veil. */
export type LaidMotion = PathMotion | VeilMotion;

/** What a handle of a figure on the stage changes. */
export type FigureHandle = "centre" | "width" | "height" | "scale" | "turn";

/** The turning handle stands so many pixels beyond the figure's right. */
const TURN_REACH = 26;
const GRIP = 9;
const CURVE_POINTS = 120;

const AXES = { flat: ["x", "y", "z"], across: ["x", "z", "y"], along: ["y", "z", "x"], angles: ["x", "y", "z"] } as const;

/** A place on a figure's plane, by its measures along the plane from the centre. */
function placed({ plane, centre }: LaidMotion, along: { u: number; v: number }): Vector {
  const [u, v] = AXES[plane];
  return { ...centre, [u]: centre[u] + along.u, [v]: centre[v] + along.v };
}

function turned({ u, v }: { u: number; v: number }, degrees: number): { u: number; v: number } {
  const angle = (degrees * Math.PI) / 180;
  return { u: u * Math.cos(angle) - v * Math.sin(angle), v: u * Math.sin(angle) + v * Math.cos(angle) };
}

/** The figure as a closed line on its plane; only for figures in metres. */
export function figureLine(motion: PathMotion): Vector[] {
  const forward: PathMotion = { ...motion, direction: "forward" };
  return Array.from({ length: CURVE_POINTS + 1 }, (_, step) => pathPoint(forward, (step % CURVE_POINTS) / CURVE_POINTS));
}

/** The edges of a veil, closed. */
export function veilEdges(motion: VeilMotion): Vector[] {
  const [wide, high] = [motion.width / 2, motion.height / 2];
  const corners = [
    [-wide, -high],
    [wide, -high],
    [wide, high],
    [-wide, high],
    [-wide, -high],
  ] as const;
  return corners.map(([u, v]) => placed(motion, turned({ u, v }, motion.turn)));
}

/** Where the handles of a figure in metres stand in the picture. */
export function figureHandles(projection: Projection, motion: LaidMotion): Record<FigureHandle, Point> {
  const [wide, high] = [motion.width / 2, motion.height / 2];
  const at = (u: number, v: number): Point => projection.point(placed(motion, turned({ u, v }, motion.turn)));
  return {
    centre: at(0, 0),
    width: at(wide, 0),
    height: at(0, high),
    scale: at(wide, high),
    turn: at(wide + TURN_REACH / projection.scale, 0),
  };
}

/** The handle under a point of the picture. */
export function handleAt(handles: Record<FigureHandle, Point>, [x, y]: Point): FigureHandle | null {
  const near = (Object.entries(handles) as [FigureHandle, Point][]).find(([, [hx, hy]]) => Math.hypot(hx - x, hy - y) <= GRIP);
  return near?.[0] ?? null;
}

const rounded = (value: number): number => Math.round(value * 100) / 100;
const SMALLEST = 0.1;

/** The figure with a handle drawn to a point of the picture; null where its plane is seen edge on. */
export function movedFigure<M extends LaidMotion>(
  projection: Projection,
  motion: M,
  { handle, to }: { handle: FigureHandle; to: Point },
): M | null {
  const [u, v, fixed] = AXES[motion.plane];
  const place = projection.planeAt(to[0], to[1], { axis: fixed, at: motion.centre[fixed] });
  if (!place) return null;
  const offset = { u: place[u] - motion.centre[u], v: place[v] - motion.centre[v] };
  const own = turned(offset, -motion.turn);
  const size = (half: number): number => rounded(Math.max(SMALLEST, 2 * Math.abs(half)));
  switch (handle) {
    case "centre":
      return { ...motion, centre: place };
    case "width":
      return { ...motion, width: size(own.u) };
    case "height":
      return { ...motion, height: size(own.v) };
    case "scale": {
      const factor = Math.hypot(own.u, own.v) / Math.max(SMALLEST / 2, Math.hypot(motion.width, motion.height) / 2);
      return { ...motion, width: size((motion.width * factor) / 2), height: size((motion.height * factor) / 2) };
    }
    case "turn":
      return { ...motion, turn: rounded((Math.atan2(offset.v, offset.u) * 180) / Math.PI) };
  }
}
