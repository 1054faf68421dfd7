import { attributeInfo } from "./attributes";
import type { Channel } from "./profile";
import { normalized } from "./rig";

/**
 * What a channel shows under highlight, 0..1 of its range: the profile's own value, or open white and open beam. Null
 * leaves it as it is (position, zoom, focus, haze).
 */
export function highlightValue(channel: Channel): number | null {
  if (channel.highlight !== undefined) return normalized(channel, channel.highlight);
  const { highlight } = attributeInfo(channel.attribute);
  return highlight === undefined ? null : normalized(channel, highlight);
}
