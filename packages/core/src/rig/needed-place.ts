import type { Attribute } from "./attributes";
import type { Channel } from "./profile";
import type { Head, Rig } from "./rig";
import { mostOf, scaleOf } from "./scale";

/** Where another channel of a lamp is set so that an attribute of one of its heads holds: the middle of the range that is needed, 0..1. Null = nothing is needed. */
export function neededPlace(
  rig: Rig,
  head: Head,
  of: { channel: Channel; attribute: Attribute },
): { parameter: number; value: number } | null {
  const { needs } = scaleOf(of.channel, of.attribute);
  const other = needs && head.mode.channels[needs.channel];
  if (!other) return null;
  const owner = rig.heads[head.order - head.index + other.head];
  const parameter = owner?.parameters.get(other.attribute) ?? owner?.services.get(other.attribute);
  return parameter === undefined ? null : { parameter, value: Math.floor((needs.range[0] + needs.range[1]) / 2) / mostOf(other) };
}
