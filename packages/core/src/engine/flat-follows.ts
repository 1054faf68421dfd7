import type { FollowedHead } from "../follow/followed-head";
import type { Channel } from "../rig/profile";
import { scaleOf } from "../rig/scale";
import type { RowFollow } from "../stroke/row";

/** One angle of a head that follows, and what is added to where it looks. */
export interface FollowedAngle {
  readonly row: number;
  readonly channel: Channel;
  /** A degree in parts of the channel's range, and where it begins; null where degrees don't lie evenly along it. */
  readonly even: { readonly from: number; readonly degree: number } | null;
  readonly nudge: number;
}

/** The heads of compiled rows that follow targets, in the order of their rows; null where something else says one of the angles. */
export interface FlatFollows {
  readonly heads: readonly FollowedHead[];
  readonly pans: readonly (FollowedAngle | null)[];
  readonly tilts: readonly (FollowedAngle | null)[];
}

/** A row on its way into flat arrays. */
export interface FollowingRow {
  readonly row: number;
  readonly follows: RowFollow;
  readonly value: number;
}

export function flatFollows(rows: readonly FollowingRow[]): FlatFollows {
  const byHead = new Map<FollowedHead, { pan: FollowedAngle | null; tilt: FollowedAngle | null }>();
  for (const { row, follows, value } of rows) {
    const { head, axis, channel, own } = follows;
    let angles = byHead.get(head);
    if (!angles) byHead.set(head, (angles = { pan: null, tilt: null }));
    angles[axis === "Pan" ? "pan" : "tilt"] = { row, channel, even: evenScale(channel, axis), nudge: value - own };
  }
  const all = [...byHead.values()];
  return { heads: [...byHead.keys()], pans: all.map(({ pan }) => pan), tilts: all.map(({ tilt }) => tilt) };
}

function evenScale(channel: Channel, axis: "Pan" | "Tilt"): FollowedAngle["even"] {
  const { plain, segments } = scaleOf(channel, axis);
  const { from, to } = segments[0]!;
  return plain && to !== from ? { from, degree: 1 / (to - from) } : null;
}

/** The same where rows lie otherwise; -1 = gone. */
export function movedFollows({ heads, pans, tilts }: FlatFollows, rowTo: Int32Array): FlatFollows {
  const moved = (angle: FollowedAngle | null): FollowedAngle | null =>
    angle && rowTo[angle.row]! >= 0 ? { ...angle, row: rowTo[angle.row]! } : null;
  const [newPans, newTilts] = [pans.map(moved), tilts.map(moved)];
  const kept = [...heads.keys()].filter((at) => newPans[at] ?? newTilts[at]);
  return { heads: kept.map((at) => heads[at]!), pans: kept.map((at) => newPans[at]!), tilts: kept.map((at) => newTilts[at]!) };
}

export function sameFollows(a: FlatFollows, b: FlatFollows): boolean {
  return a.heads.length === b.heads.length && a.heads.every((head, at) => head === b.heads[at]);
}
