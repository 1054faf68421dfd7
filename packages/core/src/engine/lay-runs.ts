import type { Changes } from "../rig/changes";
import { ELSEWHERE, kernelsNow } from "./kernels";
import type { LaidStage, Stretch } from "./laid-stage";
import { MIXED, type Runs } from "./runs";
import { TOP_SHIFT, TOPPED_ROWS } from "./row-tops";
import type { Seen } from "./seen";
import type { Source } from "./source";

/** Lays what is seen of a source over what lies beneath, but for what raises it. Allocates nothing. */
export function laySeen(source: Source, { plain, snapping, lowest }: Seen, stage: LaidStage, changes: Changes): void {
  layRuns(source, plain, stage);
  if (snapping.count > 0) {
    snappingChanges = changes;
    layRuns(source, snapping, stage, laySnapping);
  }
  if (lowest.count > 0) layRuns(source, lowest, stage, layLowest);
}

/** Lays what of a source raises what lies beneath. */
export function layRaising(source: Source, { highest }: Seen, stage: LaidStage): void {
  if (highest.count > 0) layRuns(source, highest, stage, layHighest);
}

type Lay = (source: Source, at: Stretch, stage: LaidStage) => void;

/** The stretch being laid: one object for all, since frames allocate nothing. */
const stretch: Stretch = { row: 0, parameter: 0, length: 0, timing: 0, share: new Float64Array(1), start: new Float64Array(1) };

/** Lays the parts of the stretches that lie within the spans. */
export function layRuns(source: Source, runs: Runs, stage: LaidStage, lay: Lay = layPlain): void {
  const { count, bounds } = stage.spans;
  if (count === 0 || runs.end <= bounds[0]! || runs.first >= bounds[2 * count - 1]!) return;
  for (let at = 0, span = 0; at < runs.count && span < count;) {
    const first = runs.parameters[at]!;
    const end = first + runs.lengths[at]!;
    const [from, to] = [bounds[2 * span]!, bounds[2 * span + 1]!];
    if (end > from && first < to) {
      const begin = first > from ? first : from;
      stretch.parameter = begin;
      stretch.row = runs.rows[at]! + begin - first;
      stretch.length = (end < to ? end : to) - begin;
      stretch.timing = runs.timings[at]!;
      stretch.start[0] = runs.starts[at]!;
      lay(source, stretch, stage);
    }
    if (end > to) span++;
    else at = span < count && end <= from ? firstBehind(runs, at + 1, from) : at + 1;
  }
}

/** So many stretches are looked at one by one before it is worth searching. */
const NEAR = 4;

/** The first stretch from `at` on that ends behind a parameter: where little has moved most of them lie before it. */
function firstBehind({ count, parameters, lengths }: Runs, at: number, parameter: number): number {
  for (const near = at + NEAR; at < near; at++) if (at >= count || parameters[at]! + lengths[at]! > parameter) return at;
  let end = count;
  while (at < end) {
    const middle = (at + end) >> 1;
    if (parameters[middle]! + lengths[middle]! > parameter) end = middle;
    else at = middle + 1;
  }
  return at;
}

function layPlain(source: Source, at: Stretch, stage: LaidStage): void {
  const { values } = stage;
  const { settled, weight, level, htpRows } = source;
  const raises = at.row < htpRows;
  const gain = weight * level;
  const share = raises || source.scalesAll ? gain : weight;
  if (share === 0) return;
  at.share[0] = share;
  if (!settled && (source.beneath !== null || source.travel.size > 0)) return layRowByRow(source, at, values);
  if (raises) return raise(source, at, stage);
  if (share === 1 ? loopOver(source, at, stage, "replace") : loopOver(source, at, stage, "blend")) return;
  const mixed = !settled && at.timing === MIXED;
  const done = settled || mixed ? 1 : source.progress[at.timing]!;
  if (mixed) replaceOnTheWay(source, at, values);
  else if (done === 1) replaceBy(source.compiled.to, at, values);
  else if (done === 0) replaceBy(source.from, at, values);
  else replaceOnTheWay(source, at, values);
}

/** How what snaps does so, while it is laid: frames make no functions. */
let snappingChanges: Changes | null = null;

/** What snaps is wholly there or not at all: there as soon as it comes, gone as soon as it lets go. Within one function it goes along. */
function laySnapping(source: Source, { row, parameter, length }: Stretch, { values }: LaidStage): void {
  const share = source.scalesAll ? source.weight * source.level : source.weight;
  const there = isThere(source);
  for (let at = 0; at < length; at++) {
    const value = source.rowValue(row + at);
    const beneath = values[parameter + at]!;
    if (snappingChanges!.snaps(parameter + at, beneath, value)) {
      if (there) values[parameter + at] = value;
    } else values[parameter + at] = beneath + (value - beneath) * share;
  }
}

/** Whether what snaps shows. */
export function isThere({ weight, scalesAll, level }: Source): boolean {
  return weight === 1 && (!scalesAll || level > 0);
}

/** Intensities, and colours that add up. */
function layHighest(source: Source, at: Stretch, stage: LaidStage): void {
  at.share[0] = source.weight * source.level;
  if (at.share[0] !== 0) raise(source, at, stage);
}

/** The same of colours that take away: the lowest shows. */
function layLowest(source: Source, at: Stretch, stage: LaidStage): void {
  const share = source.weight * source.level;
  at.share[0] = share;
  if (share !== 0) lower(source, at, stage);
}

/** Lays a stretch by the host's loops; false where there are none, where they don't reach, or where the rows' times differ. */
function loopOver(
  source: Source,
  { row, parameter, length, timing, share }: Stretch,
  stage: LaidStage,
  loop: "replace" | "blend" | "raise" | "lower",
): boolean {
  const kernels = kernelsNow();
  const { fromAt, toAt, settled } = source;
  if (kernels === null || fromAt === ELSEWHERE || toAt === ELSEWHERE || stage.at === ELSEWHERE) return false;
  if (!settled && (timing === MIXED || source.beneath !== null || source.travel.size > 0)) return false;
  const part = settled ? 1 : source.progress[timing]!;
  kernels.numbers[0] = part;
  kernels.numbers[1] = share[0]!;
  const to = toAt + 4 * row;
  // On the whole way there is nothing to work out, nor anything to be rounded: from where it is to where it is.
  kernels[loop](part === 1 ? to : fromAt + 4 * row, to, stage.at + 4 * parameter, length);
  return true;
}

/**
 * Raises by the host's loops block by block, where all rows come from one level or have arrived: what can't reach over what is there isn't worked
 * out. Rows before the first whole block and behind the last one are raised as others are. False where that can't be told.
 */
function overtop(source: Source, at: Stretch, stage: LaidStage): boolean {
  const kernels = kernelsNow();
  const { settled, tops } = source;
  if (kernels === null || tops.at === ELSEWHERE || (!settled && at.timing === MIXED)) return false;
  const start = settled || source.progress[at.timing] === 1 ? 0 : at.start[0]!;
  const before = -at.row & (TOPPED_ROWS - 1);
  const blocks = Math.floor((at.length - before) / TOPPED_ROWS);
  // A number that isn't one differs from itself.
  if (start !== start || blocks <= 0) return false;
  const { length } = at;
  at.length = before;
  if (!loopOver(source, at, stage, "raise")) {
    at.length = length;
    return false;
  }
  at.row += before;
  at.parameter += before;
  kernels.numbers[2] = start;
  kernels.overtop(source.toAt + 4 * at.row, tops.at + 4 * (at.row >> TOP_SHIFT), stage.at + 4 * at.parameter, blocks);
  at.row += blocks * TOPPED_ROWS;
  at.parameter += blocks * TOPPED_ROWS;
  at.length = length - before - blocks * TOPPED_ROWS;
  return loopOver(source, at, stage, "raise");
}

/** Levels on their way into a maximum, as numbers and as the bits of these. */
const offered = new Float32Array(1024);
const offeredBits = new Int32Array(offered.buffer);

/** Rows that raise, in pieces for which there is room. */
function raise(source: Source, stretch: Stretch, stage: LaidStage): void {
  if (overtop(source, stretch, stage) || loopOver(source, stretch, stage, "raise")) return;
  const { bits } = stage;
  for (let left = stretch.length; left > 0;) {
    const count = left < offered.length ? left : offered.length;
    offer(source, stretch, { count, above: 0 });
    raiseBits(bits, stretch.parameter, count);
    stretch.row += count;
    stretch.parameter += count;
    left -= count;
  }
}

/** Rows that lower, in pieces for which there is room; what isn't in the share offers nothing lower than 1. */
function lower(source: Source, stretch: Stretch, stage: LaidStage): void {
  if (loopOver(source, stretch, stage, "lower")) return;
  const { bits } = stage;
  for (let left = stretch.length; left > 0;) {
    const count = left < offered.length ? left : offered.length;
    offer(source, stretch, { count, above: 1 - stretch.share[0]! });
    lowerBits(bits, stretch.parameter, count);
    stretch.row += count;
    stretch.parameter += count;
    left -= count;
  }
}

/** Works out what so many rows offer, in their share and so much above. */
function offer(source: Source, { row, timing, share: shares }: Stretch, { count, above }: { count: number; above: number }): void {
  const share = shares[0]!;
  const { from, progress, settled } = source;
  if (!settled && (source.beneath !== null || source.travel.size > 0)) {
    for (let at = 0; at < count; at++) offered[at] = source.rowValue(row + at) * share + above;
    return;
  }
  const { to, timing: timings } = source.compiled;
  const mixed = !settled && timing === MIXED;
  const same = settled || mixed ? 1 : progress[timing]!;
  if (!mixed && same === 1) for (let at = 0; at < count; at++) offered[at] = to[row + at]! * share + above;
  else if (mixed)
    for (let at = 0; at < count; at++) {
      const start = from[row + at]!;
      offered[at] = (start + (to[row + at]! - start) * progress[timings[row + at]!]!) * share + above;
    }
  else
    for (let at = 0; at < count; at++) {
      const start = from[row + at]!;
      offered[at] = (start + (to[row + at]! - start) * same) * share + above;
    }
}

/** The greater of what is there and what is offered. Levels aren't negative, so they compare as their bits do: without a branch to guess. */
function raiseBits(bits: Int32Array, parameter: number, count: number): void {
  for (let at = 0; at < count; at++) {
    const there = bits[parameter + at]!;
    const short = (there - offeredBits[at]!) | 0;
    bits[parameter + at] = (there - (short & (short >> 31))) | 0;
  }
}

function lowerBits(bits: Int32Array, parameter: number, count: number): void {
  for (let at = 0; at < count; at++) {
    const there = bits[parameter + at]!;
    const over = (offeredBits[at]! - there) | 0;
    bits[parameter + at] = (there + (over & (over >> 31))) | 0;
  }
}

function replaceBy(said: Float32Array, { row, parameter, length, share: shares }: Stretch, values: Float32Array): void {
  const share = shares[0]!;
  if (share === 1) for (let at = 0; at < length; at++) values[parameter + at] = said[row + at]!;
  else
    for (let at = 0; at < length; at++) {
      const beneath = values[parameter + at]!;
      values[parameter + at] = beneath + (said[row + at]! - beneath) * share;
    }
}

function replaceOnTheWay(source: Source, { row, parameter, length, timing, share: shares }: Stretch, values: Float32Array): void {
  const share = shares[0]!;
  const { from, progress } = source;
  const { to, timing: timings } = source.compiled;
  const same = timing === MIXED ? 0 : progress[timing]!;
  if (share === 1 && timing !== MIXED)
    for (let at = 0; at < length; at++) {
      const start = from[row + at]!;
      values[parameter + at] = start + (to[row + at]! - start) * same;
    }
  else
    for (let at = 0; at < length; at++) {
      const start = from[row + at]!;
      const value = start + (to[row + at]! - start) * (timing === MIXED ? progress[timings[row + at]!]! : same);
      const beneath = values[parameter + at]!;
      values[parameter + at] = share === 1 ? value : beneath + (value - beneath) * share;
    }
}

/** Rows that begin from what moves on beneath, or that travel by colour. */
function layRowByRow(source: Source, { row, parameter, length, share: shares }: Stretch, values: Float32Array): void {
  const share = shares[0]!;
  const raises = row < source.htpRows;
  for (let at = 0; at < length; at++) {
    const value = source.rowValue(row + at);
    const beneath = values[parameter + at]!;
    if (!raises) values[parameter + at] = share === 1 ? value : beneath + (value - beneath) * share;
    else if (value * share > beneath) values[parameter + at] = value * share;
  }
}
