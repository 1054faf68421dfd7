import type { Attribute } from "../rig/attributes";
import { makeRows, type PartIn } from "./make-rows";
import { addReads, partReads, readRecord } from "./part-reads";
import { timesOver } from "./part-times";
import { presetRows } from "./preset-rows";
import type { ResolveContext, Row, RowMotion } from "./row";
import { spreadOf } from "./spread";
import { inRank, type Part, type Strokes } from "./stroke";

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
    const spread = spreadOf(stroke.who, show);
    // A whole colour lies beneath single components of the same stroke.
    if (index > 0 || stroke.parts.Color || stroke.parts.Position) apart = false;
    for (const [attribute, part] of partsInOrder(stroke.parts)) {
      addReads(reads, { who: stroke.who, attribute, part }, show);
      runs.push(partRows({ attribute, part, spread, show }));
    }
  }
  // Runs that rise by themselves are merged at once.
  const rows = apart ? runs.map(rising).flat() : [...topmost(runs).values()];
  return { rows: rows.sort((a, b) => a.parameter - b.parameter), reads };
}

// Rows of a part never change in place.
const risen = new WeakMap<readonly Row[], readonly Row[]>();

function rising(rows: readonly Row[]): readonly Row[] {
  let known = risen.get(rows);
  if (!known) risen.set(rows, (known = rows.toSorted((a, b) => a.parameter - b.parameter)));
  return known;
}

/** Whole colours and positions first: single components lie over them. What only rides comes last: it moves what the others say. */
export function partsInOrder(parts: Strokes[string]["parts"]): [Attribute, Part][] {
  const entries = Object.entries(parts) as [Attribute, Part][];
  const whole = (name: Attribute): boolean => name === "Color" || name === "Position";
  const turn = ([name, part]: [Attribute, Part]): number => (onlyRides(part) ? 2 : whole(name) ? 0 : 1);
  return parts.Color || parts.Position ? entries.sort((a, b) => turn(a) - turn(b)) : entries;
}

/** Nothing but a nudge or a relative motion on what lies beneath. */
export function onlyRides({ level, colors, points, presets, motion, taken }: Part): boolean {
  return !level && !colors && !points && !presets && !taken && motion?.base !== "absolute";
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
  const moved = nudge === 0 ? beneath.motions : beneath.motions.map((motion) => (motion.relative ? motion : shifted(motion, nudge)));
  return {
    parameter: row.parameter,
    value: beneath.value === null ? null : beneath.value + nudge,
    nudge: beneath.value === null ? beneath.nudge + nudge : 0,
    ...timesOver(row, beneath),
    motions: row.motions.length === 0 ? moved : [...moved, ...row.motions],
  };
}

function shifted(motion: RowMotion, by: number): RowMotion {
  return { ...motion, low: motion.low + by, middle: motion.middle + by };
}

// Records never change in place: a part that is the same object, on the same heads, with the same presets and waveforms and within
// the same reach, comes to the same rows.
interface KnownPart extends Pick<PartIn, "attribute" | "spread"> {
  readonly reaches: ResolveContext["reaches"];
  readonly records: readonly ReturnType<typeof readRecord>[];
  readonly rows: readonly Row[];
}
const resolvedParts = new WeakMap<Part, KnownPart>();

/** The rows of one part; only what changed is worked out again. */
export function partRows({ attribute, part, spread, show }: Omit<PartIn, "rowsOf">): readonly Row[] {
  const { reaches } = show;
  const rowsOf = (other: Part): readonly Row[] => partRows({ attribute, part: other, spread, show });
  const of: PartIn = { attribute, part, spread, show, rowsOf };
  const make = (): Row[] => (part.presets ? presetRows(of) : makeRows(of));
  // Which of two ways to look at a point is nearer depends on where the head looks now.
  if (attribute === "Position" && show.present) return make();
  const records = partReads(part, show).map((id) => readRecord(id, show));
  const known = resolvedParts.get(part);
  if (
    known?.spread === spread &&
    known.attribute === attribute &&
    known.reaches === reaches &&
    known.records.length === records.length &&
    known.records.every((record, index) => record === records[index])
  )
    return known.rows;
  const rows = make();
  resolvedParts.set(part, { attribute, spread, reaches, records, rows });
  return rows;
}
