/** Parameters of one run of a level message. */
export const RUN_LENGTH = 64;

const HEADER_WORDS = 2;

/**
 * Live levels as 16-bit words, little-endian: parameter count, number of runs, then for each run its index and
 * RUN_LENGTH values (0..65535, the last run padded with zeros). Only runs that differ from `sent` are
 * in it, and `sent` is brought up to date. Null when nothing differs.
 */
export function levelMessage(values: Float32Array, sent: Uint16Array): ArrayBuffer | null {
  const runs: number[] = [];
  for (let start = 0; start < values.length; start += RUN_LENGTH) {
    const end = Math.min(start + RUN_LENGTH, values.length);
    let differs = false;
    for (let at = start; at < end; at++) {
      const word = (values[at]! * 65535 + 0.5) | 0;
      if (sent[at] !== word) {
        sent[at] = word;
        differs = true;
      }
    }
    if (differs) runs.push(start / RUN_LENGTH);
  }
  if (runs.length === 0) return null;
  const buffer = new ArrayBuffer(2 * (HEADER_WORDS + runs.length * (1 + RUN_LENGTH)));
  const view = new DataView(buffer);
  view.setUint16(0, values.length & 0xffff, true);
  view.setUint16(2, runs.length, true);
  runs.forEach((run, index) => {
    const at = 2 * (HEADER_WORDS + index * (1 + RUN_LENGTH));
    view.setUint16(at, run, true);
    for (let offset = 0; offset < RUN_LENGTH; offset++) view.setUint16(at + 2 + 2 * offset, sent[run * RUN_LENGTH + offset] ?? 0, true);
  });
  return buffer;
}

/** Reads a level message into `values`. False when it is damaged or was made for another rig; then nothing is read. */
export function readLevelMessage(message: ArrayBuffer, values: Float32Array): boolean {
  if (message.byteLength < 2 * HEADER_WORDS) return false;
  const view = new DataView(message);
  const runs = view.getUint16(2, true);
  if (view.getUint16(0, true) !== (values.length & 0xffff)) return false;
  if (message.byteLength !== 2 * (HEADER_WORDS + runs * (1 + RUN_LENGTH))) return false;
  for (let index = 0; index < runs; index++) {
    const at = 2 * (HEADER_WORDS + index * (1 + RUN_LENGTH));
    const start = view.getUint16(at, true) * RUN_LENGTH;
    for (let offset = 0; offset < RUN_LENGTH && start + offset < values.length; offset++)
      values[start + offset] = view.getUint16(at + 2 + 2 * offset, true) / 65535;
  }
  return true;
}
