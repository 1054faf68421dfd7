import { fanColor } from "../color/color-fan";
import { attributeInfo, type Attribute, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { mix } from "../rig/mix-head";
import { placedHead } from "../rig/placed-head";
import type { Channel } from "../rig/profile";
import { normalizedFreely, normalizedSize, type Head, type Rig } from "../rig/rig";
import { placedHeads, type Who } from "../selection/who";
import { fan } from "../shape/fan";
import type { PlacedHead } from "../shape/order";
import { placeHeads, type PlaceKind, type Shape } from "../shape/place";
import type { Motion } from "../motion/motion";
import type { Waveform } from "../motion/waveform";
import { inRank, type Part, type Strokes } from "./stroke";

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
  /** Leaves out what is outside somebody's reach; none = everything is within. */
  readonly reaches?: ((head: HeadKey, family: Family) => boolean) | undefined;
}

export interface Resolved {
  /** Rising by parameter. */
  readonly rows: readonly Row[];
  /** Ids of the records that were read: when one of them changes, this must be resolved again. */
  readonly reads: ReadonlySet<string>;
}

/** Turns strokes into plain rows, one a parameter. Later strokes win, attribute by attribute. */
export function resolve(strokes: Strokes, show: ResolveContext): Resolved {
  const reads = new Set<string>();
  const runs: (readonly Row[])[] = [];
  let apart = true;
  for (const [index, [, stroke]] of inRank(strokes).entries()) {
    stroke.who.groupIds?.forEach((id) => reads.add(id));
    const spread = spreadOf(stroke.who, show);
    // A whole colour lies beneath single components of the same stroke.
    if (index > 0 || stroke.parts.Color) apart = false;
    for (const [attribute, part] of partsInOrder(stroke.parts)) runs.push(partRows({ attribute, part, spread, show }));
  }
  const rows = apart ? runs.flat() : [...topmost(runs).values()];
  return { rows: rows.sort((a, b) => a.parameter - b.parameter), reads };
}

function partsInOrder(parts: Strokes[string]["parts"]): [Attribute, Part][] {
  const entries = Object.entries(parts) as [Attribute, Part][];
  return parts.Color ? entries.sort(([a], [b]) => Number(b === "Color") - Number(a === "Color")) : entries;
}

/** Of several rows of one parameter the last; one without a value rides on what is before it. */
function topmost(runs: readonly (readonly Row[])[]): Map<number, Row> {
  const rows = new Map<number, Row>();
  for (const run of runs) for (const row of run) rows.set(row.parameter, laidOver(rows.get(row.parameter), row));
  return rows;
}

/** A row over another of the same parameter: it takes its place, or rides on it when it has no value of its own. */
export function laidOver(beneath: Row | undefined, row: Row): Row {
  if (!beneath || row.value !== null) return row;
  const { nudge } = row;
  const moved = beneath.motion && !beneath.motion.relative && nudge !== 0 ? shifted(beneath.motion, nudge) : beneath.motion;
  return {
    parameter: row.parameter,
    value: beneath.value === null ? null : beneath.value + nudge,
    nudge: beneath.value === null ? beneath.nudge + nudge : 0,
    fade: row.fade ?? beneath.fade,
    delay: row.delay > 0 ? row.delay : beneath.delay,
    motion: row.motion ?? moved,
  };
}

function shifted(motion: RowMotion, by: number): RowMotion {
  return { ...motion, low: motion.low + by, high: motion.high + by };
}

/** The heads that a stroke is about, in order; those that the rig no longer has are left out. */
export function headsOf(who: Who, show: Pick<ResolveContext, "rig" | "groupHeads">): Head[] {
  return placedOf(who, show).map(({ key }) => show.rig.headByKey.get(key)!);
}

function placedOf(who: Who, show: Pick<ResolveContext, "rig" | "groupHeads">): PlacedHead[] {
  return placedHeads(who, {
    groupHeads: (id) => show.groupHeads(id),
    placed: (key) => {
      const head = show.rig.headByKey.get(key);
      return head ? placedHead(head) : null;
    },
  });
}

/** Heads with their places, worked out once for each shape that the parts of a stroke lie in. */
export class Spread {
  readonly heads: readonly Head[];
  readonly #placed: readonly PlacedHead[];
  readonly #places = new Map<string, Float64Array>();

  constructor(placed: readonly PlacedHead[], rig: Rig) {
    this.heads = placed.map(({ key }) => rig.headByKey.get(key)!);
    this.#placed = placed;
  }

  places(shape: Shape, kind: PlaceKind): Float64Array {
    const key = kind + JSON.stringify(shape);
    let places = this.#places.get(key);
    if (!places) this.#places.set(key, (places = placeHeads(this.#placed, shape, kind)));
    return places;
  }
}

// Records never change in place, so what was worked out for one holds as long as it is the same object in the same rig.
interface KnownSpread {
  readonly rig: Rig;
  readonly bases: readonly (readonly HeadKey[] | null)[];
  readonly spread: Spread;
}
const spreads = new WeakMap<Who, KnownSpread>();
type KnownPart = Pick<PartIn, "attribute" | "spread"> & { readonly reaches: ResolveContext["reaches"]; readonly rows: readonly Row[] };
const resolvedParts = new WeakMap<Part, KnownPart>();

/** One part of a stroke with its heads. */
export interface PartIn {
  readonly attribute: Attribute;
  readonly part: Part;
  readonly spread: Spread;
  readonly show: ResolveContext;
}

/** The heads of a stroke with their places. */
export function spreadOf(who: Who, show: ResolveContext): Spread {
  const bases = who.groupIds?.map((id) => show.groupHeads(id)) ?? [];
  const known = spreads.get(who);
  if (known?.rig === show.rig && known.bases.every((base, index) => base === bases[index])) return known.spread;
  const spread = new Spread(placedOf(who, show), show.rig);
  spreads.set(who, { rig: show.rig, bases, spread });
  return spread;
}

/** The rows of one part; only what changed is worked out again. */
export function partRows(of: PartIn): readonly Row[] {
  const { attribute, part, spread } = of;
  const { reaches } = of.show;
  const known = resolvedParts.get(part);
  if (known && known.spread === spread && known.attribute === attribute && known.reaches === reaches) return known.rows;
  const rows = makeRows(of);
  resolvedParts.set(part, { attribute, spread, reaches, rows });
  return rows;
}

function makeRows({ attribute, part, spread, show }: PartIn): Row[] {
  const { family } = attributeInfo(attribute);
  const { level, colors, nudge, motion, fade, delay } = part;
  const places = spread.places(part.shape, "open");
  const phases = motion && spread.places(motion.phaseShape, "round");
  const rows: Row[] = [];
  for (let index = 0; index < spread.heads.length; index++) {
    const head = spread.heads[index]!;
    if (show.reaches && !show.reaches(head.key, family)) continue;
    const u = places[index]!;
    const times = { fade: fade ? fan(fade.knots, u, fade.path) : null, delay: delay ? fan(delay.knots, u, delay.path) : 0 };
    if (colors) {
      for (const [name, value] of mix(head, fanColor(colors, u)))
        rows.push({ parameter: head.parameters.get(name)!, value, nudge: 0, ...times, motion: null });
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
