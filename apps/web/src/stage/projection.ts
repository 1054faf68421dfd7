import type { Head, Vector } from "@vexa/core";

/** How much a metre of height moves a head up the plan, in metres: enough to see the arches. */
const LIFT = 0.1;

export interface Projection {
  readonly width: number;
  readonly height: number;
  readonly scale: number;
  /** Metres across and upstage that the rig takes, rounded outward to the floor's lines. */
  readonly floor: { readonly left: number; readonly right: number; readonly front: number; readonly back: number };
  point(at: Vector): readonly [number, number];
  /** The place on the floor under a point of the picture, to a centimetre. */
  floorAt(x: number, y: number): Vector;
}

/** Metres between the lines of the floor. */
export const FLOOR_GRID = 2;
const gridBelow = (metres: number): number => Math.floor(metres / FLOOR_GRID) * FLOOR_GRID;

/** The plan, seen from above with a little lift: the audience is below, upstage above, house right at the right. */
export function planProjection(heads: readonly Head[], width: number, height: number): Projection {
  let [left, right, low, high] = [-1, 1, -1, 1];
  for (const { position } of heads) {
    left = Math.min(left, position.x);
    right = Math.max(right, position.x);
    low = Math.min(low, position.y + LIFT * position.z);
    high = Math.max(high, position.y + LIFT * position.z);
  }
  const margin = 34;
  const scale = Math.max(2, Math.min((width - 2 * margin) / (right - left), (height - 2 * margin) / (high - low)));
  const [middleX, middleY] = [(left + right) / 2, (low + high) / 2];
  return {
    width,
    height,
    scale,
    floor: { left: gridBelow(left - 1), right: -gridBelow(-right - 1), front: gridBelow(low - 2), back: -gridBelow(-high - 1) },
    floorAt: (x, y) => ({
      x: Math.round(100 * ((x - width / 2) / scale + middleX)) / 100,
      y: Math.round(100 * (middleY - (y - height / 2) / scale)) / 100,
      z: 0,
    }),
    point: ({ x, y, z }) => [width / 2 + (x - middleX) * scale, height / 2 - (y + LIFT * z - middleY) * scale],
  };
}
