import { attributeInfo, compareAttributes } from "./attributes";
import type { Channel } from "./profile";
import { functionsOf, mostOf, normalized } from "./scale";

/**
 * What a channel shows under highlight, 0..1 of its range: the profile's own value, or open white and open beam. Null
 * leaves it as it is (position, zoom, focus, haze).
 */
export function highlightValue(channel: Channel): number | null {
  if (channel.highlightDmx !== undefined) return Math.min(1, channel.highlightDmx / mostOf(channel));
  if (channel.highlight !== undefined) return normalized(channel, channel.highlight);
  // Of several functions the first in the usual order: a shutter that is open rather than a strobe that stands.
  const named = functionsOf(channel).map(({ attribute }) => attribute);
  for (const attribute of named.sort(compareAttributes)) {
    const { highlight } = attributeInfo(attribute);
    if (highlight !== undefined) return normalized(channel, highlight, attribute);
  }
  return null;
}
