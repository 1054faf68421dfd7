import type { Runs } from "./runs";

/** Parameters of a block, as a shift: what has to be merged again is told block by block. */
const SHIFT = 4;

/** Half-open ranges of parameters, rising: `bounds` holds a start and an end for each of `count`. */
export interface Spans {
  readonly count: number;
  readonly bounds: Int32Array;
}

/** The span of all parameters. */
export const wholeSpan = (parameters: number): Spans => ({ count: 1, bounds: Int32Array.of(0, parameters) });

/** The parts of the stage that have to be merged again. Allocates nothing after it was made. */
export class Blocks {
  readonly #parameters: number;
  readonly #stale: Uint8Array;
  /** The same four by four: what nobody moved is passed over quickly. */
  readonly #fours: Int32Array;
  readonly #spans: { count: number; readonly bounds: Int32Array };

  constructor(parameters: number) {
    this.#parameters = parameters;
    const blocks = Math.ceil(parameters / (1 << SHIFT));
    this.#fours = new Int32Array(Math.ceil(blocks / 4));
    this.#stale = new Uint8Array(this.#fours.buffer, 0, blocks);
    this.#spans = { count: 0, bounds: new Int32Array(2 + this.#stale.length) };
  }

  markAll(): void {
    this.#stale.fill(1);
  }

  mark(parameter: number): void {
    this.#stale[parameter >> SHIFT] = 1;
  }

  markRange(first: number, length: number): void {
    if (length > 0) this.#stale.fill(1, first >> SHIFT, ((first + length - 1) >> SHIFT) + 1);
  }

  markRuns({ count, parameters, lengths }: Runs): void {
    for (let at = 0; at < count; at++) this.markRange(parameters[at]!, lengths[at]!);
  }

  /** Marks what is marked there. */
  markSame(other: Blocks): void {
    const [fours, marked] = [this.#fours, other.#fours];
    for (let four = 0; four < fours.length; four++) fours[four] = fours[four]! | marked[four]!;
  }

  isStale(parameter: number): boolean {
    return this.#stale[parameter >> SHIFT] === 1;
  }

  /** What is marked, as spans: one and the same object, brought up to date by each call. */
  spans(): Spans {
    const spans = this.#spans;
    const [stale, fours] = [this.#stale, this.#fours];
    spans.count = 0;
    for (let block = 0; block < stale.length; block++) {
      if ((block & 3) === 0 && fours[block >> 2] === 0) {
        block += 3;
        continue;
      }
      if (stale[block] === 0) continue;
      const first = block;
      while (block + 1 < stale.length && stale[block + 1] === 1) block++;
      spans.bounds[2 * spans.count] = first << SHIFT;
      spans.bounds[2 * spans.count + 1] = Math.min(this.#parameters, (block + 1) << SHIFT);
      spans.count++;
    }
    return spans;
  }

  clear(): void {
    this.#stale.fill(0);
  }
}
