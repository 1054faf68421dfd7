import type { Head, Vector } from "@vexa/core";

/** How much a metre of height moves a head up the plan, in metres: enough to see the arches. */
const LIFT = 0.1;

/** Where the stage is looked at from: the plan, or all round it in degrees (turned to the right, tipped up from the floor). */
export type StageView = "plan" | { readonly turn: number; readonly tip: number };

/** What of the stage the picture shows: how many times as large as with all of it in the picture, and the place on the floor in its middle. */
export interface StageFrame {
  readonly zoom: number;
  readonly middle: Vector;
}

export interface Projection {
  readonly width: number;
  readonly height: number;
  /** Pixels a metre. */
  readonly scale: number;
  /** 1 = all of the rig is in the picture. */
  readonly zoom: number;
  /** Metres across and upstage that the rig takes, rounded outward to the floor's lines. */
  readonly floor: { readonly left: number; readonly right: number; readonly front: number; readonly back: number };
  point(at: Vector): readonly [number, number];
  /** The same for a row of places, three numbers each: two numbers each. */
  points(places: Float64Array): Float32Array;
  /** The axes of the ground: across and up the picture. The floor, or the upright plane that is seen from the front or from a side. */
  readonly groundAxes: readonly ["x" | "y", "y" | "z"];
  /** The place on the ground under a point of the picture, to a centimetre. */
  floorAt(x: number, y: number): Vector;
  /** The same, not rounded. */
  exactFloorAt(x: number, y: number): Vector;
  /** The place on a plane that one coordinate makes; null where the plane is seen edge on. */
  planeAt(x: number, y: number, plane: { readonly axis: "x" | "y" | "z"; readonly at: number }): Vector | null;
}

/** Metres between the lines of the floor. */
export const FLOOR_GRID = 2;
const gridBelow = (metres: number): number => Math.floor(metres / FLOOR_GRID) * FLOOR_GRID;
const centimetres = (metres: number): number => Math.round(100 * metres) / 100;

/** What a metre to the right, upstage and up comes to across and up the picture. */
interface Flat {
  readonly across: Vector;
  readonly up: Vector;
}

const PLAN: Flat = { across: { x: 1, y: 0, z: 0 }, up: { x: 0, y: 1, z: LIFT } };

/** As from far away: turned about the upright, then tipped; parallel lines stay parallel. */
function allRound({ turn, tip }: { turn: number; tip: number }): Flat {
  const [a, b] = [(turn * Math.PI) / 180, (tip * Math.PI) / 180];
  const [cos, sin, high, deep] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)];
  return { across: { x: cos, y: sin, z: 0 }, up: { x: -sin * deep, y: cos * deep, z: high } };
}

const flatOf = (view: StageView): Flat => (view === "plan" ? PLAN : allRound(view));
const dot = (a: Vector, b: Vector): number => a.x * b.x + a.y * b.y + a.z * b.z;

const FLOOR = { axis: "z", at: 0 } as const;
const UPRIGHT = { front: { axis: "y", at: 0 }, side: { axis: "x", at: 0 } } as const;

/** The plane that a view shows: the floor, unless that is seen edge on. */
function groundOf(flat: Flat): { axis: "x" | "y" | "z"; at: number } {
  if (onPlane(flat, { across: 0, up: 0 }, FLOOR)) return FLOOR;
  return Math.abs(flat.across.x) >= Math.abs(flat.across.y) ? UPRIGHT.front : UPRIGHT.side;
}

const OTHERS = { x: ["y", "z"], y: ["x", "z"], z: ["x", "y"] } as const;
/** Planes that show less of a metre than this are edge on. */
const EDGE_ON = 0.02;

/** The place on a plane with these measures in the picture. */
function onPlane(
  { across, up }: Flat,
  measure: { across: number; up: number },
  { axis, at }: { axis: "x" | "y" | "z"; at: number },
): Vector | null {
  const [u, v] = OTHERS[axis];
  const [right, top] = [measure.across - across[axis] * at, measure.up - up[axis] * at];
  const size = across[u] * up[v] - across[v] * up[u];
  if (Math.abs(size) < EDGE_ON) return null;
  const place = { x: at, y: at, z: at };
  place[u] = (right * up[v] - across[v] * top) / size;
  place[v] = (across[u] * top - right * up[u]) / size;
  return place;
}

const toTheCentimetre = ({ x, y, z }: Vector): Vector => ({ x: centimetres(x), y: centimetres(y), z: centimetres(z) });

/** The plan, seen from above with a little lift: the audience is below, upstage above, house right at the right. */
export function planProjection(heads: readonly Head[], width: number, height: number): Projection {
  return stageProjection(heads, { width, height, view: "plan" });
}

/** The stage as seen from somewhere: as large as the picture has room, or what a frame holds of it. */
export function stageProjection(
  heads: readonly Head[],
  { width, height, view, frame = null }: { width: number; height: number; view: StageView; frame?: StageFrame | null },
): Projection {
  const flat = flatOf(view);
  const ground = groundOf(flat);
  const { x, y, across, up } = extents(heads, view);
  const margin = 34;
  const whole = Math.max(2, Math.min((width - 2 * margin) / (across[1] - across[0]), (height - 2 * margin) / (up[1] - up[0])));
  const scale = whole * (frame?.zoom ?? 1);
  const [middleX, middleY] = frame
    ? [dot(flat.across, frame.middle), dot(flat.up, frame.middle)]
    : [(across[0] + across[1]) / 2, (up[0] + up[1]) / 2];
  const measureAt = (px: number, py: number): { across: number; up: number } => ({
    across: (px - width / 2) / scale + middleX,
    up: middleY - (py - height / 2) / scale,
  });
  return {
    width,
    height,
    scale,
    zoom: frame?.zoom ?? 1,
    floor: { left: gridBelow(x[0] - 1), right: -gridBelow(-x[1] - 1), front: gridBelow(y[0] - 2), back: -gridBelow(-y[1] - 1) },
    groundAxes: ground.axis === "z" ? ["x", "y"] : ground.axis === "y" ? ["x", "z"] : ["y", "z"],
    floorAt: (px, py) => toTheCentimetre(onPlane(flat, measureAt(px, py), ground)!),
    exactFloorAt: (px, py) => onPlane(flat, measureAt(px, py), ground)!,
    planeAt: (px, py, plane) => {
      const place = onPlane(flat, measureAt(px, py), plane);
      return place && toTheCentimetre(place);
    },
    points: (places) => {
      const { across: a, up: u } = flat;
      const flatOnes = new Float32Array((places.length / 3) * 2);
      for (let from = 0, to = 0; from < places.length; from += 3, to += 2) {
        const [px, py, pz] = [places[from]!, places[from + 1]!, places[from + 2]!];
        flatOnes[to] = width / 2 + (a.x * px + a.y * py + a.z * pz - middleX) * scale;
        flatOnes[to + 1] = height / 2 - (u.x * px + u.y * py + u.z * pz - middleY) * scale;
      }
      return flatOnes;
    },
    point: (at) => [width / 2 + (dot(flat.across, at) - middleX) * scale, height / 2 - (dot(flat.up, at) - middleY) * scale],
  };
}

type Extent = [number, number];
interface Extents {
  readonly x: Extent;
  readonly y: Extent;
  readonly across: Extent;
  readonly up: Extent;
}

/** The last view of each rig: zooming asks for the same extents at every picture. */
const lastExtents = new WeakMap<readonly Head[], { readonly view: StageView; readonly found: Extents }>();

/** What all heads take of the floor and of the picture. */
function extents(heads: readonly Head[], view: StageView): Extents {
  const last = lastExtents.get(heads);
  if (last?.view === view) return last.found;
  const flat = flatOf(view);
  const up = extent(heads, ({ position }) => dot(flat.up, position));
  // From the side the floor lies below every head: it belongs in the picture.
  if (view !== "plan") for (const { position } of heads) up[0] = Math.min(up[0], dot(flat.up, { ...position, z: 0 }));
  const found = {
    x: extent(heads, ({ position }) => position.x),
    y: extent(heads, ({ position }) => position.y + LIFT * position.z),
    across: extent(heads, ({ position }) => dot(flat.across, position)),
    up,
  };
  lastExtents.set(heads, { view, found });
  return found;
}

/** Smallest and largest of a measure over the heads, a metre around nothing at least. */
function extent(heads: readonly Head[], of: (head: Head) => number): Extent {
  let [low, high] = [-1, 1];
  for (const head of heads) {
    const value = of(head);
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return [low, high];
}
