import type { Channel } from "./profile";
import { normalized } from "./rig";

/**
 * What a channel shows under highlight, 0..1 of its range: the profile's own value, or open white and open beam. Null
 * leaves it as it is (position, zoom, focus, haze).
 */
export function highlightValue(channel: Channel): number | null {
  if (channel.highlight !== undefined) return normalized(channel, channel.highlight);
  switch (channel.attribute) {
    case "Dimmer":
    case "Shutter1":
    case "Iris":
    case "ColorAdd_R":
    case "ColorAdd_G":
    case "ColorAdd_B":
    case "ColorAdd_W":
    case "ColorAdd_RY":
    case "ColorAdd_GY":
    case "ColorAdd_C":
    case "ColorAdd_BM":
      return normalized(channel, 1);
    case "ColorSub_C":
    case "ColorSub_M":
    case "ColorSub_Y":
    case "Color1":
    case "Gobo1":
    case "Prism1":
    case "Frost1":
    case "Shutter1Strobe":
      return normalized(channel, 0);
    case "Color":
    case "Position":
    case "Pan":
    case "Tilt":
    case "Zoom":
    case "Focus1":
    case "Gobo1Pos":
    case "Fog1":
    case "Fan1":
      return null;
  }
}
