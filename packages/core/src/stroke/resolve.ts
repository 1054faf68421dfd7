import type { Attribute, Family } from "../rig/attributes";
import { attributeInfo } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { normalized, normalizedSize, type Head, type Rig } from "../rig/rig";
import { masked } from "../selection/mask";
import { fan } from "../shape/fan";
import { placeHeads } from "../shape/place";
import { placedHead } from "./placed-head";
import type { Waveform } from "../motion/waveform";
import type { Motion } from "../motion/motion";
import { inRank, type Part, type Strokes, type Who } from "./stroke";

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

/** What strokes come to for one parameter. `value` is 0..1 of the channel's range; null = only a motion on what lies beneath. */
export interface Row {
  readonly parameter: number;
  readonly value: number | null;
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
  /** Leaves out what is outside somebody's reach; none = everything is within. */
  readonly reaches?: (head: HeadKey, family: Family) => boolean;
}

export interface Resolved {
  /** Rising by parameter. */
  readonly rows: readonly Row[];
  /** Ids of the records that were read: when one of them changes, this must be resolved again. */
  readonly reads: ReadonlySet<string>;
}

/** Turns strokes into plain rows, one a parameter. Later strokes win, attribute by attribute. */
export function resolve(strokes: Strokes, show: ResolveContext): Resolved {
  const rows = new Map<number, Row>();
  const reads = new Set<string>();
  for (const [, stroke] of inRank(strokes)) {
    if (stroke.who.groupId !== undefined) reads.add(stroke.who.groupId);
    const heads = headsOf(stroke.who, show);
    for (const [attribute, part] of Object.entries(stroke.parts) as [Attribute, Part][])
      for (const row of partRows(attribute, part, { heads, show })) {
        const beneath = rows.get(row.parameter);
        const rides = row.value === null && beneath !== undefined;
        rows.set(row.parameter, rides ? { ...beneath, motion: row.motion } : row);
      }
  }
  return { rows: [...rows.values()].sort((a, b) => a.parameter - b.parameter), reads };
}

/** The heads that a stroke is about, in order; those that the rig no longer has are left out. */
export function headsOf(who: Who, show: Pick<ResolveContext, "rig" | "groupHeads">): Head[] {
  const base = who.groupId !== undefined ? (show.groupHeads(who.groupId) ?? []) : (who.heads ?? []);
  return masked(base, who.mask).flatMap((key) => show.rig.headByKey.get(key) ?? []);
}

function* partRows(attribute: Attribute, part: Part, { heads, show }: { heads: readonly Head[]; show: ResolveContext }): Generator<Row> {
  const { family } = attributeInfo(attribute);
  const placed = heads.map(placedHead);
  const places = placeHeads(placed, part.shape, "open");
  const { level, motion, fade, delay } = part;
  const phases = motion && placeHeads(placed, motion.phaseShape, "round");
  for (const [index, head] of heads.entries()) {
    const parameter = head.parameters.get(attribute);
    if (parameter === undefined || (show.reaches && !show.reaches(head.key, family))) continue;
    const { channel } = show.rig.parameters[parameter]!;
    const u = places[index]!;
    yield {
      parameter,
      value: level ? normalized(channel, fan(level.knots, u, level.path)) : motion?.base === "absolute" ? 0 : null,
      fade: fade ? fan(fade.knots, u, fade.path) : null,
      delay: delay ? fan(delay.knots, u, delay.path) : 0,
      motion: motion ? rowMotion(motion, { channel, phaseDegrees: fan(motion.phase.knots, phases![index]!, motion.phase.path) }) : null,
    };
  }
}

function rowMotion(motion: Motion, at: { channel: Parameters<typeof normalized>[0]; phaseDegrees: number }): RowMotion {
  const { waveform, width, base, masterId, rate } = motion;
  const relative = base === "relative";
  const scaled = relative ? normalizedSize : normalized;
  return {
    waveform,
    width,
    low: scaled(at.channel, motion.low),
    high: scaled(at.channel, motion.high),
    relative,
    phaseCycles: at.phaseDegrees / 360,
    masterId,
    rate,
  };
}
