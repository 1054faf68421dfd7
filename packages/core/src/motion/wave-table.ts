import { waveform, type Waveform, type WaveformOptions } from "./waveform";

/** Points of a table for one cycle; one more follows, equal to the first, so that reading between needs no wrap. */
export const TABLE_POINTS = 4096;

/** One cycle of a waveform as TABLE_POINTS + 1 numbers 0..1. */
export function waveTable(kind: Waveform, options: WaveformOptions): Float32Array {
  const table = new Float32Array(TABLE_POINTS + 1);
  for (let point = 0; point < TABLE_POINTS; point++) table[point] = waveform(kind, point / TABLE_POINTS, options);
  table[TABLE_POINTS] = table[0]!;
  return table;
}

/** The table's value at a phase of 0 (included) to 1 (excluded) cycles, straight between the points. */
export function readTable(tables: Float32Array, start: number, phase: number): number {
  const at = phase * TABLE_POINTS;
  const point = at | 0;
  const low = tables[start + point]!;
  return low + (tables[start + point + 1]! - low) * (at - point);
}
