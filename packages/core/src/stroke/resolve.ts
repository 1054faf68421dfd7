import type { Attribute, Family } from "../rig/attributes";
import { attributeInfo } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { normalized, normalizedSize, type Head, type Rig } from "../rig/rig";
import { masked } from "../selection/mask";
import { fan } from "../shape/fan";
import type { PlacedHead } from "../shape/order";
import { placeHeads, type PlaceKind, type Shape } from "../shape/place";
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
  const ranked = inRank(strokes);
  for (const [, stroke] of ranked) {
    if (stroke.who.groupId !== undefined) reads.add(stroke.who.groupId);
    const spread = spreadOf(stroke.who, show);
    for (const [attribute, part] of Object.entries(stroke.parts) as [Attribute, Part][])
      runs.push(partRows({ attribute, part, spread, show }));
  }
  const rows = ranked.length === 1 ? runs.flat() : [...topmost(runs).values()];
  return { rows: rows.sort((a, b) => a.parameter - b.parameter), reads };
}

/** Of several rows of one parameter the last; a motion without a value rides on the value before it. */
function topmost(runs: readonly (readonly Row[])[]): Map<number, Row> {
  const rows = new Map<number, Row>();
  for (const run of runs)
    for (const row of run) {
      const beneath = row.value === null ? rows.get(row.parameter) : undefined;
      rows.set(row.parameter, beneath ? { ...beneath, motion: row.motion } : row);
    }
  return rows;
}

/** The heads that a stroke is about, in order; those that the rig no longer has are left out. */
export function headsOf(who: Who, show: Pick<ResolveContext, "rig" | "groupHeads">): Head[] {
  const base = who.groupId !== undefined ? (show.groupHeads(who.groupId) ?? []) : (who.heads ?? []);
  return masked(base, who.mask).flatMap((key) => show.rig.headByKey.get(key) ?? []);
}

/** Heads with their places, worked out once for each shape that the parts of a stroke lie in. */
class Spread {
  readonly heads: readonly Head[];
  readonly #placed: readonly PlacedHead[];
  readonly #places = new Map<string, Float64Array>();

  constructor(heads: readonly Head[]) {
    this.heads = heads;
    this.#placed = heads.map(placedHead);
  }

  places(shape: Shape, kind: PlaceKind): Float64Array {
    const key = kind + JSON.stringify(shape);
    let places = this.#places.get(key);
    if (!places) this.#places.set(key, (places = placeHeads(this.#placed, shape, kind)));
    return places;
  }
}

// Records never change in place, so what was worked out for one holds as long as it is the same object in the same rig.
const spreads = new WeakMap<Who, { readonly rig: Rig; readonly base: readonly HeadKey[] | null; readonly spread: Spread }>();
const resolvedParts = new WeakMap<
  Part,
  Pick<PartIn, "attribute" | "spread"> & { readonly reaches: ResolveContext["reaches"]; readonly rows: readonly Row[] }
>();

interface PartIn {
  readonly attribute: Attribute;
  readonly part: Part;
  readonly spread: Spread;
  readonly show: ResolveContext;
}

function spreadOf(who: Who, show: ResolveContext): Spread {
  const base = who.groupId === undefined ? null : show.groupHeads(who.groupId);
  const known = spreads.get(who);
  if (known && known.rig === show.rig && known.base === base) return known.spread;
  const spread = new Spread(headsOf(who, show));
  spreads.set(who, { rig: show.rig, base, spread });
  return spread;
}

/** The rows of one part; only what changed is worked out again. */
function partRows(of: PartIn): readonly Row[] {
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
  const { level, motion, fade, delay } = part;
  const places = spread.places(part.shape, "open");
  const phases = motion && spread.places(motion.phaseShape, "round");
  const rows: Row[] = [];
  for (let index = 0; index < spread.heads.length; index++) {
    const head = spread.heads[index]!;
    const parameter = head.parameters.get(attribute);
    if (parameter === undefined || (show.reaches && !show.reaches(head.key, family))) continue;
    const { channel } = show.rig.parameters[parameter]!;
    const u = places[index]!;
    rows.push({
      parameter,
      value: level ? normalized(channel, fan(level.knots, u, level.path)) : motion?.base === "absolute" ? 0 : null,
      fade: fade ? fan(fade.knots, u, fade.path) : null,
      delay: delay ? fan(delay.knots, u, delay.path) : 0,
      motion: motion ? rowMotion(motion, { channel, phaseDegrees: fan(motion.phase.knots, phases![index]!, motion.phase.path) }) : null,
    });
  }
  return rows;
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
