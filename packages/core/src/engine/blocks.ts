import { addressOf, ELSEWHERE, kernelsNow } from "./kernels";
import type { Runs } from "./runs";

/** Parameters of a block, as a shift: what has to be merged again is told block by block. */
const SHIFT = 4;

/** Four blocks that are marked. */
const FOUR = 0x01010101;

/** Half-open ranges of parameters, rising: `bounds` holds a start and an end for each of `count`. */
export interface Spans {
  readonly count: number;
  readonly bounds: Int32Array;
}

/** The span of all parameters. */
export const wholeSpan = (parameters: number): Spans => ({ count: 1, bounds: Int32Array.of(0, parameters) });

/** So many parameters lie within the spans. */
export function lengthOfSpans({ count, bounds }: Spans): number {
  let length = 0;
  for (let at = 0; at < count; at++) length += bounds[2 * at + 1]! - bounds[2 * at]!;
  return length;
}

/** Copies what lies within the spans; the whole at once where it is the whole. */
export function copySpans(from: Float32Array, to: Float32Array, { count, bounds }: Spans): void {
  if (count === 1 && bounds[0] === 0 && bounds[1] === from.length) return to.set(from);
  // Not taken out of a list, which would be made anew for each frame.
  const kernels = kernelsNow();
  const fromAt = addressOf(from);
  const toAt = addressOf(to);
  for (let at = 0; at < count; at++) {
    const [begin, end] = [bounds[2 * at]!, bounds[2 * at + 1]!];
    if (kernels && fromAt !== ELSEWHERE && toAt !== ELSEWHERE) kernels.copy(fromAt + 4 * begin, toAt + 4 * begin, end - begin);
    else for (let parameter = begin; parameter < end; parameter++) to[parameter] = from[parameter]!;
  }
}

/** The parts of the stage that have to be merged again. Allocates nothing after it was made. */
export class Blocks {
  readonly #parameters: number;
  readonly #stale: Uint8Array;
  /** The same four by four: what nobody moved is passed over quickly. */
  readonly #fours: Int32Array;
  readonly #spans: { count: number; readonly bounds: Int32Array };
  /** Nothing is marked before this block, nor from the other one on. */
  #low: number;
  #high = 0;
  /** Nothing was marked since the spans were told. */
  #told = false;

  constructor(parameters: number) {
    this.#parameters = parameters;
    const blocks = Math.ceil(parameters / (1 << SHIFT));
    this.#fours = new Int32Array(Math.ceil(blocks / 4));
    this.#stale = new Uint8Array(this.#fours.buffer, 0, blocks);
    this.#spans = { count: 0, bounds: new Int32Array(2 + this.#stale.length) };
    this.#low = blocks;
  }

  markAll(): void {
    this.#reach(0, this.#stale.length);
    this.#stale.fill(1);
  }

  mark(parameter: number): void {
    const block = parameter >> SHIFT;
    this.#reach(block, block + 1);
    this.#stale[block] = 1;
  }

  markRange(first: number, length: number): void {
    if (length <= 0) return;
    const stale = this.#stale;
    const end = ((first + length - 1) >> SHIFT) + 1;
    let block = first >> SHIFT;
    this.#reach(block, end);
    while (block < end && (block & 3) !== 0) stale[block++] = 1;
    for (; block + 4 <= end; block += 4) this.#fours[block >> 2] = FOUR;
    while (block < end) stale[block++] = 1;
  }

  markRuns({ count, parameters, lengths }: Runs): void {
    for (let at = 0; at < count; at++) this.markRange(parameters[at]!, lengths[at]!);
  }

  /** Marks what is marked there. */
  markSame(other: Blocks): void {
    this.#reach(other.#low, other.#high);
    const [fours, marked] = [this.#fours, other.#fours];
    const end = (other.#high + 3) >> 2;
    for (let four = other.#low >> 2; four < end; four++) fours[four] = fours[four]! | marked[four]!;
  }

  isStale(parameter: number): boolean {
    return this.#stale[parameter >> SHIFT] === 1;
  }

  /** What is marked, as spans: one and the same object, brought up to date by each call. */
  spans(): Spans {
    const spans = this.#spans;
    if (this.#told) return spans;
    this.#told = true;
    const [stale, fours, bounds, high] = [this.#stale, this.#fours, spans.bounds, this.#high];
    let count = 0;
    for (let block = this.#low; block < high;) {
      if ((block & 3) === 0 && fours[block >> 2] === 0) block += 4;
      else if (stale[block] !== 1) block++;
      else {
        bounds[2 * count] = block << SHIFT;
        while (block < high && stale[block] === 1) block++;
        bounds[2 * count + 1] = Math.min(this.#parameters, block << SHIFT);
        count++;
      }
    }
    spans.count = count;
    return spans;
  }

  clear(): void {
    this.#told = false;
    this.#stale.fill(0, this.#low, this.#high);
    this.#low = this.#stale.length;
    this.#high = 0;
  }

  /** Blocks from one to before another are about to be marked; what there isn't, as after lamps were taken out, is left out. */
  #reach(low: number, high: number): void {
    this.#told = false;
    if (low < this.#low) this.#low = Math.max(0, low);
    if (high > this.#high) this.#high = Math.min(high, this.#stale.length);
  }
}
