import { highlightValue } from "../rig/highlight-value";
import { placedBase, placedHeads } from "../selection/who";
import type { Show } from "../show/show";
import { reachOf } from "../territory/reach";
import { attributeInfo } from "../rig/attributes";
import type { Blocks } from "./blocks";

/** What highlights of all people put over the stage: values by parameter, the later person's over the earlier's. */
export interface HighlightOverlay {
  readonly parameters: Int32Array;
  readonly values: Float32Array;
}

/** Each person's highlight, within their reach. */
export function highlightOverlay(show: Show): HighlightOverlay {
  const over = new Map<number, number>();
  for (const { personId, who, dim } of show.all("highlight")) {
    const person = show.get("person", personId);
    if (!person) continue;
    const reach = reachOf(person, show, "identify");
    const atHand = new Set(placedHeads(who, show).map(({ key }) => key));
    for (const { key } of placedBase(who, show)) {
      const head = show.rig.headByKey.get(key)!;
      for (const [attribute, parameter] of head.parameters) {
        const { channel } = show.rig.parameters[parameter]!;
        if (attribute !== channel.attribute || !reach(key, attributeInfo(attribute).family)) continue;
        if (!atHand.has(key)) {
          if (attribute === "Dimmer") over.set(parameter, dim);
          continue;
        }
        const value = highlightValue(channel);
        if (value !== null) over.set(parameter, value);
      }
    }
  }
  return { parameters: Int32Array.from(over.keys()), values: Float32Array.from(over.values()) };
}

/** Lays it over the merged values, where it is asked for. */
export function layOver(values: Float32Array, { parameters, values: over }: HighlightOverlay, asked: Blocks): void {
  for (let at = 0; at < parameters.length; at++) if (asked.isStale(parameters[at]!)) values[parameters[at]!] = over[at]!;
}
