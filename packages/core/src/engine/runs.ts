/** Rows in stretches whose parameters follow each other, rising: so many rows from `rows[at]`, the first for `parameters[at]`. */
export interface Runs {
  readonly count: number;
  readonly rows: Int32Array;
  readonly parameters: Int32Array;
  readonly lengths: Int32Array;
  /** Index of the timing that all rows of a stretch share; MIXED where they differ. */
  readonly timings: Int32Array;
  /** The level from which all rows of a stretch come; NaN where they differ. */
  readonly starts: Float64Array;
  /** All their parameters lie from this one on, and before the other. */
  readonly first: number;
  readonly end: number;
}

export const MIXED = -1;

/** Stretches of one timing shorter than this aren't worth being apart. */
const WORTH_APART = 16;

/** Collects stretches. */
export class RunList {
  readonly #numbers: number[] = [];
  readonly #starts: number[] = [];

  push(row: number, parameter: number, { length, timing, start }: { length: number; timing: number; start: number }): void {
    if (length === 0) return;
    this.#numbers.push(row, parameter, length, timing);
    this.#starts.push(start);
  }

  done(): Runs {
    const numbers = this.#numbers;
    const every = (offset: number): Int32Array => {
      const column = new Int32Array(numbers.length / 4);
      for (let at = 0; at < column.length; at++) column[at] = numbers[4 * at + offset]!;
      return column;
    };
    const [count, parameters, lengths] = [numbers.length / 4, every(1), every(2)];
    const [first, end] = count === 0 ? [0, 0] : [parameters[0]!, parameters[count - 1]! + lengths[count - 1]!];
    return { count, rows: every(0), parameters, lengths, timings: every(3), starts: Float64Array.from(this.#starts), first, end };
  }
}

/** Rows and the levels from which they come. */
interface ComingRows {
  readonly parameters: Int32Array;
  readonly timing: Uint32Array;
  readonly from: Float32Array;
}

/** The stretches of rows that rise by parameter; none goes over the row `border`, where those of HTP end. */
export function runsOf({ parameters, timing, from }: ComingRows, border: number): Runs {
  const list = new RunList();
  const push = (row: number, length: number, of: number): void =>
    list.push(row, parameters[row]!, { length, timing: of, start: startOf(from, row, length) });
  let [begin, same] = [0, 0];
  // `same` is where the timing last changed: a long enough end of one timing is cut off from what was mixed before it.
  const close = (end: number): void => {
    if (end - same >= WORTH_APART) {
      push(begin, same - begin, MIXED);
      push(same, end - same, timing[same]!);
    } else push(begin, end - begin, same === begin ? timing[begin]! : MIXED);
  };
  for (let row = 1; row <= parameters.length; row++) {
    const follows = row < parameters.length && row !== border && parameters[row] === parameters[row - 1]! + 1;
    if (follows && timing[row] === timing[row - 1]) continue;
    if (!follows || row - same >= WORTH_APART) {
      close(row);
      begin = row;
    }
    same = row;
  }
  return list.done();
}

function startOf(from: Float32Array, row: number, length: number): number {
  for (let at = row + 1; at < row + length; at++) if (from[at] !== from[row]) return NaN;
  return from[row] ?? NaN;
}
