import type { FollowedHead } from "../follow/followed-head";
import type { Channel } from "../rig/profile";
import { scaleOf } from "../rig/scale";
import type { FollowedAxis, RowFollow } from "../stroke/row";

/** One angle of a head that follows, or its light, and what is added to that. */
export interface FollowedAngle {
  readonly row: number;
  readonly channel: Channel;
  /** A degree in parts of the channel's range, and where it begins; null where degrees don't lie evenly along it. */
  readonly even: { readonly from: number; readonly degree: number } | null;
  readonly nudge: number;
}

/** The heads of compiled rows that follow targets, in the order of their rows; null where something else says one of the angles. */
export interface FlatFollows extends Readonly<Record<FollowedAxis, readonly (FollowedAngle | null)[]>> {
  readonly heads: readonly FollowedHead[];
}

const AXES = ["Pan", "Tilt", "Zoom", "Iris", "Dimmer"] as const satisfies readonly FollowedAxis[];

/** All angles that follow. */
export function followedAngles(follows: FlatFollows): FollowedAngle[] {
  return AXES.flatMap((axis) => follows[axis].flatMap((angle) => angle ?? []));
}

/** A row on its way into flat arrays. */
export interface FollowingRow {
  readonly row: number;
  readonly follows: RowFollow;
  readonly value: number;
}

export function flatFollows(rows: readonly FollowingRow[]): FlatFollows {
  const byHead = new Map<FollowedHead, Record<FollowedAxis, FollowedAngle | null>>();
  for (const { row, follows, value } of rows) {
    const { head, axis, channel, own } = follows;
    let angles = byHead.get(head);
    if (!angles) byHead.set(head, (angles = { Pan: null, Tilt: null, Zoom: null, Iris: null, Dimmer: null }));
    angles[axis] = { row, channel, even: evenScale(channel, axis), nudge: value - own };
  }
  const all = [...byHead.values()];
  return { heads: [...byHead.keys()], ...eachAxis((axis) => all.map((angles) => angles[axis])) };
}

function eachAxis<T>(of: (axis: FollowedAxis) => T): Record<FollowedAxis, T> {
  return { Pan: of("Pan"), Tilt: of("Tilt"), Zoom: of("Zoom"), Iris: of("Iris"), Dimmer: of("Dimmer") };
}

function evenScale(channel: Channel, axis: FollowedAxis): FollowedAngle["even"] {
  const { plain, segments } = scaleOf(channel, axis);
  const { from, to } = segments[0]!;
  return plain && to !== from ? { from, degree: 1 / (to - from) } : null;
}

/** The same where rows lie otherwise; -1 = gone. */
export function movedFollows(follows: FlatFollows, rowTo: Int32Array): FlatFollows {
  const moved = (angle: FollowedAngle | null): FollowedAngle | null =>
    angle && rowTo[angle.row]! >= 0 ? { ...angle, row: rowTo[angle.row]! } : null;
  const all = eachAxis((axis) => follows[axis].map(moved));
  const kept = [...follows.heads.keys()].filter((at) => AXES.some((axis) => all[axis][at]));
  return { heads: kept.map((at) => follows.heads[at]!), ...eachAxis((axis) => kept.map((at) => all[axis][at]!)) };
}

export function sameFollows(a: FlatFollows, b: FlatFollows): boolean {
  return a.heads.length === b.heads.length && a.heads.every((head, at) => head === b.heads[at]);
}
