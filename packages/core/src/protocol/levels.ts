/** Parameters of one run of a level message. */
export const RUN_LENGTH = 64;

const HEADER_WORDS = 2;
/** Set in the index of a run all of whose values are the same: only one follows. */
const EVEN = 0x8000;

/**
 * Live levels for any number of receivers. Messages are 16-bit words, little-endian: parameter count, number of runs, then for each run
 * its index and RUN_LENGTH values (0..65535, the last run padded with zeros), or its index with the highest bit set and one value where
 * all are the same, as after a level for many. Only runs that changed since a receiver's last message are in
 * it; receivers that stand at the same place get the same message.
 */
export class LevelFeed {
  readonly #words: Uint16Array;
  /** The values last taken, as bits: what is the same needn't be worked out. */
  readonly #bits: Int32Array;
  /** The turn in which each run changed last. */
  readonly #changed: Uint32Array;
  #turn = 1;
  readonly #messages = new Map<number, ArrayBuffer | null>();

  constructor(parameterCount: number) {
    this.#words = new Uint16Array(parameterCount);
    this.#bits = new Int32Array(parameterCount);
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
    const [words, last] = [this.#words, this.#bits];
    const bits = new Int32Array(values.buffer, values.byteOffset, values.length);
    const turn = this.#turn + 1;
    let any = false;
    for (let run = 0; run < this.#changed.length; run++) {
      const end = Math.min((run + 1) * RUN_LENGTH, words.length);
      let differs = false;
      for (let at = run * RUN_LENGTH; at < end; at++) {
        if (bits[at] === last[at]) continue;
        last[at] = bits[at]!;
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
    const even = runs.map((run) => this.#isEven(run));
    const words = even.reduce((sum, one) => sum + 1 + (one ? 1 : RUN_LENGTH), HEADER_WORDS);
    const message = new Uint16Array(words);
    message[0] = this.#words.length & 0xffff;
    message[1] = runs.length;
    let at = HEADER_WORDS;
    runs.forEach((run, index) => {
      const first = run * RUN_LENGTH;
      message[at++] = even[index] ? run | EVEN : run;
      message.set(this.#words.subarray(first, even[index] ? first + 1 : first + RUN_LENGTH), at);
      at += even[index] ? 1 : RUN_LENGTH;
    });
    return littleEndian(message);
  }

  #isEven(run: number): boolean {
    const first = run * RUN_LENGTH;
    const end = Math.min(first + RUN_LENGTH, this.#words.length);
    for (let at = first + 1; at < end; at++) if (this.#words[at] !== this.#words[first]) return false;
    return true;
  }
}

function littleEndian(words: Uint16Array): ArrayBuffer {
  const buffer = new ArrayBuffer(2 * words.length);
  const view = new DataView(buffer);
  words.forEach((word, at) => view.setUint16(2 * at, word, true));
  return buffer;
}

/** Reads a level message into `values`. False when it is damaged or was made for another rig; then nothing is read. */
export function readLevelMessage(message: ArrayBuffer, values: Float32Array): boolean {
  if (message.byteLength < 2 * HEADER_WORDS) return false;
  const view = new DataView(message);
  const runs = view.getUint16(2, true);
  if (view.getUint16(0, true) !== (values.length & 0xffff)) return false;
  const begins: number[] = [];
  let end = 2 * HEADER_WORDS;
  for (let run = 0; run < runs && end + 2 <= message.byteLength; run++) {
    begins.push(end);
    end += 2 * (1 + ((view.getUint16(end, true) & EVEN) === 0 ? RUN_LENGTH : 1));
  }
  if (begins.length !== runs || end !== message.byteLength) return false;
  for (const begin of begins) {
    const index = view.getUint16(begin, true);
    const start = (index & ~EVEN) * RUN_LENGTH;
    const step = (index & EVEN) === 0 ? 2 : 0;
    for (let offset = 0; offset < RUN_LENGTH && start + offset < values.length; offset++)
      values[start + offset] = view.getUint16(begin + 2 + step * offset, true) / 65535;
  }
  return true;
}
