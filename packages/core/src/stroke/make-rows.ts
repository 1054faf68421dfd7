import type { ColorFan } from "../color/color-fan";
import type { Vector } from "../geometry/beam";
import { fanPoint } from "../geometry/point-fan";
import { attributeInfo, type Attribute } from "../rig/attributes";
import { colorsAlong } from "../rig/common-color";
import { mix } from "../rig/mix-head";
import { neededPlace } from "../rig/needed-place";
import type { Channel, Profile } from "../rig/profile";
import type { Head } from "../rig/rig";
import { normalizedFreely, normalizedSize, physicalOf, scaleOf } from "../rig/scale";
import { fan } from "../shape/fan";
import { aimHead, axesOf } from "./aim-head";
import { motionsOfHeads, type MovedParameter } from "./motion-rows";
import type { HeadNumbers } from "./head-numbers";
import { followRows } from "./follow-rows";
import { timesAt, type Times } from "./part-times";
import { NO_MOTIONS, type ResolveContext, type Row } from "./row";
import type { Spread } from "./spread";
import type { Part } from "./stroke";

/** One part of a stroke with its heads. */
export interface PartIn {
  readonly attribute: Attribute;
  readonly part: Part;
  readonly spread: Spread;
  readonly show: ResolveContext;
  /** The rows of other content on the same heads: what the steps of a motion refer to. */
  readonly rowsOf: (part: Part) => readonly Row[];
}

/** What a part with content of its own comes to, head by head. */
export function makeRows(of: PartIn): Row[] {
  const { attribute, part, spread, show } = of;
  const { family } = attributeInfo(attribute);
  const { motion, points } = part;
  const places = spread.places(part.shape, points?.path === "circle" ? "round" : "open");
  const content = contentOf(of);
  const movesOf = motion && motionsOfHeads({ ...of, motion });
  const rows: Row[] = [];
  for (let index = 0; index < spread.heads.length; index++) {
    const head = spread.heads[index]!;
    if (show.reaches && !show.reaches(head.key, family)) continue;
    const u = places[index]!;
    const times = timesAt(part, u);
    const own = content(head, u, times, index);
    if (movesOf) withMotions(own, movesOf(head, index), times);
    for (const row of own) rows.push(row);
  }
  return rows;
}

/** Lays motions on a head's rows. One that takes the value's place gives its parameter a row where there is none. */
function withMotions(own: Row[], moves: readonly MovedParameter[], times: Times): void {
  for (const { parameter, motion } of moves) {
    const at = own.findIndex((row) => row.parameter === parameter);
    const motions = [motion];
    if (at >= 0) own[at] = { ...own[at]!, motions };
    else own.push({ parameter, value: motion.relative ? null : 0, nudge: 0, ...times, motions });
  }
}

/** What a part says of a head besides its motion. */
function contentOf({ attribute, part, spread, show }: PartIn): (head: Head, u: number, times: Times, index: number) => Row[] {
  const { level, colors, points, follow, nudge, taken } = part;
  if (taken) {
    const by = (u: number): number => (nudge ? fan(nudge.knots, u, nudge.path) : 0);
    return (head, u, times) => takenRows(head, taken, { attribute, by: by(u), times, show });
  }
  if (colors) {
    const colorOf = colorMixer(colors, spread.heads);
    return (head, u, times) => [...colorOf(head, u)].map(([name, value]) => plainRow(head.parameters.get(name)!, value, times));
  }
  if (points) return (head, u, times) => aimedRows(head, { point: fanPoint(points, u), show, times });
  if (follow) {
    const around = spread.places(part.shape, "round");
    return (head, along, times, index) => {
      const by = nudge ? fan(nudge.knots, along, nudge.path) : 0;
      return followRows(head, { attribute, follow, along, around: around[index]!, show, times, by });
    };
  }
  if (!level && !nudge) return () => [];
  const absoluteMotion = part.motion?.base === "absolute";
  return (head, u, times) => {
    const parameter = head.parameters.get(attribute);
    if (parameter === undefined) return [];
    const { channel } = show.rig.parameters[parameter]!;
    const by = nudge ? fan(nudge.knots, u, nudge.path) : 0;
    const needed = level || absoluteMotion ? neededPlace(show.rig, head, { channel, attribute }) : null;
    const own = level
      ? shiftedValue(channel, fan(level.knots, u, level.path), { attribute, by })
      : absoluteMotion
        ? normalizedSize(channel, by, attribute)
        : null;
    const nudged = own === null ? normalizedSize(channel, by, attribute) : 0;
    const row = { parameter, value: own, nudge: nudged, ...times, motions: NO_MOTIONS };
    return needed ? [row, plainRow(needed.parameter, needed.value, times)] : [row];
  };
}

/** A level and what is added to it, in parts of the channel's range: together where values aren't spread evenly. */
export function shiftedValue(channel: Channel, level: number, { attribute, by }: { attribute: Attribute; by: number }): number {
  const { plain } = scaleOf(channel, attribute);
  if (!plain) return normalizedFreely(channel, level + by, attribute);
  const own = normalizedFreely(channel, level, attribute);
  return by === 0 ? own : own + normalizedSize(channel, by, attribute);
}

/** A head's own numbers; what is added to them belongs to the part's attribute alone. */
function takenRows(
  head: Head,
  taken: HeadNumbers,
  { attribute, by, times, show }: { attribute: Attribute; by: number; times: Times; show: ResolveContext },
): Row[] {
  return Object.entries(taken[head.key] ?? {}).flatMap(([name, value]): Row[] => {
    const parameter = head.parameters.get(name);
    if (parameter === undefined) return [];
    const { channel } = show.rig.parameters[parameter]!;
    return [plainRow(parameter, normalizedFreely(channel, value + (name === attribute ? by : 0), name), times)];
  });
}

/** Mixes the fan's colour for a head at its place; one colour for all is mixed once for each kind of head. */
export function colorMixer(colors: ColorFan, heads: readonly Head[]): (head: Head, u: number) => ReadonlyMap<Attribute, number> {
  const along = colorsAlong(colors, heads);
  if (colors.knots.length > 1) return (head, u) => mix(head, along(u));
  const color = along(0);
  const mixes = new Map<Profile, ReadonlyMap<Attribute, number>[]>();
  return (head) => {
    let own = mixes.get(head.profile);
    if (!own) mixes.set(head.profile, (own = []));
    return (own[head.index] ??= mix(head, color));
  };
}

export function plainRow(parameter: number, value: number, times: Times): Row {
  return { parameter, value, nudge: 0, ...times, motions: NO_MOTIONS };
}

/** Pan and tilt with which a head looks at a point, as rows; none for heads that can't be turned. */
export function aimedRows(head: Head, { point, show, times }: { point: Vector; show: ResolveContext; times: Times }): Row[] {
  const axes = axesOf(head, show.rig);
  if (!axes) return [];
  const angleOf = ({ parameter, channel }: typeof axes.pan, axis: "Pan" | "Tilt"): number => {
    const present = show.present?.(parameter) ?? null;
    return present === null ? 0 : physicalOf(channel, present, axis);
  };
  const found = aimHead(head, axes, { point, present: { pan: angleOf(axes.pan, "Pan"), tilt: angleOf(axes.tilt, "Tilt") } });
  return [
    plainRow(axes.pan.parameter, normalizedFreely(axes.pan.channel, found.pan, "Pan"), times),
    plainRow(axes.tilt.parameter, normalizedFreely(axes.tilt.channel, found.tilt, "Tilt"), times),
  ];
}
