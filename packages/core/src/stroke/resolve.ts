import type { Attribute } from "../rig/attributes";
import { rowsOf, type Content } from "./column";
import { Laid } from "./laid";
import { contentOfRows, makeColumns } from "./make-columns";
import { makeRows, type PartIn } from "./make-rows";
import { addReads, partReads, readRecord } from "./part-reads";
import { presetColumns, presetRows } from "./preset-rows";
import type { ResolveContext, Row } from "./row";
import { spreadOf } from "./spread";
import { inRank, type Part, type Strokes } from "./stroke";

/** What strokes come to. */
export class Resolved {
  /** Rising by parameter: plain values as columns, all else as rows. */
  readonly content: readonly Content[];
  /** Ids of the records that were read: when one of them changes, this must be resolved again. */
  readonly reads: ReadonlySet<string>;
  #rows: readonly Row[] | null = null;

  constructor(content: readonly Content[], reads: ReadonlySet<string>) {
    this.content = content;
    this.reads = reads;
  }

  /** One row a parameter, rising by parameter. */
  get rows(): readonly Row[] {
    return (this.#rows ??= this.content.flatMap(rowsOf));
  }
}

/** Turns strokes into plain values and rows, one a parameter. Later strokes win, attribute by attribute. */
export function resolve(strokes: Strokes, show: ResolveContext): Resolved {
  const reads = new Set<string>();
  const laid = new Laid(show.rig);
  for (const [, stroke] of inRank(strokes)) {
    const spread = spreadOf(stroke.who, show);
    for (const [attribute, part] of partsInOrder(stroke.parts)) {
      addReads(reads, { who: stroke.who, attribute, part }, show);
      for (const content of partContent({ attribute, part, spread, show })) laid.add(content);
    }
  }
  return new Resolved(laid.content, reads);
}

/**
 * Whole colours and positions first: single components lie over them. What only rides comes last: it moves what the others say. Of two
 * that are alternatives on one channel the one touched last decides.
 */
export function partsInOrder(parts: Strokes[string]["parts"]): [Attribute, Part][] {
  const entries = Object.entries(parts);
  const whole = (name: Attribute): boolean => name === "Color" || name === "Position";
  const turn = ([name, part]: [Attribute, Part]): number => (onlyRides(part) ? 2 : whole(name) ? 0 : 1);
  return entries.length > 1 ? entries.sort((a, b) => turn(a) - turn(b) || a[1].touched - b[1].touched) : entries;
}

/** Nothing but a nudge or a relative motion on what lies beneath. */
export function onlyRides({ level, colors, points, follow, presets, motion, taken }: Part): boolean {
  return !level && !colors && !points && !follow && !presets && !taken && motion?.base !== "absolute";
}

// Records never change in place: a part that is the same object, on the same heads, with the same presets and waveforms and within
// the same reach, comes to the same rows.
interface KnownPart extends Pick<PartIn, "attribute" | "spread"> {
  readonly reaches: ResolveContext["reaches"];
  readonly records: readonly ReturnType<typeof readRecord>[];
  readonly content: readonly Content[];
}
const resolvedParts = new WeakMap<Part, KnownPart>();

/** The rows of one part; only what changed is worked out again. */
export function partRows(of: Omit<PartIn, "rowsOf">): readonly Row[] {
  return partContent(of).flatMap(rowsOf);
}

/** What one part comes to, as columns where that is all there is; only what changed is worked out again. */
export function partContent({ attribute, part, spread, show }: Omit<PartIn, "rowsOf">): readonly Content[] {
  const { reaches } = show;
  const rowsOfPart = (other: Part): readonly Row[] => partRows({ attribute, part: other, spread, show });
  const of: PartIn = { attribute, part, spread, show, rowsOf: rowsOfPart };
  const make = (): readonly Content[] => {
    const columns = part.presets ? presetColumns(of) : makeColumns(of);
    if (columns) return columns;
    const rows = part.presets ? presetRows(of) : makeRows(of);
    return contentOfRows(rows, show.rig);
  };
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
    return known.content;
  const content = make();
  resolvedParts.set(part, { attribute, spread, reaches, records, content });
  return content;
}
