import type { Waveform } from "../motion/waveform";
import type { Preset } from "../preset/preset";
import type { Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Rig } from "../rig/rig";

/** A motion of one parameter: ends of the swing in parts of the channel's range, phase in cycles. */
export interface RowMotion {
  readonly waveform: Waveform;
  readonly width: number | undefined;
  readonly low: number;
  readonly high: number;
  readonly relative: boolean;
  readonly phaseCycles: number;
  readonly masterId: string | null;
  readonly rate: number;
}

/** What strokes come to for one parameter. */
export interface Row {
  readonly parameter: number;
  /** In parts of the channel's range and not limited to it; null = only what rides on what lies beneath. */
  readonly value: number | null;
  /** Added to what lies beneath while `value` is null, in parts of the channel's range. */
  readonly nudge: number;
  /** Seconds; null = the cue's time. */
  readonly fade: number | null;
  readonly delay: number;
  readonly motion: RowMotion | null;
}

/** What resolving reads besides the strokes. */
export interface ResolveContext {
  readonly rig: Rig;
  /** A group's heads in order, or null when there is no such group. */
  groupHeads(groupId: string): readonly HeadKey[] | null;
  /** A preset by id, or null when there is none. */
  preset?(presetId: string): Preset | null;
  /** Where a parameter stands before, 0..1: of two ways to look at a point the nearer is taken. Null = at home. */
  readonly present?: (parameter: number) => number | null;
  /** Leaves out what is outside somebody's reach; none = everything is within. */
  readonly reaches?: ((head: HeadKey, family: Family) => boolean) | undefined;
}
