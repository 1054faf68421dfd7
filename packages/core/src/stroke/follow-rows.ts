import { followedPoint, type FollowedHead } from "../follow/followed-head";
import type { Follow } from "../follow/target";
import type { Head } from "../rig/rig";
import { normalizedFreely } from "../rig/scale";
import { aimableOf, axesOf } from "./aim-head";
import { aim } from "../geometry/aim";
import type { Times } from "./part-times";
import { NO_MOTIONS, type ResolveContext, type Row } from "./row";

/** Pan and tilt of a head that follows targets, as they are while these stand where they are taken to be; none where one is gone. */
export function followRows(head: Head, of: { follow: Follow; along: number; around: number; show: ResolveContext; times: Times }): Row[] {
  const { follow, along, around, show, times } = of;
  const axes = axesOf(head, show.rig);
  if (!axes) return [];
  const followed: FollowedHead = { aimable: aimableOf(head, axes), follow, along, around };
  const point = followedPoint(followed, (id) => show.targetPlace?.(id) ?? null);
  if (!point) return [];
  const found = aim(followed.aimable, point);
  return (["Pan", "Tilt"] as const).map((axis) => {
    const { parameter, channel } = axis === "Pan" ? axes.pan : axes.tilt;
    const own = normalizedFreely(channel, axis === "Pan" ? found.pan : found.tilt, axis);
    return { parameter, value: own, nudge: 0, ...times, motions: NO_MOTIONS, follows: { head: followed, axis, channel, own } };
  });
}
