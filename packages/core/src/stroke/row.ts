import type { FollowedHead } from "../follow/followed-head";
import type { Target } from "../follow/target";
import type { TargetOff } from "../follow/target-off";
import type { Vector } from "../geometry/beam";
import type { CycleTable } from "../motion/cycle-table";
import type { Picture } from "../motion/picture";
import type { SavedWave } from "../motion/saved-wave";
import type { Preset } from "../preset/preset";
import type { Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Channel } from "../rig/profile";
import type { Rig } from "../rig/rig";
import type { Meeting } from "./meeting";

/** A motion of one parameter, in parts of the channel's range: `low + span * table`. Phase, rate and count are in rounds of the table. */
export interface RowMotion {
  readonly table: CycleTable;
  readonly low: number;
  readonly span: number;
  /** About which the swing grows and shrinks. */
  readonly middle: number;
  readonly relative: boolean;
  /** How it meets what lies beneath it, if it does; none = it is added. */
  readonly meeting?: Meeting | undefined;
  /** Of what covers: how far, 0..1. None = wholly. */
  readonly opacity?: number | undefined;
  /** How much of it counts on its way, 0..1: what is clear of a picture doesn't. None = all. */
  readonly cover?: CycleTable | undefined;
  readonly phaseCycles: number;
  readonly masterId: string | null;
  /** Rounds per beat. */
  readonly rate: number;
  readonly ownBpm: number;
  /** Rounds by which it is ahead of its clock, since a moment; none = it isn't. */
  readonly lead?: number | undefined;
  readonly leadSeconds?: number | undefined;
  readonly family: Family;
  /** Stops after so many rounds; null = endless. */
  readonly count: number | null;
  /** 0 = the size is there, or gone, at once. */
  readonly fadeInSeconds: number;
  readonly fadeOutSeconds: number;
}

/** What strokes come to for one parameter. */
export interface Row {
  readonly parameter: number;
  /** In parts of the channel's range and not limited to it; null = only what rides on what lies beneath. */
  readonly value: number | null;
  /** Added to what lies beneath while `value` is null, in parts of the channel's range. */
  readonly nudge: number;
  /** Seconds; null = the cue's time, or `fadePart` of its in-time. */
  readonly fade: number | null;
  readonly fadePart?: number;
  readonly delay: number | null;
  readonly delayPart?: number;
  /** In the order in which they lie on each other; at most the first takes the value's place, the others add. */
  readonly motions: readonly RowMotion[];
  /** Turns with a target; `value` is then where it looked when this was worked out. */
  readonly follows?: RowFollow;
}

/** What of a head follows: where it looks, how wide its beam is, how bright it is. */
export type FollowedAxis = "Pan" | "Tilt" | "Zoom" | "Iris" | "Dimmer";

/** One of the angles of a head that follows, or its light; pan and tilt have the same `head`. */
export interface RowFollow {
  readonly head: FollowedHead;
  readonly axis: FollowedAxis;
  readonly channel: Channel;
  /** The angle from which `value` was made, as a part of the channel's range: what else is in `value` was added. */
  readonly own: number;
}

export const NO_MOTIONS: readonly RowMotion[] = [];

/** What resolving reads besides the strokes. */
export interface ResolveContext {
  readonly rig: Rig;
  /** A group's heads in order, or null when there is no such group. */
  groupHeads(groupId: string): readonly HeadKey[] | null;
  /** A preset by id, or null when there is none. */
  preset?(presetId: string): Preset | null;
  /** A drawn waveform by id, or null when there is none. */
  savedWave?(waveId: string): SavedWave | null;
  /** A picture by id, or null when there is none. */
  picture?(pictureId: string): Picture | null;
  /** Where a target is taken to be, or null when there is none. */
  targetPlace?(targetId: string): Vector | null;
  target?(targetId: string): Target | null;
  /** That a target isn't followed as ever, by the id of the record that says so; null = it is. */
  targetOff?(offId: string): TargetOff | null;
  /** Where a parameter stands before, 0..1: of two ways to look at a point the nearer is taken. Null = at home. */
  readonly present?: (parameter: number) => number | null;
  /** Leaves out what is outside somebody's reach; none = everything is within. */
  readonly reaches?: ((head: HeadKey, family: Family) => boolean) | undefined;
}

/** The same show as if all targets were followed: what strokes say, whatever comes of it now. */
export function asSaid(show: ResolveContext): ResolveContext {
  const { reaches, present } = show;
  return { ...contextWith(show, { reaches, ...(present ? { present } : {}) }), targetOff: () => null };
}

/** The same show to resolve in, with another reach or another present. */
export function contextWith(show: ResolveContext, more: Pick<ResolveContext, "reaches" | "present">): ResolveContext {
  return {
    rig: show.rig,
    groupHeads: (id) => show.groupHeads(id),
    preset: (id) => show.preset?.(id) ?? null,
    savedWave: (id) => show.savedWave?.(id) ?? null,
    picture: (id) => show.picture?.(id) ?? null,
    targetPlace: (id) => show.targetPlace?.(id) ?? null,
    target: (id) => show.target?.(id) ?? null,
    targetOff: (id) => show.targetOff?.(id) ?? null,
    ...more,
  };
}
