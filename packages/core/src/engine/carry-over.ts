import type { CompiledRows } from "./compile";
import { followedAngles } from "./flat-follows";
import { rowFloats } from "./kernels";
import { risingRows } from "./row-times";
import type { Source } from "./source";

/** Runs that move on beneath one another: deeper than this the lowest stands still where it is. */
const MOST_BENEATH = 3;

/** For each of these parameters (rising) the row that another source has for it, or -1. */
export function rowsIn(parameters: Int32Array, other: CompiledRows): Int32Array {
  const rows = new Int32Array(parameters.length).fill(-1);
  for (let row = 0, old = 0; row < parameters.length && old < other.parameters.length; row++) {
    while (old < other.parameters.length && other.parameters[old]! < parameters[row]!) old++;
    if (other.parameters[old] === parameters[row]) rows[row] = old;
  }
  return rows;
}

/**
 * Lets what moves in the present run move on beneath the next one while that fades in, so that nothing stops dead. LTP rows
 * only where the present run is what shows: `merged` is what is on stage.
 */
export function layOver(next: Source, present: Source, { merged, gain }: { merged: Float32Array; gain: number }): void {
  const rows = rowsIn(next.compiled.parameters, present.compiled);
  const moving = movingRows(present);
  let any = false;
  next.compiled.parameters.forEach((parameter, row) => {
    const old = rows[row]!;
    const shows = row < next.htpRows || Math.abs(merged[parameter]! - present.rowValue(old)) < 1e-6;
    if (old >= 0 && moving[old] === 1 && shows) any = true;
    else rows[row] = -1;
  });
  if (!any) return;
  present.motions.stop(next.startSeconds);
  // Those that go from target to target do so in metres.
  for (const row of next.follows.takeOver(present.follows, rows)) rows[row] = -1;
  if (rows.every((old) => old < 0)) return;
  next.beneath = { source: present, rows, gain };
  limitDepth(next);
}

/**
 * Lets what a sketch takes up in mid motion begin from that motion as it goes on, not from where it was: so nothing on stage changes. Of the
 * sources whose values are what is on stage (`merged`) the one that moves most of `parameters`; it isn't touched itself.
 */
export function beginFromMoving(
  next: Source,
  { playing, merged, parameters }: { playing: readonly Source[]; merged: Float32Array; parameters: ReadonlySet<number> },
): void {
  let most = 0;
  for (const source of playing) {
    const moving = movingRows(source);
    const rows = rowsIn(next.compiled.parameters, source.compiled);
    rows.forEach((old, row) => {
      const parameter = next.compiled.parameters[row]!;
      const shows = old >= 0 && moving[old] === 1 && Math.abs(merged[parameter]! - source.rowValue(old)) < 1e-6;
      if (!shows || !parameters.has(parameter)) rows[row] = -1;
    });
    const count = rows.reduce((sum, old) => sum + Number(old >= 0), 0);
    if (count <= most) continue;
    most = count;
    next.beneath = { source, rows, gain: 1 };
  }
}

/** 1 for the rows whose value time alone changes. */
export function movingRows({ compiled, beneath }: Source): Uint8Array {
  const moving = new Uint8Array(compiled.parameters.length);
  compiled.motions.targets.forEach((row) => (moving[row] = 1));
  for (const { row } of followedAngles(compiled.follows)) moving[row] = 1;
  beneath?.rows.forEach((under, row) => {
    if (under >= 0) moving[row] = 1;
  });
  return moving;
}

function limitDepth(top: Source): void {
  let source = top;
  for (let depth = 0; depth < MOST_BENEATH && source.beneath; depth++) source = source.beneath.source;
  const { beneath } = source;
  if (!beneath) return;
  beneath.rows.forEach((under, row) => {
    if (under >= 0) source.from[row] = beneath.source.rowValue(under) * (row < source.htpRows ? beneath.gain : 1);
  });
  source.beneath = null;
}

/** Where a parameter of a run that goes on with other content came from, or what `fresh` says of it; asked in rising order. */
export function startsOf({ compiled, from }: Source, fresh: (parameter: number) => number): (parameter: number) => number {
  const rowOf = risingRows(compiled.parameters);
  return (parameter) => {
    const row = rowOf(parameter);
    return row >= 0 ? from[row]! : Math.fround(fresh(parameter));
  };
}

/** The same of all its parameters, at once. */
export function startsInRun(parameters: Int32Array, { compiled, from }: Source, fresh: (parameter: number) => number): Float32Array {
  const rows = rowsIn(parameters, compiled);
  const starts = rowFloats(rows.length);
  for (let row = 0; row < rows.length; row++) starts[row] = rows[row]! >= 0 ? from[rows[row]!]! : fresh(parameters[row]!);
  return starts;
}

/** The same run with new content: what moves on beneath goes on. */
export function carryBeneath({ beneath, compiled }: Source, next: Source): void {
  if (!beneath) return;
  const rows = rowsIn(next.compiled.parameters, compiled);
  next.beneath = { ...beneath, rows: rows.map((old) => (old >= 0 ? beneath.rows[old]! : -1)) };
}
