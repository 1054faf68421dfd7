import { attributeInfo } from "./attributes";
import type { ChannelFunction } from "./channel-function";
import type { Channel } from "./profile";
import type { Rig } from "./rig";
import { functionsOf, mostOf } from "./scale";

/** What a parameter does when its value changes: it always fades, always snaps, or it depends on the functions it is in. */
export const [ALWAYS_FADES, ALWAYS_SNAPS, BY_FUNCTION] = [0, 1, 2];

/** How the parameters of a rig go from value to value. */
export interface Changes {
  /** ALWAYS_FADES, ALWAYS_SNAPS or BY_FUNCTION for each parameter. */
  readonly ways: Uint8Array;
  /** Whether it goes at once from one value to another, both 0..1. */
  snaps(parameter: number, from: number, to: number): boolean;
  /** 1 for those that snap when the fade's time is over, not when it begins. */
  readonly late: Uint8Array;
}

interface Stretch {
  readonly low: number;
  readonly high: number;
  readonly snaps: boolean;
}

// The same layout has the same parameters in the same places.
const known = new WeakMap<Rig["layout"], Changes>();

export function changesOf(rig: Rig): Changes {
  let changes = known.get(rig.layout);
  if (!changes) known.set(rig.layout, (changes = makeChanges(rig)));
  return changes;
}

function makeChanges({ layout: { kinds, kind } }: Rig): Changes {
  const [ways, late] = [new Uint8Array(kind.length), new Uint8Array(kind.length)];
  const waysOfKinds = kinds.map(({ channel }) => wayOf(channel));
  const latest = kinds.map(({ channel }) => (channel.change === "snaps at the end" ? 1 : 0));
  const stretches = kinds.map(({ channel }, at) => (waysOfKinds[at] === BY_FUNCTION ? stretchesOf(channel) : []));
  for (let at = 0; at < kind.length; at++) {
    ways[at] = waysOfKinds[kind[at]!]!;
    late[at] = latest[kind[at]!]!;
  }
  const snaps = (parameter: number, from: number, to: number): boolean => {
    const way = ways[parameter]!;
    if (way !== BY_FUNCTION) return way === ALWAYS_SNAPS;
    const own = stretches[kind[parameter]!]!;
    const [begin, end] = [stretchAt(own, from), stretchAt(own, to)];
    return begin !== end || end === undefined || end.snaps;
  };
  return { ways, late, snaps };
}

function wayOf(channel: Channel): number {
  const { change, more } = channel;
  if (change === "snaps" || change === "snaps at the end") return ALWAYS_SNAPS;
  if (!more) return change === undefined && snapsWithin(channel) ? ALWAYS_SNAPS : ALWAYS_FADES;
  return functionsOf(channel).every(snapsWithin) ? ALWAYS_SNAPS : BY_FUNCTION;
}

/** Wheels and the like, and functions whose names stand for single values. */
function snapsWithin({ attribute, sets }: ChannelFunction): boolean {
  return attributeInfo(attribute).snaps === true || sets?.some(({ at }) => at !== undefined) === true;
}

function stretchesOf(channel: Channel): Stretch[] {
  const most = mostOf(channel);
  return functionsOf(channel).map((each) => ({
    low: ((each.range?.[0] ?? 0) - 0.5) / most,
    high: ((each.range?.[1] ?? most) + 0.5) / most,
    snaps: snapsWithin(each),
  }));
}

function stretchAt(stretches: readonly Stretch[], value: number): Stretch | undefined {
  return stretches.find(({ low, high }) => value >= low && value <= high);
}
