import { encodeSlots } from "../engine/slots";
import { attributeInfo } from "../rig/attributes";
import type { Fixture } from "../rig/fixture";
import type { Show } from "../show/show";
import { plainMasters } from "./plain-functions";

/** What stays at nothing since its lamp is out of service. */
export function plainDark({ rig }: Show): number[] {
  return [...rig.parameters.keys()].filter((parameter) => {
    const { head, channel } = rig.parameters[parameter]!;
    if (!head.fixture.outOfService) return false;
    const dimmer = [...head.parameters.keys()].includes("Dimmer");
    return attributeInfo(channel.attribute).family === "Intensity" || (!dimmer && channel.attribute.startsWith("ColorAdd_"));
  });
}

/** Fills a frame with the slots of all that is patched. */
export function writeSlots(show: Show, values: ReadonlyMap<number, number>, frame: Uint8Array): void {
  const { rig } = show;
  const leaving = plainLeaving(show, values);
  rig.parameters.forEach(({ head, channel }, parameter) => {
    const { fixture } = head;
    const patch = (channel.break ?? 1) === 1 ? fixture.patch : fixture.morePatches?.[channel.break! - 2];
    if (!patch) return;
    let value = leaving.get(parameter)!;
    for (const master of plainMasters(rig.parameters, parameter)) value *= leaving.get(master)!;
    const octets = encodeSlots(value, channel.slots.length * 8);
    channel.slots.forEach((slot, at) => {
      frame[rig.universes.indexOf(patch.universe) * 512 + patch.address - 2 + slot] = octets[at]!;
    });
  });
}

/** What leaves of each parameter: response curves last, pan and tilt limited, turned round and crossed, all in degrees. */
function plainLeaving(show: Show, values: ReadonlyMap<number, number>): Map<number, number> {
  const { rig } = show;
  const leaving = new Map(values);
  rig.parameters.forEach(({ head, channel }, parameter) => {
    const { fixture } = head;
    const { attribute } = channel;
    if (attribute === "Dimmer" && !channel.more) leaving.set(parameter, Math.fround(curved(fixture, show, values.get(parameter)!)));
    if (attribute !== "Pan" && attribute !== "Tilt") return;
    const worked = fixture.panTilt?.swapped ? (attribute === "Pan" ? "Tilt" : "Pan") : attribute;
    const from = head.parameters.get(worked);
    if (!fixture.panTilt || from === undefined) return;
    const [first, last] = rig.parameters[from]!.channel.physical;
    let degrees = first + (last - first) * values.get(from)!;
    const limit = fixture.panTilt.limits?.[worked];
    if (limit) degrees = Math.min(limit[1], Math.max(limit[0], degrees));
    if (fixture.panTilt.inverted?.includes(worked)) degrees = first + last - degrees;
    const [low, high] = channel.physical;
    leaving.set(parameter, Math.fround(Math.min(1, Math.max(0, (degrees - low) / (high - low)))));
  });
  return leaving;
}

function curved({ curveId }: Fixture, show: Show, level: number): number {
  switch (curveId) {
    case undefined:
      return level;
    case "curve square":
      return level ** 2;
    case "curve inverse square":
      return level ** 0.5;
    case "curve s":
      return 3 * level ** 2 - 2 * level ** 3;
    default:
      return plainDrawn(show.get("curve", curveId)?.points ?? [], level);
  }
}

/** With one point alone between the ends, as the cubics of Bernstein that d3-shape draws. */
function plainDrawn([point]: readonly (readonly [number, number])[], level: number): number {
  if (!point) return level;
  const [x, y] = point;
  const [before, after] = [y / x, (1 - y) / (1 - x)];
  const middle = 2 * Math.min(before, after, Math.abs(before * (1 - x) + after * x) / 2);
  const first = level < x;
  const [x0, y0, x1, y1] = first ? [0, 0, x, y] : [x, y, 1, 1];
  const [m0, m1] = first ? [(3 * before - middle) / 2, middle] : [middle, (3 * after - middle) / 2];
  const [width, t] = [x1 - x0, (level - x0) / (x1 - x0)];
  const [b0, b1, b2, b3] = [y0, y0 + (m0 * width) / 3, y1 - (m1 * width) / 3, y1];
  return b0 * (1 - t) ** 3 + 3 * b1 * t * (1 - t) ** 2 + 3 * b2 * t ** 2 * (1 - t) + b3 * t ** 3;
}
