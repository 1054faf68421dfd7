import type { PointFan } from "@vexa/core";
import type { StageDrawing } from "./draw-stage";
import type { FigureHandle } from "./figure-handles";
import { lampBox, lampHandleAt, type LampHandle } from "./lamp-handles";

type Point = readonly [number, number];

/** What a pointer is doing on the stage, in pixels of the plan. */
export type Gesture =
  | { readonly kind: "box"; readonly from: Point; readonly to: Point }
  | { readonly kind: "lasso"; readonly points: readonly Point[] }
  /** One end of the thread is being drawn to the other. */
  | { readonly kind: "thread"; readonly end: "first" | "last"; readonly to: Point }
  /** The fixtures of the selection are being hung elsewhere, or by a handle of their box turned or stretched. */
  | { readonly kind: "move"; readonly from: Point; readonly to: Point; readonly handle: LampHandle | null; readonly words: string }
  /** The line is being drawn along which they are to hang. */
  | { readonly kind: "path"; readonly points: readonly Point[] }
  /** A handle of a figure that beams draw is being moved. */
  | { readonly kind: "figure"; readonly handle: FigureHandle; readonly from: Point; readonly to: Point }
  /** The view is being turned. */
  | { readonly kind: "turn"; readonly from: Point; readonly to: Point }
  /** A point on the floor, or with a drag a line (with Shift a circle) of points, at which the selection looks. */
  | { readonly kind: "aim"; readonly from: Point; readonly to: Point; readonly path: "straight" | "circle" };

export type StageTool = "box" | "lasso" | "aim" | "move" | "path" | "turn";

/** Beyond this many pixels a press is a drag. */
const DRAG = 5;
/** So near an end's number is meant. */
const END_REACH = 9;

/** Where the numbers at the ends of the thread stand. */
export function threadEnds({ xy }: StageDrawing, selected: readonly number[]): { first: Point; last: Point } | null {
  const [first, last] = [selected[0], selected.at(-1)];
  if (first === undefined || last === undefined || first === last) return null;
  return { first: [xy[2 * first]! - 15, xy[2 * first + 1]!], last: [xy[2 * last]! + 18, xy[2 * last + 1]!] };
}

/** What a press at this point begins. */
export function beginGesture(
  drawing: StageDrawing,
  selected: readonly number[],
  { at, tool, path = "straight" }: { at: Point; tool: StageTool; path?: "straight" | "circle" },
): Gesture {
  if (tool === "turn") return { kind: tool, from: at, to: at };
  if (tool === "path") return { kind: "path", points: [at] };
  if (tool === "move") {
    const box = lampBox(drawing, selected);
    return { kind: "move", from: at, to: at, handle: box && lampHandleAt(box, at), words: "" };
  }
  if (tool === "aim") return { kind: "aim", from: at, to: at, path };
  const ends = threadEnds(drawing, selected);
  for (const end of ["first", "last"] as const) if (ends && distance(ends[end], at) <= END_REACH) return { kind: "thread", end, to: at };
  return tool === "lasso" ? { kind: "lasso", points: [at] } : { kind: "box", from: at, to: at };
}

export function movedGesture(gesture: Gesture, to: Point): Gesture {
  if (gesture.kind === "lasso" || gesture.kind === "path") return { ...gesture, points: [...gesture.points, to] };
  return { ...gesture, to };
}

export type Picked =
  | { readonly kind: "heads"; readonly indices: readonly number[] }
  /** A click: on a head, or beside all. */
  | { readonly kind: "click"; readonly index: number | null }
  | { readonly kind: "turn" }
  /** What the gesture did is done already. */
  | { readonly kind: "done" }
  | { readonly kind: "nothing" };

/** What a gesture comes to when the pointer goes up. */
export function endGesture(drawing: StageDrawing, selected: readonly number[], gesture: Gesture): Picked {
  switch (gesture.kind) {
    case "box": {
      const { from, to } = gesture;
      if (distance(from, to) <= DRAG) return { kind: "click", index: headAt(drawing, from) };
      return { kind: "heads", indices: headsWhere(drawing, ([x, y]) => between(x, from[0], to[0]) && between(y, from[1], to[1])) };
    }
    case "lasso": {
      const { points } = gesture;
      if (points.every((point) => distance(points[0]!, point) <= DRAG)) return { kind: "click", index: headAt(drawing, points[0]!) };
      return { kind: "heads", indices: headsWhere(drawing, (point) => isInside(points, point)) };
    }
    case "aim":
    case "move":
    case "path":
    case "turn":
    case "figure":
      return { kind: "done" };
    case "thread": {
      const ends = threadEnds(drawing, selected);
      const other = ends && (gesture.end === "first" ? ends.last : ends.first);
      return other && distance(other, gesture.to) <= 3 * END_REACH ? { kind: "turn" } : { kind: "nothing" };
    }
  }
}

/** The head nearest to a point, if one is near enough to be meant. */
export function headAt({ xy, radius, closed }: StageDrawing, at: Point): number | null {
  let best: number | null = null;
  let nearest = Infinity;
  for (let index = 0; index < radius.length; index++) {
    const away = Math.hypot(xy[2 * index]! - at[0], xy[2 * index + 1]! - at[1]);
    if (away < nearest && away <= radius[index]! + 6 && !closed?.has(index)) {
      nearest = away;
      best = index;
    }
  }
  return best;
}

/** Whether a point lies inside a closed line, by the even-odd rule. */
export function isInside(line: readonly Point[], [x, y]: Point): boolean {
  let inside = false;
  for (let index = 0, before = line.length - 1; index < line.length; before = index++) {
    const [[x1, y1], [x2, y2]] = [line[index]!, line[before]!];
    if (y1 > y !== y2 > y && x < ((x2 - x1) * (y - y1)) / (y2 - y1) + x1) inside = !inside;
  }
  return inside;
}

function headsWhere({ xy, radius, closed }: StageDrawing, fits: (point: Point) => boolean): number[] {
  return [...radius.keys()].filter((index) => !closed?.has(index) && fits([xy[2 * index]!, xy[2 * index + 1]!]));
}

const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
const between = (value: number, a: number, b: number): boolean => value >= Math.min(a, b) && value <= Math.max(a, b);

/** The points at which an aim gesture makes the selection look. */
export function aimedPoints({ projection }: StageDrawing, { from, to, path }: Extract<Gesture, { kind: "aim" }>): PointFan {
  const first = projection.floorAt(...from);
  return distance(from, to) <= DRAG ? { knots: [first], path: "straight" } : { knots: [first, projection.floorAt(...to)], path };
}
