import type { Vector } from "../geometry/beam";
import type { Fixture } from "../rig/fixture";
import type { Head, Rig } from "../rig/rig";
import type { Metres } from "../units/units";

/** A lamp with its heads, and how far the nearest of them hangs, seen from above, from where others do. */
export interface NearLamp {
  readonly fixture: Fixture;
  readonly heads: readonly Head[];
  readonly metres: Metres;
}

/** The `count` lamps that hang nearest on the plan to the middle of some heads, none of which is theirs: the nearest first, of equals by height. */
export function nearLamps({ heads }: Pick<Rig, "heads">, to: readonly Head[], count: number): NearLamp[] {
  if (to.length === 0) return [];
  const middleOf = (axis: keyof Vector): Metres => to.reduce((sum, { position }) => sum + position[axis], 0) / to.length;
  const middle: Vector = { x: middleOf("x"), y: middleOf("y"), z: middleOf("z") };
  const own = new Set(to.map(({ fixture }) => fixture.id));
  const others = new Map<string, Head[]>();
  for (const head of heads) {
    if (own.has(head.fixture.id)) continue;
    const lamp = others.get(head.fixture.id);
    if (lamp) lamp.push(head);
    else others.set(head.fixture.id, [head]);
  }
  const far = ({ position }: Head): Metres => Math.hypot(position.x - middle.x, position.y - middle.y);
  return [...others.values()]
    .map((lamp) => ({
      fixture: lamp[0]!.fixture,
      heads: lamp,
      metres: Math.min(...lamp.map(far)),
      height: Math.abs(lamp[0]!.position.z - middle.z),
    }))
    .sort((a, b) => a.metres - b.metres || a.height - b.height)
    .slice(0, count)
    .map(({ fixture, heads: lamp, metres }) => ({ fixture, heads: lamp, metres }));
}
