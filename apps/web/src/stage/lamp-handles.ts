import type { LampMove, Vector } from "@vexa/core";
import type { StageDrawing } from "./draw-stage";
import type { Projection } from "./projection";

type Point = readonly [number, number];

/** The corners of what is selected, by which it is stretched, and the one above that turns it. */
export type LampHandle = "turn" | 0 | 1 | 2 | 3;

/** A box around places, seen along two of the stage's axes. */
export interface LampBox {
  readonly low: Vector;
  readonly high: Vector;
  /** Pixels: corners from the low ends round, and the handle that turns; null = it can't be turned in this view. */
  readonly corners: readonly Point[];
  readonly turn: Point | null;
}

const REACH = 9;
const STALK = 26;
/** What is narrower than this can't be stretched that way. */
const LEAST_METRES = 0.05;

/** The box around the selected heads; null where there is nothing to stretch. */
export function lampBox({ heads, projection }: StageDrawing, selected: readonly number[]): LampBox | null {
  if (selected.length < 2) return null;
  const places = selected.map((index) => heads[index]!.position);
  const end = (axis: "x" | "y" | "z", way: typeof Math.min): number =>
    places.reduce((found, place) => way(found, place[axis]), places[0]![axis]);
  const low = { x: end("x", Math.min), y: end("y", Math.min), z: end("z", Math.min) };
  const high = { x: end("x", Math.max), y: end("y", Math.max), z: end("z", Math.max) };
  const [across, up] = projection.groundAxes;
  const middle = { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2, z: (low.z + high.z) / 2 };
  const corner = (a: Vector, b: Vector): Point => projection.point({ ...middle, [across]: a[across], [up]: b[up] });
  const corners = [corner(low, low), corner(high, low), corner(high, high), corner(low, high)];
  const top = [(corners[2]![0] + corners[3]![0]) / 2, (corners[2]![1] + corners[3]![1]) / 2] as const;
  return { low, high, corners, turn: across === "x" && up === "y" ? [top[0], top[1] - STALK] : null };
}

/** The handle that is meant by a press. */
export function lampHandleAt(box: LampBox, [x, y]: Point): LampHandle | null {
  const near = ([hx, hy]: Point): boolean => Math.hypot(hx - x, hy - y) <= REACH;
  if (box.turn && near(box.turn)) return "turn";
  const corner = box.corners.findIndex(near);
  return corner < 0 ? null : (corner as 0 | 1 | 2 | 3);
}

/** What a drag of the places, or of a handle of their box, comes to, and what is said of it at the cursor. */
export function draggedMove(of: {
  projection: Projection;
  box: LampBox | null;
  handle: LampHandle | null;
  first: Vector;
  from: Point;
  to: Point;
  /** Metres of the grid that the first lamp comes to; null = freely. */
  snap: number | null;
}): { move: LampMove; words: string } {
  const { projection, box, handle, from, to } = of;
  const [begun, there] = [projection.floorAt(...from), projection.floorAt(...to)];
  const by = { x: there.x - begun.x, y: there.y - begun.y, z: there.z - begun.z };
  if (box && handle === "turn") return turned(box, { begun, there });
  if (box && handle !== null && handle !== "turn") return stretched(box, { handle, by, axes: projection.groundAxes });
  const [across, up] = projection.groundAxes;
  const shift = { x: 0, y: 0, z: 0, [across]: by[across], [up]: by[up] };
  if (of.snap !== null)
    for (const axis of [across, up]) shift[axis] = Math.round((of.first[axis] + shift[axis]) / of.snap) * of.snap - of.first[axis];
  return { move: { move: "shift", by: shift }, words: `${signed(shift[across])}, ${signed(shift[up])} m` };
}

const signed = (metres: number): string => `${metres < 0 ? "−" : "+"}${Math.abs(metres).toFixed(2)}`;

function turned({ low, high }: LampBox, { begun, there }: { begun: Vector; there: Vector }): { move: LampMove; words: string } {
  const about = { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2, z: 0 };
  const angle = (place: Vector): number => (Math.atan2(place.y - about.y, place.x - about.x) * 180) / Math.PI;
  const degrees = Math.round(((((angle(there) - angle(begun) + 180) % 360) + 360) % 360) - 180);
  return { move: { move: "turn", about, degrees }, words: `${degrees}°` };
}

function stretched(
  box: LampBox,
  of: { handle: 0 | 1 | 2 | 3; by: Vector; axes: readonly ["x" | "y", "y" | "z"] },
): { move: LampMove; words: string } {
  const [across, up] = of.axes;
  const rightEnd = of.handle === 1 || of.handle === 2;
  const topEnd = of.handle >= 2;
  const about = { x: 0, y: 0, z: 0, [across]: (rightEnd ? box.low : box.high)[across], [up]: (topEnd ? box.low : box.high)[up] };
  const times = { x: 1, y: 1, z: 1 };
  for (const [axis, end] of [
    [across, rightEnd ? box.high : box.low],
    [up, topEnd ? box.high : box.low],
  ] as const) {
    const size = end[axis] - about[axis];
    if (Math.abs(size) >= LEAST_METRES) times[axis] = Math.round(((size + of.by[axis]) / size) * 1000) / 1000;
  }
  return { move: { move: "stretch", about, by: times }, words: `×${times[across].toFixed(2)}, ×${times[up].toFixed(2)}` };
}
