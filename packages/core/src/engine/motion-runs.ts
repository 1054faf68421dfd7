import { swingAt, type FlatMotions } from "./flat-motions";

/** Motions in stretches: those that swing alike, and between them those that don't; the motions of one row stay together. */
export class MotionRuns {
  readonly count: number;
  /** Stretches are half-open. */
  readonly begins: Int32Array;
  readonly ends: Int32Array;
  /**
   * 1 = rows that follow each other, one motion each with nothing beneath it, all of one table, without sizes that fade; 2 = the same of tables of
   * their own, whether they follow each other or not.
   */
  readonly alike: Uint8Array;
  readonly #motions: FlatMotions;

  constructor(motions: FlatMotions) {
    const { targets, tables, relative, fades } = motions;
    const alone = (at: number): boolean =>
      relative[at] === 0 && fades === null && targets[at - 1] !== targets[at] && targets[at + 1] !== targets[at];
    const goesOn = (at: number): boolean => targets[at] === targets[at - 1]! + 1 && tables[at] === tables[at - 1];
    const beginsAlike = (at: number): boolean => at + 1 < targets.length && alone(at) && alone(at + 1) && goesOn(at + 1);
    const [begins, ends, alike]: [number[], number[], number[]] = [[], [], []];
    for (let begin = 0; begin < targets.length;) {
      const kind = !alone(begin) ? 0 : beginsAlike(begin) ? 1 : 2;
      const goesWith = (at: number): boolean => (kind === 0 ? !alone(at) : alone(at) && (kind === 1 ? goesOn(at) : !beginsAlike(at)));
      let end = begin + 1;
      while (end < targets.length && goesWith(end)) end++;
      begins.push(begin);
      ends.push(end);
      alike.push(kind);
      begin = end;
    }
    this.count = begins.length;
    this.begins = Int32Array.from(begins);
    this.ends = Int32Array.from(ends);
    this.alike = Uint8Array.from(alike);
    this.#motions = motions;
  }

  /** Where motions of a stretch that have tables of their own are, as `swing`. */
  swingApart(run: number, cycles: Float64Array, to: Float32Array): void {
    const { targets, clocks } = this.#motions;
    const end = this.ends[run]!;
    for (let at = this.begins[run]!; at < end; at++) {
      const value = swingAt(this.#motions, at, cycles[clocks[at]!]!);
      to[targets[at]!] = value > 0 ? (value < 1 ? value : 1) : 0;
    }
  }

  /** Where the motions of a stretch that swing alike are, at their full size and limited to 0..1, into the rows of `to`. */
  swing(run: number, cycles: Float64Array, to: Float32Array): void {
    const { targets, tables, clocks, phases, lows, spans } = this.#motions;
    const [begin, end] = [this.begins[run]!, this.ends[run]!];
    const table = tables[begin]!;
    const cells = table.length >> 1;
    for (let at = begin, row = targets[begin]!; at < end; at++, row++) {
      const turned = cycles[clocks[at]!]! + phases[at]!;
      const place = (turned - Math.floor(turned)) * cells;
      const cell = place | 0;
      const value = lows[at]! + spans[at]! * (table[2 * cell]! + table[2 * cell + 1]! * (place - cell));
      to[row] = value > 0 ? (value < 1 ? value : 1) : 0;
    }
  }
}
