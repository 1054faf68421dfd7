import { RunList, type Runs } from "./runs";
import type { Source } from "./source";

/** Whether a source hides what lies beneath its rows that replace. */
export function isOpaque({ weight, scalesAll, level }: Source): boolean {
  return weight === 1 && (!scalesAll || level === 1);
}

/** What of a source is to be laid: its stretches that nobody hides, those that need the account of who covers what apart. */
export interface Seen {
  readonly plain: Runs;
  readonly counting: Runs;
}

/**
 * What of each source is seen, from the lowest to the topmost: a row under one that replaces it wholly shows nothing and is left out.
 * `counts`: parameters at which colours add up or home counts, 1 each; null = none.
 */
export function seenOf(order: readonly Source[], of: { parameters: number; counts: Uint8Array | null }): Seen[] {
  const hidden = new Uint8Array(of.parameters);
  const seen: Seen[] = [];
  for (let index = order.length - 1; index >= 0; index--) {
    const source = order[index]!;
    seen[index] = seenRows(source, hidden, of.counts);
    if (isOpaque(source)) hide(source, hidden);
  }
  return seen;
}

function seenRows({ runs }: Source, hidden: Uint8Array, counts: Uint8Array | null): Seen {
  const [plain, counting] = [new RunList(), new RunList()];
  for (let at = 0; at < runs.count; at++) {
    const [row, parameter, length, timing] = [runs.rows[at]!, runs.parameters[at]!, runs.lengths[at]!, runs.timings[at]!];
    if (counts === null) {
      const part = hidden.subarray(parameter, parameter + length);
      for (let begin = part.indexOf(0); begin >= 0;) {
        const covered = part.indexOf(1, begin);
        plain.push(row + begin, parameter + begin, { length: (covered < 0 ? length : covered) - begin, timing });
        begin = covered < 0 ? -1 : part.indexOf(0, covered);
      }
      continue;
    }
    let begin = 0;
    const kindAt = (offset: number): number => (hidden[parameter + offset] === 1 ? 0 : counts[parameter + offset] === 1 ? 2 : 1);
    let kind = kindAt(0);
    for (let offset = 1; offset <= length; offset++) {
      const next = offset < length ? kindAt(offset) : -1;
      if (next === kind) continue;
      if (kind !== 0) (kind === 1 ? plain : counting).push(row + begin, parameter + begin, { length: offset - begin, timing });
      [begin, kind] = [offset, next];
    }
  }
  return { plain: plain.done(), counting: counting.done() };
}

function hide({ runs, htpRows, adds }: Source, hidden: Uint8Array): void {
  for (let at = 0; at < runs.count; at++) {
    if (runs.rows[at]! < htpRows) continue;
    const [first, length] = [runs.parameters[at]!, runs.lengths[at]!];
    if (adds === null) hidden.fill(1, first, first + length);
    else for (let parameter = first; parameter < first + length; parameter++) if (adds[parameter] === 0) hidden[parameter] = 1;
  }
}

/** The parameters at which it counts who covers how much: where home isn't zero and the highest wins, and where colours add up. */
export function countsOf(order: readonly Source[], of: { home: Float32Array; htpCount: number; homeCounts: boolean }): Uint8Array | null {
  if (!of.homeCounts && !order.some(({ adds }) => adds !== null)) return null;
  const counts = new Uint8Array(of.home.length);
  for (let parameter = 0; parameter < of.htpCount; parameter++) if (of.home[parameter]! > 0) counts[parameter] = 1;
  for (const { adds, compiled } of order) {
    if (adds === null) continue;
    for (let row = 0; row < compiled.parameters.length; row++)
      if (adds[compiled.parameters[row]!]! > 0) counts[compiled.parameters[row]!] = 1;
  }
  return counts;
}
