import { fanColor, type ColorPath } from "../color/color-fan";
import { xyYOf } from "../color/colorimetry";
import type { Attribute } from "../rig/attributes";
import { mix, mixed } from "../rig/mix-head";
import type { Head, Rig } from "../rig/rig";

/** 2-model.md section 6: levels are worked out at sixteenths of the way and run straight between. */
const PARTS = 16;

/** One colour parameter on its way. */
interface Leg {
  readonly parameter: number;
  readonly from: number;
  readonly to: number;
}

/** Where a colour parameter of a head is on its way; null where it goes straight by itself. */
export type PlainTravel = (parameter: number, done: number) => number | null;

/** Colour fades even or round to the eye, worked out when they are asked for: written a second time, to check the engine's own. */
export function plainTravel(legs: readonly Leg[], rig: Rig, path: ColorPath): PlainTravel {
  const known = new Map<string, ReadonlyMap<Attribute, number>>();
  const legOf = new Map(legs.map((leg) => [leg.parameter, leg]));
  const ways = (head: Head): [Attribute, Leg | undefined][] =>
    [...head.parameters].flatMap(([attribute, parameter]) =>
      /^Color(Add|Sub)_/.test(attribute) ? [[attribute, legOf.get(parameter)]] : [],
    );
  const levelsAt = (head: Head, step: number): ReadonlyMap<Attribute, number> | null => {
    const own = ways(head);
    const found = known.get(`${head.key} ${step}`);
    if (found) return found;
    const legs = own.flatMap(([attribute, leg]) => (leg ? [[attribute, leg] as const] : []));
    if (legs.length < own.length || legs.every(([, { from, to }]) => Math.abs(from - to) <= 1e-6)) return null;
    const [start, end] = (["from", "to"] as const).map((which) =>
      mixed(head, new Map(legs.map(([attribute, leg]) => [attribute, leg[which]]))),
    );
    if (!(start!.y > 1e-9 && end!.y > 1e-9)) return null;
    const color = fanColor({ knots: [xyYOf(start!), xyYOf(end!)], path }, step / PARTS);
    let levels = mix(head, color);
    if (own.some(([attribute]) => attribute.startsWith("ColorAdd_"))) {
      // Of its brightest each end gives a part; on the way that part goes straight.
      const [a, b] = [start!, end!].map((xyz) => xyz.y / Math.max(1e-9, mixed(head, mix(head, xyz)).y));
      const part = a! + (b! - a!) * (step / PARTS);
      levels = new Map([...levels].map(([attribute, level]) => [attribute, level * part]));
    }
    known.set(`${head.key} ${step}`, levels);
    return levels;
  };
  return (parameter, done) => {
    const leg = legOf.get(parameter);
    const { head, channel } = rig.parameters[parameter]!;
    if (!leg || !/^Color(Add|Sub)_/.test(channel.attribute)) return null;
    const at = (step: number): number | null => {
      if (step === 0) return levelsAt(head, 0) && leg.from;
      if (step === PARTS) return levelsAt(head, PARTS) && leg.to;
      const levels = levelsAt(head, step);
      return levels && Math.fround(levels.get(channel.attribute) ?? 0);
    };
    const low = Math.min(PARTS - 1, Math.floor(done * PARTS));
    const [below, above] = [at(low), at(low + 1)];
    return below === null || above === null ? null : below + (above - below) * (done * PARTS - low);
  };
}
