/** Rows in stretches whose parameters follow each other, rising: so many rows from `rows[at]`, the first for `parameters[at]`. */
export interface Runs {
  readonly count: number;
  readonly rows: Int32Array;
  readonly parameters: Int32Array;
  readonly lengths: Int32Array;
  /** Index of the timing that all rows of a stretch share; MIXED where they differ. */
  readonly timings: Int32Array;
}

export const MIXED = -1;

/** Stretches of one timing shorter than this aren't worth being apart. */
const WORTH_APART = 16;

/** Collects stretches. */
export class RunList {
  readonly #numbers: number[] = [];

  push(row: number, parameter: number, { length, timing }: { length: number; timing: number }): void {
    if (length > 0) this.#numbers.push(row, parameter, length, timing);
  }

  done(): Runs {
    const numbers = this.#numbers;
    const every = (offset: number): Int32Array => {
      const column = new Int32Array(numbers.length / 4);
      for (let at = 0; at < column.length; at++) column[at] = numbers[4 * at + offset]!;
      return column;
    };
    return { count: numbers.length / 4, rows: every(0), parameters: every(1), lengths: every(2), timings: every(3) };
  }
}

/** The stretches of rows that rise by parameter; none goes over the row `border`, where those of HTP end. */
export function runsOf({ parameters, timing }: { parameters: Int32Array; timing: Uint32Array }, border: number): Runs {
  const list = new RunList();
  let [begin, same] = [0, 0];
  // `same` is where the timing last changed: a long enough end of one timing is cut off from what was mixed before it.
  const close = (end: number): void => {
    if (end - same >= WORTH_APART) {
      list.push(begin, parameters[begin]!, { length: same - begin, timing: MIXED });
      list.push(same, parameters[same]!, { length: end - same, timing: timing[same]! });
    } else list.push(begin, parameters[begin]!, { length: end - begin, timing: same === begin ? timing[begin]! : MIXED });
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
