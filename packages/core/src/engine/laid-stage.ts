import type { Spans } from "./blocks";
import { addressOf } from "./kernels";

/** Where sources are laid, and which part of it: what lies outside the spans stays as it is. */
export interface LaidStage {
  readonly values: Float32Array;
  /** The same memory as whole numbers. */
  readonly bits: Int32Array;
  /** Where the merge's loops find it. */
  readonly at: number;
  readonly spans: Spans;
}

/** A stage to lay sources on. `values` owns its buffer from the start. */
export function laidStage(values: Float32Array, spans: Spans): LaidStage {
  return { values, bits: new Int32Array(values.buffer, values.byteOffset, values.length), at: addressOf(values), spans };
}

/** One stretch: `length` rows from `row`, the first for `parameter`. */
export interface Stretch {
  row: number;
  parameter: number;
  length: number;
  timing: number;
  /** The part of it that shows: one number, which as a field would be made anew each time. */
  readonly share: Float64Array;
  /** The level from which all rows come, NaN where they differ: one number, too. */
  readonly start: Float64Array;
}
