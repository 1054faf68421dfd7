import type { Head, Vector } from "@vexa/core";

/** How much a metre of height moves a head up the plan, in metres: enough to see the arches. */
const LIFT = 0.1;

/** Where the stage is looked at from: the plan, or all round it in degrees (turned to the right, tipped up from the floor). */
export type StageView = "plan" | { readonly turn: number; readonly tip: number };

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
const centimetres = (metres: number): number => Math.round(100 * metres) / 100;

/** Metres across and up the picture of a place, and the floor's place there. */
interface Flat {
  across(at: Vector): number;
  up(at: Vector): number;
  floor(across: number, up: number): { x: number; y: number };
}

const PLAN: Flat = {
  across: ({ x }) => x,
  up: ({ y, z }) => y + LIFT * z,
  floor: (across, up) => ({ x: across, y: up }),
};

/** As from far away: turned about the upright, then tipped; parallel lines stay parallel. */
function allRound({ turn, tip }: { turn: number; tip: number }): Flat {
  const [a, b] = [(turn * Math.PI) / 180, (tip * Math.PI) / 180];
  const [cos, sin, high, deep] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)];
  return {
    across: ({ x, y }) => x * cos + y * sin,
    up: ({ x, y, z }) => (y * cos - x * sin) * deep + z * high,
    floor: (across, up) => ({ x: across * cos - (up / deep) * sin, y: across * sin + (up / deep) * cos }),
  };
}

/** The plan, seen from above with a little lift: the audience is below, upstage above, house right at the right. */
export function planProjection(heads: readonly Head[], width: number, height: number): Projection {
  return stageProjection(heads, { width, height, view: "plan" });
}

/** The stage as seen from somewhere, as large as the picture has room. */
export function stageProjection(
  heads: readonly Head[],
  { width, height, view }: { width: number; height: number; view: StageView },
): Projection {
  const flat = view === "plan" ? PLAN : allRound(view);
  const [x, y] = [extent(heads, ({ position }) => position.x), extent(heads, ({ position }) => position.y + LIFT * position.z)];
  const across = extent(heads, ({ position }) => flat.across(position));
  const up = extent(heads, ({ position }) => flat.up(position));
  // From the side the floor lies below every head: it belongs in the picture.
  if (view !== "plan") for (const { position } of heads) up[0] = Math.min(up[0], flat.up({ ...position, z: 0 }));
  const margin = 34;
  const scale = Math.max(2, Math.min((width - 2 * margin) / (across[1] - across[0]), (height - 2 * margin) / (up[1] - up[0])));
  const [middleX, middleY] = [(across[0] + across[1]) / 2, (up[0] + up[1]) / 2];
  return {
    width,
    height,
    scale,
    floor: { left: gridBelow(x[0] - 1), right: -gridBelow(-x[1] - 1), front: gridBelow(y[0] - 2), back: -gridBelow(-y[1] - 1) },
    floorAt: (px, py) => {
      const at = flat.floor((px - width / 2) / scale + middleX, middleY - (py - height / 2) / scale);
      return { x: centimetres(at.x), y: centimetres(at.y), z: 0 };
    },
    point: (at) => [width / 2 + (flat.across(at) - middleX) * scale, height / 2 - (flat.up(at) - middleY) * scale],
  };
}

/** Smallest and largest of a measure over the heads, a metre around nothing at least. */
function extent(heads: readonly Head[], of: (head: Head) => number): [number, number] {
  let [low, high] = [-1, 1];
  for (const head of heads) {
    const value = of(head);
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return [low, high];
}
