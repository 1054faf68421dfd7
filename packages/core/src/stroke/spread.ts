import type { HeadKey } from "../rig/fixture";
import { placedHead } from "../rig/placed-head";
import type { Head, Rig } from "../rig/rig";
import { placedHeads, type Who } from "../selection/who";
import type { PlacedHead } from "../shape/order";
import { keptPlaces, type PlaceKind, type Shape } from "../shape/place";
import type { ResolveContext } from "./row";

/** Heads with their places, worked out once for each shape that the parts of a stroke lie in. */
export class Spread {
  readonly heads: readonly Head[];
  /** The heads' places among the rig's. */
  readonly orders: Int32Array;
  readonly #placed: readonly PlacedHead[];

  constructor(placed: readonly PlacedHead[], rig: Rig) {
    this.heads = placed.map(({ key }) => rig.headByKey.get(key)!);
    this.orders = Int32Array.from(this.heads, ({ order }) => order);
    this.#placed = placed;
  }

  places(shape: Shape, kind: PlaceKind): Float64Array {
    return keptPlaces(this.#placed, shape, kind);
  }
}

/** The heads that a stroke is about, in order; those that the rig no longer has, or that are out of service and closed up on, are left out. */
export function headsOf(who: Who, show: Pick<ResolveContext, "rig" | "groupHeads">): Head[] {
  return placedOf(who, show).map(({ key }) => show.rig.headByKey.get(key)!);
}

function placedOf(who: Who, show: Pick<ResolveContext, "rig" | "groupHeads">): readonly PlacedHead[] {
  return placedHeads(who, {
    groupHeads: (id) => show.groupHeads(id),
    placed: (key) => {
      const head = show.rig.headByKey.get(key);
      return head && head.fixture.outOfService?.fans !== "close up" ? placedHead(head) : null;
    },
  });
}

// Records never change in place, so what was worked out for one holds as long as it is the same object in the same rig.
const known = new WeakMap<Who, { readonly rig: Rig; readonly bases: readonly (readonly HeadKey[] | null)[]; readonly spread: Spread }>();

/** The heads of a stroke with their places. */
export function spreadOf(who: Who, show: Pick<ResolveContext, "rig" | "groupHeads">): Spread {
  const bases = who.groupIds?.map((id) => show.groupHeads(id)) ?? [];
  const before = known.get(who);
  if (before?.rig === show.rig && before.bases.every((base, index) => base === bases[index])) return before.spread;
  const spread = new Spread(placedOf(who, show), show.rig);
  known.set(who, { rig: show.rig, bases, spread });
  return spread;
}
