import { attributeInfo } from "./attributes";
import type { Channel } from "./profile";
import { functionAt, mostOf, physicalOf, setAt } from "./scale";

/** A value of a channel as people say it: its name, or its number with the unit; where the channel does several things, which one. */
export function valueWords(channel: Channel, value: number, valueOf?: (channel: number) => number | null): string {
  const own = functionAt(channel, value, valueOf);
  const { unit, label } = attributeInfo(own.attribute);
  const physical = physicalOf(channel, value, own.attribute);
  const dmx = Math.round(value * mostOf(channel));
  const named = setAt(own, dmx) ?? (own.attribute === channel.attribute ? channel.names?.[Math.round(physical)] : undefined);
  const stands = own.physical[0] === own.physical[1];
  const said = named ?? (stands ? (own.name ?? label) : numberWords(physical, unit));
  const several = channel.more !== undefined && !(stands && named === undefined);
  return several ? `${own.name ?? label}, ${said}` : said;
}

function numberWords(value: number, unit: ReturnType<typeof attributeInfo>["unit"]): string {
  switch (unit) {
    case "degrees":
      return `${value.toFixed(1)}°`;
    case "degrees a second":
      return `${value.toFixed(1)}° a second`;
    case "hertz":
      return `${value.toFixed(1)} Hz`;
    case "kelvin":
      return `${Math.round(value)} K`;
    case "slot":
      return `slot ${Math.round(value)}`;
    case "percent":
    case "color":
    case "point":
      return `${(value * 100).toFixed(1)} %`;
  }
}
