import type { Vector } from "../geometry/beam";
import { scatteredOrder } from "../random/random";
import type { HeadKey } from "../rig/fixture";

/** What orders and distances need to know of a head. */
export interface PlacedHead {
  readonly key: HeadKey;
  /** The fixture's number and the head's number within it. */
  readonly number: readonly [number, number];
  /** Universe and address, or null when unpatched. */
  readonly address: readonly [number, number] | null;
  readonly position: Vector;
  /** The group through which the head was selected, for runs per group. */
  readonly group?: string;
}

export const ORDERS = [
  "picked",
  "number",
  "address",
  "left-to-right",
  "front-to-back",
  "bottom-to-top",
  "outward",
  "around",
  "scattered",
] as const;
export type Order = (typeof ORDERS)[number];

/**
 * The heads' indices in the order asked for. Ties keep the order in which the heads were picked. `seed` throws
 * the scattered order and is the same tomorrow.
 */
export function orderedIndices(heads: readonly PlacedHead[], order: Order, seed: number): number[] {
  const indices = heads.map((_, index) => index);
  if (order === "picked") return indices;
  if (order === "scattered") return scatteredOrder(heads.length, seed);
  const keys = sortKeys(heads, order);
  return indices.sort((a, b) => keys[a]! - keys[b]! || a - b);
}

/**
 * How far along the order each head stands, in metres (around: degrees), listed in the order's own sequence.
 * Orders without a direction in space measure the way from head to head.
 */
export function distancesAlong(heads: readonly PlacedHead[], order: Order, indices: readonly number[]): number[] {
  if (order === "picked" || order === "number" || order === "address" || order === "scattered") {
    let travelled = 0;
    return indices.map((index, rank) => {
      if (rank > 0) travelled += distance(heads[indices[rank - 1]!]!.position, heads[index]!.position);
      return travelled;
    });
  }
  const keys = sortKeys(heads, order);
  return indices.map((index) => keys[index]!);
}

function sortKeys(heads: readonly PlacedHead[], order: Exclude<Order, "picked" | "scattered">): number[] {
  switch (order) {
    case "number":
      return heads.map(({ number }) => number[0] * 1024 + number[1]);
    case "address":
      return heads.map(({ address }) => (address ? address[0] * 1024 + address[1] : Number.MAX_SAFE_INTEGER));
    case "left-to-right":
      return heads.map(({ position }) => rounded(position.x));
    case "front-to-back":
      return heads.map(({ position }) => rounded(position.y));
    case "bottom-to-top":
      return heads.map(({ position }) => rounded(position.z));
    case "outward": {
      const middle = centre(heads);
      return heads.map(({ position }) => rounded(distance(position, middle)));
    }
    case "around": {
      const middle = centre(heads);
      // From the audience's side (straight down in the plan), turning with the clock as seen from above.
      return heads.map(({ position }) => {
        const degrees = (Math.atan2(-(position.x - middle.x), -(position.y - middle.y)) * 180) / Math.PI;
        return rounded(degrees < 0 ? degrees + 360 : degrees);
      });
    }
  }
}

/** To the micrometre, so that heads which hang alike are ties in spite of rounding. */
function rounded(value: number): number {
  return Math.round(value * 1e6) / 1e6;
}

function centre(heads: readonly PlacedHead[]): Vector {
  const sum = { x: 0, y: 0, z: 0 };
  for (const { position } of heads) {
    sum.x += position.x;
    sum.y += position.y;
    sum.z += position.z;
  }
  const count = Math.max(1, heads.length);
  return { x: sum.x / count, y: sum.y / count, z: sum.z / count };
}

function distance(a: Vector, b: Vector): number {
  return Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
}
