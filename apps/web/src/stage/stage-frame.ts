import type { Vector } from "@vexa/core";
import type { Projection, StageFrame } from "./projection";

type Point = readonly [number, number];

/** The whole rig twice as small, and a lamp as large as a hand. */
const ZOOM = { least: 0.5, most: 80 } as const;
/** What is fitted has so much room around it, in parts of the picture. */
const ROOM = 0.12;
/** A single head is shown with so many metres around it. */
const AROUND_METRES = 3;

/** The frame with the picture larger (factor over 1) or smaller about a point of it: what is under that point stays there. */
export function zoomedAt(projection: Projection, at: Point, factor: number): StageFrame {
  const zoom = zoomBy(projection, factor);
  return { zoom, middle: middleWhen(projection, { from: at, to: at, zoom }) };
}

/** The frame with the picture drawn by so many pixels. */
export function drawnBy(projection: Projection, [dx, dy]: Point): StageFrame {
  return { zoom: projection.zoom, middle: projection.exactFloorAt(projection.width / 2 - dx, projection.height / 2 - dy) };
}

/** Two fingers on the picture: what was between them stays between them, as far apart as they are. */
export function pinched(projection: Projection, from: readonly [Point, Point], to: readonly [Point, Point]): StageFrame {
  const [before, after] = [middleOf(from), middleOf(to)];
  const zoom = zoomBy(projection, apart(to) / Math.max(1, apart(from)));
  return { zoom, middle: middleWhen(projection, { from: before, to: after, zoom }) };
}

/** The place in the middle when what is under `from` comes under `to`. */
function middleWhen(projection: Projection, { from, to, zoom }: { from: Point; to: Point; zoom: number }): Vector {
  const real = zoom / projection.zoom;
  return projection.exactFloorAt(from[0] + (projection.width / 2 - to[0]) / real, from[1] + (projection.height / 2 - to[1]) / real);
}

function zoomBy({ zoom }: Projection, factor: number): number {
  return Math.min(ZOOM.most, Math.max(ZOOM.least, zoom * factor));
}

const middleOf = ([a, b]: readonly [Point, Point]): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
const apart = ([a, b]: readonly [Point, Point]): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** The frame that holds these places, as large as there is room; null where there are none. */
export function frameAround(projection: Projection, places: readonly Vector[]): StageFrame | null {
  if (places.length === 0) return null;
  const points = places.map((place) => projection.point(place));
  const [left, right] = [Math.min(...points.map(([x]) => x)), Math.max(...points.map(([x]) => x))];
  const [top, bottom] = [Math.min(...points.map(([, y]) => y)), Math.max(...points.map(([, y]) => y))];
  const least = AROUND_METRES * projection.scale;
  const room = 1 - 2 * ROOM;
  const factor = Math.min(
    (projection.width * room) / Math.max(least, right - left),
    (projection.height * room) / Math.max(least, bottom - top),
  );
  return { zoom: zoomBy(projection, factor), middle: projection.exactFloorAt((left + right) / 2, (top + bottom) / 2) };
}
