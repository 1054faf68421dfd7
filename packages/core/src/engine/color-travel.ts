import { fanColor, type ColorPath } from "../color/color-fan";
import { xyYOf } from "../color/colorimetry";
import { attributeInfo, type Attribute } from "../rig/attributes";
import { mix, mixed } from "../rig/mix-head";
import type { Head, Rig } from "../rig/rig";

/** Levels on the way of a colour fade are worked out at so many steps, and run straight between them. */
export const TRAVEL_STEPS = 16;

/** One parameter on its way: where it comes from and goes to, 0..1. */
export interface Leg {
  readonly parameter: number;
  readonly from: number;
  readonly to: number;
}

/**
 * The levels of colour parameters along a fade that travels even or round to the eye: TRAVEL_STEPS + 1 levels a parameter, the
 * first and the last being its own ends. Only heads all of whose mixing parameters are on the way have one; brightness
 * goes straight.
 */
export function colorTravel(legs: readonly Leg[], rig: Rig, path: ColorPath): Map<number, Float32Array> {
  const byHead = new Map<Head, Map<Attribute, Leg>>();
  for (const leg of legs) {
    const { head, channel } = rig.parameters[leg.parameter]!;
    if (attributeInfo(channel.attribute).mixing === undefined) continue;
    const own = byHead.get(head) ?? new Map<Attribute, Leg>();
    own.set(channel.attribute, leg);
    byHead.set(head, own);
  }
  const tables = new Map<number, Float32Array>();
  for (const [head, own] of byHead) {
    const mixing = [...head.parameters.keys()].filter((attribute) => attributeInfo(attribute).mixing !== undefined);
    const moves = [...own.values()].some(({ from, to }) => Math.abs(from - to) > 1e-6);
    if (moves && mixing.every((attribute) => own.has(attribute))) layTravel(head, own, { path, tables });
  }
  return tables;
}

function layTravel(
  head: Head,
  own: ReadonlyMap<Attribute, Leg>,
  { path, tables }: { path: ColorPath; tables: Map<number, Float32Array> },
): void {
  const at = (end: "from" | "to") => mixed(head, new Map([...own].map(([attribute, leg]) => [attribute, leg[end]])));
  const [start, end] = [at("from"), at("to")];
  if (!(start.y > 1e-9) || !(end.y > 1e-9)) return;
  const emits = [...own.keys()].some((attribute) => attributeInfo(attribute).mixing === "adds");
  // How far below the brightest mix of its colour each end is: that goes straight, so that nothing flares up on the way.
  const share = (color: typeof start): number => (emits ? color.y / Math.max(1e-9, mixed(head, mix(head, color)).y) : 1);
  const [first, last] = [share(start), share(end)];
  for (const { parameter } of own.values()) tables.set(parameter, new Float32Array(TRAVEL_STEPS + 1));
  for (let step = 0; step <= TRAVEL_STEPS; step++) {
    const s = step / TRAVEL_STEPS;
    const levels = mix(head, fanColor({ knots: [xyYOf(start), xyYOf(end)], path }, s));
    const scale = emits ? first + (last - first) * s : 1;
    for (const [attribute, { parameter, from, to }] of own)
      tables.get(parameter)![step] = step === 0 ? from : step === TRAVEL_STEPS ? to : (levels.get(attribute) ?? 0) * scale;
  }
}

/** The level at a part done (0..1) of the way. */
export function readTravel(table: Float32Array, done: number): number {
  const at = done * TRAVEL_STEPS;
  const step = Math.min(TRAVEL_STEPS - 1, Math.floor(at));
  const low = table[step]!;
  return low + (table[step + 1]! - low) * (at - step);
}
