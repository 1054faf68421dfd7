import { beamDegrees, followedPoint, irisOpen, lightThere, lookedAt, standing, type FollowedHead } from "../follow/followed-head";
import type { Follow } from "../follow/target";
import { letGoOf, targetOffIdOf, type TargetLetsGo } from "../follow/target-off";
import type { Vector } from "../geometry/beam";
import type { Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Head, Rig } from "../rig/rig";
import { normalizedFreely, normalizedSize, scaleOf } from "../rig/scale";
import type { Degrees } from "../units/units";
import { aimableOf, axesOf } from "./aim-head";
import { aim } from "../geometry/aim";
import type { Times } from "./part-times";
import { NO_MOTIONS, type ResolveContext, type Row } from "./row";

/** What a head that follows lets go of because of its targets. */
export function letGoBy(key: HeadKey, head: FollowedHead, show: Pick<ResolveContext, "target" | "targetOff">): readonly TargetLetsGo[] {
  return lookedAt(head).flatMap((id) => letGoOf(show.target?.(id) ?? null, show.targetOff?.(targetOffIdOf(id)) ?? null, key) ?? []);
}

/** A head that is to follow, and how: `by` is added to its zoom, its iris or its light. */
export interface Following {
  readonly attribute: Attribute;
  readonly follow: Follow;
  readonly along: number;
  readonly around: number;
  readonly show: ResolveContext;
  readonly times: Times;
  readonly by?: number;
}

/**
 * Pan and tilt of a head that follows targets, its zoom or iris where that is to be so wide there, or its light where that fades at the edge, as they
 * are while these stand where they are taken to be; none where one is gone, or isn't followed now.
 */
export function followRows(head: Head, of: Following): Row[] {
  const { width, edge } = of.follow;
  if (edge !== undefined) return lightRows(head, of);
  return width === undefined ? angleRows(head, of) : widthRows(head, of, width);
}

function angleRows(head: Head, { follow, along, around, show, times }: Following): Row[] {
  const axes = axesOf(head, show.rig);
  if (!axes) return [];
  const followed: FollowedHead = { aimable: aimableOf(head, axes), follow, along, around };
  const point = pointOf(head, followed, show);
  if (!point) return [];
  const found = aim(followed.aimable, point);
  return (["Pan", "Tilt"] as const).map((axis) => {
    const { parameter, channel } = axis === "Pan" ? axes.pan : axes.tilt;
    const own = normalizedFreely(channel, axis === "Pan" ? found.pan : found.tilt, axis);
    return { parameter, value: own, nudge: 0, ...times, motions: NO_MOTIONS, follows: { head: followed, axis, channel, own } };
  });
}

const NEVER_TURNS = { panRange: [0, 0], tiltRange: [0, 0] } as const;

/** Where a lamp zooms its zoom says how wide the beam is, as far as it goes: its iris closes where that is too wide at its narrowest. */
function widthRows(head: Head, { attribute, follow, along, around, show, times, by = 0 }: Following, width: number): Row[] {
  const axis = attribute === "Iris" ? attribute : "Zoom";
  const parameter = head.parameters.get(axis);
  if (parameter === undefined) return [];
  const { channel } = show.rig.parameters[parameter]!;
  const followed: FollowedHead = { aimable: stiff(head), follow, along, around, openDegrees: openOf(head, show.rig) };
  const point = pointOf(head, followed, show);
  if (!point) return [];
  const own = normalizedFreely(channel, (axis === "Iris" ? irisOpen : beamDegrees)(followed, [point.x, point.y, point.z], width), axis);
  const value = own + normalizedSize(channel, by, axis);
  return [{ parameter, value, nudge: 0, ...times, motions: NO_MOTIONS, follows: { head: followed, axis, channel, own } }];
}

/** How wide the beam of a lamp is while its iris is open: as wide as its zoom is when that can be no narrower. */
function openOf({ parameters, profile }: Head, rig: Rig): Degrees {
  const zoom = parameters.get("Zoom");
  if (zoom === undefined) return profile.beamDegrees;
  return Math.min(...scaleOf(rig.parameters[zoom]!.channel, "Zoom").segments.flatMap(({ from, to }) => [from, to]));
}

function lightRows(head: Head, { follow, along, around, show, times, by = 0 }: Following): Row[] {
  const parameter = head.parameters.get("Dimmer");
  if (parameter === undefined) return [];
  const { channel } = show.rig.parameters[parameter]!;
  const parts = follow.targetIds.map((id) => show.target?.(id)?.within ?? null);
  const followed: FollowedHead = { aimable: stiff(head), follow, along, around, parts };
  if (!pointOf(head, followed, show)) return [];
  const own = lightThere(
    followed,
    standing((id) => show.targetPlace?.(id) ?? null),
    0,
  );
  const value = own + normalizedSize(channel, by, "Dimmer");
  return [{ parameter, value, nudge: 0, ...times, motions: NO_MOTIONS, follows: { head: followed, axis: "Dimmer", channel, own } }];
}

function stiff({ position, rotation }: Head): FollowedHead["aimable"] {
  return { position, rotation, ...NEVER_TURNS };
}

/** Where it looks; null where one of its targets is gone, or isn't followed now. */
function pointOf({ key }: Head, followed: FollowedHead, show: ResolveContext): Vector | null {
  if (letGoBy(key, followed, show).includes("position")) return null;
  return followedPoint(followed, (id) => show.targetPlace?.(id) ?? null);
}
