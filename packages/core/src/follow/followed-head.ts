import type { Aimable } from "../geometry/aim";
import type { Vector } from "../geometry/beam";
import { newPathPlace, type PathPlace } from "./target-path";
import { intoBox, type StageBox } from "./stage-box";
import type { Follow } from "./target";
import type { Degrees, Metres, Seconds } from "../units/units";

/** A head that follows, and the point beside its targets at which it looks. */
export interface FollowedHead {
  readonly aimable: Aimable;
  readonly follow: Follow;
  /** Its place between the targets, 0..1. */
  readonly along: number;
  /** Its place around them, 0..1 of the circle. */
  readonly around: number;
  /** How far apart the edges of its beam are while its iris is open. */
  readonly openDegrees?: Degrees;
  /** The part of the stage that each target may be in, where light fades at its sides; null = all of it. */
  readonly parts?: readonly (StageBox | null)[];
}

/** Where targets are at a moment: fills `into` and tells whether time alone still moves them; null = there is no such target. */
export type TargetsAt = (targetId: string, t: Seconds, into: PathPlace) => "still" | "moves" | null;

const [one, other] = [newPathPlace(), newPathPlace()];

/** The targets between which a head looks: one, or two. */
export function lookedAt({ follow: { targetIds }, along }: FollowedHead): string[] {
  const at = along * (targetIds.length - 1);
  const first = Math.floor(at);
  return targetIds.slice(first, at > first ? first + 2 : first + 1);
}

/** Where a head looks that follows: fills the first three of `into`. Null when one of its targets isn't there. */
export function followedPlace(
  { follow, along, around }: FollowedHead,
  targets: TargetsAt,
  t: Seconds,
  into: Float64Array,
): "still" | "moves" | null {
  const { targetIds, offset, ring = 0, leadSeconds = 0, within } = follow;
  const last = targetIds.length - 1;
  const at = along * last;
  const first = Math.floor(at);
  let moves = targets(targetIds[first]!, t, one);
  if (moves === null) return null;
  const part = at - first;
  if (part > 0) {
    const second = targets(targetIds[first + 1]!, t, other);
    if (second === null) return null;
    if (second === "moves") moves = second;
    for (let axis = 0; axis < 6; axis++) one[axis] = one[axis]! + (other[axis]! - one[axis]!) * part;
  }
  const turn = 2 * Math.PI * around;
  into[0] = one[0]! + one[3]! * leadSeconds + ring * Math.cos(turn) + (offset?.x ?? 0);
  into[1] = one[1]! + one[4]! * leadSeconds + ring * Math.sin(turn) + (offset?.y ?? 0);
  into[2] = one[2]! + one[5]! * leadSeconds + (offset?.z ?? 0);
  if (within) intoBox(within, into);
  return moves;
}

function awayFrom({ aimable: { position } }: FollowedHead, place: ArrayLike<number>): Metres {
  return Math.hypot(place[0]! - position.x, place[1]! - position.y, place[2]! - position.z);
}

/** How far apart the edges of a beam are that is so wide at a point, as an angle: the whole of it. */
export function beamDegrees(head: FollowedHead, place: ArrayLike<number>, width: Metres): Degrees {
  return (2 * Math.atan2(width / 2, awayFrom(head, place)) * 180) / Math.PI;
}

/** How far an iris is open, 0..1, whose beam is so wide at a point: as wide as its hole, in parts of what it is when open (thin lenses, from memory). */
export function irisOpen(head: FollowedHead, place: ArrayLike<number>, width: Metres): number {
  const open = 2 * awayFrom(head, place) * Math.tan(((head.openDegrees ?? 0) * Math.PI) / 360);
  return open > width ? width / open : 1;
}

/**
 * How bright a head is, 0..1: its own light while its targets are away from the sides of their part of the stage, none where one stands at
 * such a side, evenly between. How high they are doesn't count: who stands on the floor stands at no edge.
 */
export function lightThere({ follow, along, parts }: FollowedHead, targets: TargetsAt, t: Seconds): number {
  const { targetIds, edge = 1, light = 100 } = follow;
  const at = along * (targetIds.length - 1);
  let inside = 1;
  for (let target = Math.floor(at); target <= Math.ceil(at); target++) {
    const part = parts?.[target];
    if (!part || targets(targetIds[target]!, t, one) === null) continue;
    const [x, y] = [one[0]!, one[1]!];
    inside = Math.min(inside, (x - part.low.x) / edge, (part.high.x - x) / edge, (y - part.low.y) / edge, (part.high.y - y) / edge);
  }
  return (Math.max(0, inside) * light) / 100;
}

/** Targets that stand where they are taken to be. */
export function standing(placeOf: (targetId: string) => Vector | null): TargetsAt {
  return (id, _, place) => {
    const at = placeOf(id);
    place.fill(0);
    if (at) place.set([at.x, at.y, at.z]);
    return at && "still";
  };
}

/** Where a head looks whose targets stand where they are taken to be. */
export function followedPoint(head: FollowedHead, placeOf: (targetId: string) => Vector | null): Vector | null {
  const into = new Float64Array(3);
  return followedPlace(head, standing(placeOf), 0, into) && { x: into[0]!, y: into[1]!, z: into[2]! };
}
