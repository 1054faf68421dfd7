import { fields, integerIn, oneOf, optional, type Flaw, type Schema } from "../document/schema";
import { distancesAlong, orderedIndices, ORDERS, type Order, type PlacedHead } from "./order";

/** How something lies along a selection. Applied in the order in which the fields stand here. */
export interface Shape {
  readonly order?: Order;
  /** Throw of the scattered order. */
  readonly seed?: number;
  readonly turned?: true;
  readonly by?: "rank" | "distance";
  /** Cut into this many runs, as equal as can be, or one run for each group that was selected. */
  readonly runs?: number | "groups";
  /** So many neighbours share one place. */
  readonly clump?: number;
  readonly folded?: true;
}

const onlyTrue: Schema<true | undefined> = (value, path): Flaw | null =>
  value === undefined || value === true ? null : { path, value, why: "it must be true or left out" };

const runsSchema: Schema<number | "groups" | undefined> = (value, path) =>
  value === undefined || value === "groups" ? null : integerIn(1, 20000)(value, path);

export const shapeSchema: Schema<Shape> = fields<Shape>({
  order: optional(oneOf(ORDERS)),
  seed: optional(integerIn(0, 0xffffffff)),
  turned: onlyTrue,
  by: optional(oneOf(["rank", "distance"])),
  runs: runsSchema,
  clump: optional(integerIn(1, 20000)),
  folded: onlyTrue,
});

/** `open` reaches both ends (values, times); `round` leaves the end out, since it is the beginning again (phases). */
export type PlaceKind = "open" | "round";

/**
 * The place of each of `count` heads in a row, by rank, in 0..1, listed as picked. The heads stand one metre
 * apart, left to right. Source: 2-model.md section 3.
 */
export function place(count: number, shape: Shape, kind: PlaceKind): Float64Array {
  const row = Array.from({ length: Math.max(0, Math.floor(count)) }, (_, index): PlacedHead => ({
    key: String(index + 1),
    number: [index + 1, 1],
    address: [1, index + 1],
    position: { x: index, y: 0, z: 0 },
  }));
  return placeHeads(row, shape, kind);
}

/** Shapes and kinds over the same heads whose places are kept. */
const MOST_KNOWN = 64;
// Lists of heads never change in place.
const known = new WeakMap<readonly PlacedHead[], Map<string, Float64Array>>();

/** As `placeHeads`, worked out once for the same list: a drag of values asks again and again. Nobody changes what they get. */
export function keptPlaces(heads: readonly PlacedHead[], shape: Shape, kind: PlaceKind): Float64Array {
  let under = known.get(heads);
  if (!under || under.size > MOST_KNOWN) known.set(heads, (under = new Map<string, Float64Array>()));
  const key = kind + JSON.stringify(shape);
  let places = under.get(key);
  if (!places) under.set(key, (places = placeHeads(heads, shape, kind)));
  return places;
}

/** The place of each head in 0..1, listed in the order of `heads`. Source: 2-model.md section 3. */
export function placeHeads(heads: readonly PlacedHead[], shape: Shape, kind: PlaceKind): Float64Array {
  const order = shape.order ?? "picked";
  let indices = orderedIndices(heads, order, shape.seed ?? 1);
  let along = shape.by === "distance" ? distancesAlong(heads, order, indices) : null;
  if (shape.turned) {
    indices = indices.toReversed();
    const end = along?.at(-1) ?? 0;
    along = along && along.toReversed().map((metres) => end - metres);
  }
  const places = new Float64Array(heads.length);
  for (const run of cutRuns(heads, indices, shape.runs ?? 1)) {
    const clumps = clumped(run, shape.clump ?? 1);
    const at = along
      ? placesByDistance(
          clumps.map(([first]) => along[first!]!),
          shape,
          kind,
        )
      : placesByRank(clumps.length, shape, kind);
    clumps.forEach((members, clump) => {
      for (const rank of members) places[indices[rank]!] = at[clump]!;
    });
  }
  return places;
}

/** Runs as lists of ranks. The first N mod r runs have one head more. */
function cutRuns(heads: readonly PlacedHead[], indices: readonly number[], runs: number | "groups"): number[][] {
  if (runs === "groups") {
    const byGroup = new Map<string, number[]>();
    indices.forEach((index, rank) => {
      const group = heads[index]!.group ?? "";
      const members = byGroup.get(group);
      if (members) members.push(rank);
      else byGroup.set(group, [rank]);
    });
    return [...byGroup.values()];
  }
  const count = indices.length;
  const cuts: number[][] = [];
  let start = 0;
  for (let run = 0; run < runs && start < count; run++) {
    const length = Math.floor(count / runs) + (run < count % runs ? 1 : 0);
    cuts.push(Array.from({ length }, (_, offset) => start + offset));
    start += length;
  }
  return cuts.filter((cut) => cut.length > 0);
}

function clumped(run: readonly number[], size: number): number[][] {
  const clumps: number[][] = [];
  for (let start = 0; start < run.length; start += size) clumps.push(run.slice(start, start + size));
  return clumps;
}

function placesByRank(count: number, shape: Shape, kind: PlaceKind): number[] {
  const distinct = shape.folded ? Math.ceil(count / 2) : count;
  const steps = kind === "round" ? distinct : distinct - 1;
  return Array.from({ length: count }, (_, index) => {
    const at = shape.folded ? Math.min(index, count - 1 - index) : index;
    return steps > 0 ? at / steps : 0;
  });
}

/** As by rank, with the steps in proportion to the distance; heads at the same spot share a place. */
function placesByDistance(along: readonly number[], shape: Shape, kind: PlaceKind): number[] {
  const first = along[0]!;
  const last = along.at(-1)!;
  const reached = along.map((at) => (shape.folded ? Math.min(at - first, last - at) : at - first));
  const longest = Math.max(...reached);
  const distinct = shape.folded ? Math.ceil(along.length / 2) : along.length;
  const whole = kind === "round" ? (distinct - 1) / Math.max(1, distinct) : 1;
  return reached.map((at) => (longest > 0 ? (at / longest) * whole : 0));
}
