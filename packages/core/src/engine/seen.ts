import { RunList, type Runs } from "./runs";
import type { Source } from "./source";

/** Whether a source hides what lies beneath its rows that replace. */
export function isOpaque({ weight, scalesAll, level }: Source): boolean {
  return weight === 1 && (!scalesAll || level === 1);
}

/** What of a source is to be laid: its stretches that nobody hides. */
export interface Seen {
  /** Rows that raise or replace. */
  readonly plain: Runs;
  /** Colours that add up: the highest shows, or the lowest. */
  readonly highest: Runs;
  readonly lowest: Runs;
}

const NOTHING = new RunList().done();

/** What of each source is seen, from the lowest to the topmost: a row under one that replaces it wholly shows nothing and is left out. */
export function seenOf(order: readonly Source[], parameters: number): Seen[] {
  const hidden = new Uint8Array(parameters);
  const seen: Seen[] = [];
  for (let index = order.length - 1; index >= 0; index--) {
    const source = order[index]!;
    seen[index] = byWay(source, visibleRuns(source, hidden));
    if (isOpaque(source)) hide(source, hidden);
  }
  return seen;
}

function visibleRuns({ runs }: Source, hidden: Uint8Array): Runs {
  const seen = new RunList();
  for (let at = 0; at < runs.count; at++) {
    const [row, parameter, length, timing] = [runs.rows[at]!, runs.parameters[at]!, runs.lengths[at]!, runs.timings[at]!];
    const part = hidden.subarray(parameter, parameter + length);
    for (let begin = part.indexOf(0); begin >= 0;) {
      const covered = part.indexOf(1, begin);
      seen.push(row + begin, parameter + begin, { length: (covered < 0 ? length : covered) - begin, timing });
      begin = covered < 0 ? -1 : part.indexOf(0, covered);
    }
  }
  return seen.done();
}

/** Stretches apart by what the source does to their parameters. */
function byWay({ htpRows, adds }: Source, runs: Runs): Seen {
  if (adds === null) return { plain: runs, highest: NOTHING, lowest: NOTHING };
  const lists = [new RunList(), new RunList(), new RunList()] as const;
  for (let at = 0; at < runs.count; at++) {
    const [row, parameter, length, timing] = [runs.rows[at]!, runs.parameters[at]!, runs.lengths[at]!, runs.timings[at]!];
    const wayAt = (offset: number): number => (row < htpRows ? 0 : adds[parameter + offset]!);
    let begin = 0;
    for (let offset = 1; offset <= length; offset++) {
      const way = wayAt(begin);
      if (offset < length && wayAt(offset) === way) continue;
      lists[way]!.push(row + begin, parameter + begin, { length: offset - begin, timing });
      begin = offset;
    }
  }
  const [plain, highest, lowest] = lists;
  return { plain: plain.done(), highest: highest.done(), lowest: lowest.done() };
}

function hide({ runs, htpRows, adds }: Source, hidden: Uint8Array): void {
  for (let at = 0; at < runs.count; at++) {
    if (runs.rows[at]! < htpRows) continue;
    const [first, length] = [runs.parameters[at]!, runs.lengths[at]!];
    if (adds === null) hidden.fill(1, first, first + length);
    else for (let parameter = first; parameter < first + length; parameter++) if (adds[parameter] === 0) hidden[parameter] = 1;
  }
}
