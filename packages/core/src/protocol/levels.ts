/** Parameters of one run of a level message. */
export const RUN_LENGTH = 64;

const HEADER_WORDS = 2;

/**
 * Live levels for any number of receivers. Messages are 16-bit words, little-endian: parameter count, number of runs, then for each run
 * its index and RUN_LENGTH values (0..65535, the last run padded with zeros). Only runs that changed since a receiver's last message are in
 * it; receivers that stand at the same place get the same message.
 */
export class LevelFeed {
  readonly #words: Uint16Array;
  /** The turn in which each run changed last. */
  readonly #changed: Uint32Array;
  #turn = 1;
  readonly #messages = new Map<number, ArrayBuffer | null>();

  constructor(parameterCount: number) {
    this.#words = new Uint16Array(parameterCount);
    this.#changed = new Uint32Array(Math.ceil(parameterCount / RUN_LENGTH)).fill(1);
  }

  get parameterCount(): number {
    return this.#words.length;
  }

  /** Where a receiver stands after the message of this turn; 0 is before the first. */
  get turn(): number {
    return this.#turn;
  }

  /** Takes the values 0..1 of now. */
  take(values: Float32Array): void {
    const words = this.#words;
    const turn = this.#turn + 1;
    let any = false;
    for (let run = 0; run < this.#changed.length; run++) {
      const end = Math.min((run + 1) * RUN_LENGTH, words.length);
      let differs = false;
      for (let at = run * RUN_LENGTH; at < end; at++) {
        const word = (values[at]! * 65535 + 0.5) | 0;
        if (words[at] !== word) {
          words[at] = word;
          differs = true;
        }
      }
      if (!differs) continue;
      any = true;
      this.#changed[run] = turn;
    }
    if (!any) return;
    this.#turn = turn;
    this.#messages.clear();
  }

  /** All that changed after a turn; null when nothing did. */
  since(turn: number): ArrayBuffer | null {
    let message = this.#messages.get(turn);
    if (message === undefined) this.#messages.set(turn, (message = this.#encode(turn)));
    return message;
  }

  #encode(turn: number): ArrayBuffer | null {
    const runs: number[] = [];
    for (let run = 0; run < this.#changed.length; run++) if (this.#changed[run]! > turn) runs.push(run);
    if (runs.length === 0) return null;
    const buffer = new ArrayBuffer(2 * (HEADER_WORDS + runs.length * (1 + RUN_LENGTH)));
    const view = new DataView(buffer);
    view.setUint16(0, this.#words.length & 0xffff, true);
    view.setUint16(2, runs.length, true);
    runs.forEach((run, index) => {
      const at = 2 * (HEADER_WORDS + index * (1 + RUN_LENGTH));
      view.setUint16(at, run, true);
      for (let offset = 0; offset < RUN_LENGTH; offset++)
        view.setUint16(at + 2 + 2 * offset, this.#words[run * RUN_LENGTH + offset] ?? 0, true);
    });
    return buffer;
  }
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
