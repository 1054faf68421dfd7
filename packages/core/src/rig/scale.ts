import type { Attribute } from "./attributes";
import type { ChannelFunction, ChannelNeed } from "./channel-function";
import type { Channel } from "./profile";

/** A stretch of a channel, in parts of its range, with the physical values at its ends. */
export interface Segment {
  readonly low: number;
  readonly high: number;
  readonly from: number;
  readonly to: number;
}

/** How an attribute's physical values lie along a channel, in parts 0..1 of the channel's range. */
export interface Scale {
  readonly attribute: Attribute;
  /** In the order in which they are looked through; at least one. */
  readonly segments: readonly Segment[];
  /** One segment over all of the channel: values beyond its ends are kept. */
  readonly plain: boolean;
  readonly functions: readonly ChannelFunction[];
  readonly needs: ChannelNeed | null;
}

/** All functions of a channel, its first one among them, in the order in which they were written. */
export function functionsOf(channel: Channel): readonly ChannelFunction[] {
  return channel.more ? [channel, ...channel.more] : [channel];
}

/** The highest DMX value of a channel: 255 for one slot, and for one that has none. */
export function mostOf({ slots }: Pick<Channel, "slots">): number {
  return 2 ** (8 * Math.max(1, slots.length)) - 1;
}

// Channels never change in place.
const known = new WeakMap<Channel, ReadonlyMap<Attribute, Scale>>();

/** The scales of a channel by attribute, the first function's first. Several functions of one attribute make one scale. */
export function scalesOf(channel: Channel): ReadonlyMap<Attribute, Scale> {
  let scales = known.get(channel);
  if (!scales) known.set(channel, (scales = makeScales(channel)));
  return scales;
}

function makeScales(channel: Channel): ReadonlyMap<Attribute, Scale> {
  const byAttribute = new Map<Attribute, ChannelFunction[]>();
  for (const each of functionsOf(channel)) {
    const own = byAttribute.get(each.attribute);
    if (own) own.push(each);
    else byAttribute.set(each.attribute, [each]);
  }
  const most = mostOf(channel);
  return new Map(
    [...byAttribute].map(([attribute, functions]): [Attribute, Scale] => {
      const segments = functions.flatMap((each) => segmentsOf(each, most));
      const plain = segments.length === 1 && segments[0]!.low === 0 && segments[0]!.high === 1;
      return [attribute, { attribute, segments, plain, functions, needs: functions[0]!.needs ?? null }];
    }),
  );
}

/** A function whose names stand for values is a row of single places: the middle of each name's range. */
function segmentsOf({ range, physical, sets }: ChannelFunction, most: number): Segment[] {
  const [from, to] = physical;
  const valued = sets?.filter(({ at }) => at !== undefined) ?? [];
  if (valued.length === 0) return [{ low: (range?.[0] ?? 0) / most, high: (range?.[1] ?? most) / most, from, to }];
  return valued.map(({ range: own, at }) => {
    const middle = Math.floor((own[0] + own[1]) / 2) / most;
    return { low: middle, high: middle, from: at!, to: at! };
  });
}

/** The scale of an attribute on a channel; without one, that of its first function. */
export function scaleOf(channel: Channel, attribute: Attribute = channel.attribute): Scale {
  const scales = scalesOf(channel);
  return scales.get(attribute) ?? scales.get(channel.attribute)!;
}

/** A physical value as 0..1 of the channel's range, limited to where the attribute is. */
export function normalized(channel: Channel, physical: number, attribute?: Attribute): number {
  const value = normalizedFreely(channel, physical, attribute);
  return value > 0 ? (value < 1 ? value : 1) : 0;
}

/** As `normalized`; where the attribute has the whole channel not limited: what lies beyond the end is kept, so that it comes back undamaged. */
export function normalizedFreely(channel: Channel, physical: number, attribute?: Attribute): number {
  const { plain, segments } = scaleOf(channel, attribute);
  if (plain) {
    const { from, to } = segments[0]!;
    return to === from ? 0 : (physical - from) / (to - from);
  }
  let [best, miss] = [0, Infinity];
  for (const { low, high, from, to } of segments) {
    const part = to === from ? 0 : (physical - from) / (to - from);
    const limited = part > 0 ? (part < 1 ? part : 1) : 0;
    const off = Math.abs(from + (to - from) * limited - physical);
    if (off < miss) [best, miss] = [low + (high - low) * limited, off];
  }
  return best;
}

/** A size (a difference of physical values) in parts of the channel's range, with its sign, not limited. Where values are single places: of their mean distance. */
export function normalizedSize(channel: Channel, physicalSize: number, attribute?: Attribute): number {
  const { segments } = scaleOf(channel, attribute);
  const [first, last] = [segments[0]!, segments.at(-1)!];
  const physical = last.to - first.from;
  return physical === 0 ? 0 : (physicalSize * (last.high - first.low)) / physical;
}

/** 0..1 of the channel's range as a physical value of an attribute: of the nearest place that it has. */
export function physicalOf(channel: Channel, value: number, attribute?: Attribute): number {
  const { plain, segments } = scaleOf(channel, attribute);
  if (plain) return segments[0]!.from + (segments[0]!.to - segments[0]!.from) * value;
  let [best, miss] = [0, Infinity];
  for (const { low, high, from, to } of segments) {
    const limited = value > low ? (value < high ? value : high) : low;
    const off = Math.abs(limited - value);
    if (off < miss) [best, miss] = [high === low ? from : from + ((to - from) * (limited - low)) / (high - low), off];
  }
  return best;
}

const MOST_DECIMALS = 6;

/** The plainest number that a DMX value of a channel's first function stands for: of all that give that DMX value the one with the fewest decimals. */
export function plainPhysical(channel: Channel, dmx: number): number {
  const most = mostOf(channel);
  const exact = physicalOf(channel, dmx / most);
  for (let decimals = 0; decimals <= MOST_DECIMALS; decimals++) {
    const plain = Number(exact.toFixed(decimals));
    if (Math.floor(normalized(channel, plain) * most + 0.5) === dmx) return plain === 0 ? 0 : plain;
  }
  return exact;
}

/** Where a value of a channel stands: the function whose range it lies in; of several the one whose need is met. */
export function functionAt(channel: Channel, value: number, valueOf?: (channel: number) => number | null): ChannelFunction {
  if (!channel.more) return channel;
  const dmx = Math.round(value * mostOf(channel));
  const inside = functionsOf(channel).filter(({ range }) => !range || (dmx >= range[0] && dmx <= range[1]));
  const met = inside.find(({ needs }) => {
    if (!needs) return true;
    const stands = valueOf?.(needs.channel) ?? null;
    return stands !== null && stands >= needs.range[0] && stands <= needs.range[1];
  });
  return met ?? inside[0] ?? channel;
}

/** The name of the set in which a DMX value of a function lies; null where it has none there. */
export function setAt({ sets }: ChannelFunction, dmx: number): string | null {
  return sets?.find(({ range }) => dmx >= range[0] && dmx <= range[1])?.name ?? null;
}
