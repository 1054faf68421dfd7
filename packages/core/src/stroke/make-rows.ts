import type { ColorFan } from "../color/color-fan";
import { aim } from "../geometry/aim";
import { fanPoint } from "../geometry/point-fan";
import { attributeInfo, type Attribute } from "../rig/attributes";
import { colorsAlong } from "../rig/common-color";
import { mix } from "../rig/mix-head";
import type { Channel, Profile } from "../rig/profile";
import { normalizedFreely, normalizedSize, physicalOf, type Head, type Rig } from "../rig/rig";
import { fan } from "../shape/fan";
import type { Motion } from "../motion/motion";
import type { ResolveContext, Row, RowMotion } from "./row";
import type { Spread } from "./spread";
import type { Part } from "./stroke";

/** One part of a stroke with its heads. */
export interface PartIn {
  readonly attribute: Attribute;
  readonly part: Part;
  readonly spread: Spread;
  readonly show: ResolveContext;
}

/** What a part with content of its own comes to, head by head. */
export function makeRows({ attribute, part, spread, show }: PartIn): Row[] {
  const { family } = attributeInfo(attribute);
  const { level, colors, points, nudge, motion, fade, delay } = part;
  const places = spread.places(part.shape, points?.path === "circle" ? "round" : "open");
  const phases = motion && spread.places(motion.phaseShape, "round");
  const colorOf = colors && colorMixer(colors, spread.heads);
  const rows: Row[] = [];
  for (let index = 0; index < spread.heads.length; index++) {
    const head = spread.heads[index]!;
    if (show.reaches && !show.reaches(head.key, family)) continue;
    const u = places[index]!;
    const times = { fade: fade ? fan(fade.knots, u, fade.path) : null, delay: delay ? fan(delay.knots, u, delay.path) : 0 };
    if (colorOf) {
      for (const [name, value] of colorOf(head, u)) rows.push(plainRow(head.parameters.get(name)!, value, times));
      continue;
    }
    if (points) {
      rows.push(...aimedRows(head, { point: fanPoint(points, u), show, times }));
      continue;
    }
    const parameter = head.parameters.get(attribute);
    if (parameter === undefined) continue;
    const { channel } = show.rig.parameters[parameter]!;
    const push = nudge ? normalizedSize(channel, fan(nudge.knots, u, nudge.path)) : 0;
    const own = level ? normalizedFreely(channel, fan(level.knots, u, level.path)) : motion?.base === "absolute" ? 0 : null;
    rows.push({
      parameter,
      value: own === null ? null : own + push,
      nudge: own === null ? push : 0,
      ...times,
      motion: motion ? rowMotion(motion, { channel, u, phase: phases![index]! }) : null,
    });
  }
  return rows;
}

/** Mixes the fan's colour for a head at its place; one colour for all is mixed once for each kind of head. */
function colorMixer(colors: ColorFan, heads: readonly Head[]): (head: Head, u: number) => ReadonlyMap<Attribute, number> {
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

export interface Times {
  readonly fade: number | null;
  readonly delay: number;
}

export function plainRow(parameter: number, value: number, times: Times): Row {
  return { parameter, value, nudge: 0, fade: times.fade, delay: times.delay, motion: null };
}

/** Pan and tilt with which a head looks at a point, as rows; none for heads that can't be turned. */
export function aimedRows(
  head: Head,
  { point, show, times }: { point: { x: number; y: number; z: number }; show: ResolveContext; times: Times },
): Row[] {
  const axes = axesOf(head, show.rig);
  if (!axes) return [];
  const angleOf = ({ parameter, channel }: Axis): number => {
    const present = show.present?.(parameter) ?? null;
    return present === null ? 0 : physicalOf(channel, present);
  };
  const found = aimHead(head, axes, { point, present: { pan: angleOf(axes.pan), tilt: angleOf(axes.tilt) } });
  return [
    plainRow(axes.pan.parameter, normalizedFreely(axes.pan.channel, found.pan), times),
    plainRow(axes.tilt.parameter, normalizedFreely(axes.tilt.channel, found.tilt), times),
  ];
}

interface Axis {
  readonly parameter: number;
  readonly channel: Channel;
}

/** A head's pan and tilt, or null when it lacks one of them. */
export function axesOf(head: Head, rig: Rig): { pan: Axis; tilt: Axis } | null {
  const [pan, tilt] = [head.parameters.get("Pan"), head.parameters.get("Tilt")];
  if (pan === undefined || tilt === undefined) return null;
  return {
    pan: { parameter: pan, channel: rig.parameters[pan]!.channel },
    tilt: { parameter: tilt, channel: rig.parameters[tilt]!.channel },
  };
}

/** `aim` for a head of the rig, with the ranges of its channels as limits. */
export function aimHead(
  head: Head,
  { pan, tilt }: { pan: Axis; tilt: Axis },
  of: { point: { x: number; y: number; z: number }; present?: { pan: number; tilt: number } },
): ReturnType<typeof aim> {
  const placement = { position: head.position, rotation: head.fixture.rotation };
  return aim({ ...placement, panRange: pan.channel.physical, tiltRange: tilt.channel.physical }, of.point, of.present);
}

function rowMotion(motion: Motion, at: { channel: Channel; u: number; phase: number }): RowMotion {
  const { waveform, width, base, masterId, rate, size, phase } = motion;
  const relative = base === "relative";
  const scaled = relative ? normalizedSize : normalizedFreely;
  const factor = size ? fan(size.knots, at.u, size.path) : 1;
  const middle = relative ? 0 : (motion.low + motion.high) / 2;
  return {
    waveform,
    width,
    low: scaled(at.channel, middle + (motion.low - middle) * factor),
    high: scaled(at.channel, middle + (motion.high - middle) * factor),
    relative,
    phaseCycles: fan(phase.knots, at.phase, phase.path) / 360,
    masterId,
    rate: fan(rate.knots, at.u, rate.path),
  };
}
