import { ALWAYS_FADES, type Changes } from "../rig/changes";
import { RunList, type Runs } from "./runs";
import type { Source } from "./source";

/** Whether a source hides what lies beneath its rows that replace. */
export function isOpaque({ weight, scalesAll, level }: Source): boolean {
  return weight === 1 && (!scalesAll || level === 1);
}

/** What of a source is to be laid: its stretches that nobody hides. */
export interface Seen {
  /** Rows that replace. */
  readonly plain: Runs;
  /** Rows that replace and snap, or may, while the source lets something through. */
  readonly snapping: Runs;
  /** Intensities, and colours that add up: the highest shows. */
  readonly highest: Runs;
  /** Colours that take away: the lowest shows. */
  readonly lowest: Runs;
}

/**
 * What of each source is seen, from the lowest to the topmost: a row under one that replaces it wholly shows nothing and is left out. `hidden`:
 * room for a mark on each parameter, not used for anything else meanwhile.
 */
export function seenOf(order: readonly Source[], { ways }: Changes, hidden: Uint8Array): Seen[] {
  hidden.fill(0);
  const seen: Seen[] = [];
  for (let index = order.length - 1; index >= 0; index--) {
    const source = order[index]!;
    seen[index] = byWay(source, visibleRuns(source, hidden), ways);
    if (isOpaque(source)) hide(source, hidden);
  }
  return seen;
}

function visibleRuns({ runs }: Source, hidden: Uint8Array): Runs {
  const seen = new RunList();
  for (let at = 0; at < runs.count; at++) {
    const [row, parameter, length, timing] = [runs.rows[at]!, runs.parameters[at]!, runs.lengths[at]!, runs.timings[at]!];
    const start = runs.starts[at]!;
    const part = hidden.subarray(parameter, parameter + length);
    for (let begin = part.indexOf(0); begin >= 0;) {
      const covered = part.indexOf(1, begin);
      seen.push(row + begin, parameter + begin, { length: (covered < 0 ? length : covered) - begin, timing, start });
      begin = covered < 0 ? -1 : part.indexOf(0, covered);
    }
  }
  return seen.done();
}

const [REPLACES, HIGHEST, LOWEST, SNAPS] = [0, 1, 2, 3] as const;

/** Stretches apart by what the source does to their parameters; colours tell it by numbers (see addingWays). */
function byWay(source: Source, runs: Runs, ways: Uint8Array): Seen {
  const { htpRows, adds } = source;
  const snaps = !isOpaque(source);
  const lists = [new RunList(), new RunList(), new RunList(), new RunList()] as const;
  for (let at = 0; at < runs.count; at++) {
    const [row, parameter, length, timing] = [runs.rows[at]!, runs.parameters[at]!, runs.lengths[at]!, runs.timings[at]!];
    const start = runs.starts[at]!;
    // What rises lies apart from what doesn't, and what can't differ isn't looked at row by row.
    if (row < htpRows || (adds === null && !snaps)) {
      lists[row < htpRows ? HIGHEST : REPLACES].push(row, parameter, { length, timing, start });
      continue;
    }
    const wayAt = (offset: number): number => {
      const adding = adds === null ? 0 : adds[parameter + offset]!;
      return adding === 0 && snaps && ways[parameter + offset] !== ALWAYS_FADES ? SNAPS : adding;
    };
    let begin = 0;
    for (let offset = 1; offset <= length; offset++) {
      const way = wayAt(begin);
      if (offset < length && wayAt(offset) === way) continue;
      lists[way]!.push(row + begin, parameter + begin, { length: offset - begin, timing, start });
      begin = offset;
    }
  }
  return { plain: lists[REPLACES].done(), snapping: lists[SNAPS].done(), highest: lists[HIGHEST].done(), lowest: lists[LOWEST].done() };
}

function hide({ runs, htpRows, adds }: Source, hidden: Uint8Array): void {
  for (let at = 0; at < runs.count; at++) {
    if (runs.rows[at]! < htpRows) continue;
    const [first, length] = [runs.parameters[at]!, runs.lengths[at]!];
    if (adds === null) hidden.fill(1, first, first + length);
    else for (let parameter = first; parameter < first + length; parameter++) if (adds[parameter] === 0) hidden[parameter] = 1;
  }
}
