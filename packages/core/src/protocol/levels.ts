/** Parameters of one run of a level message. */
export const RUN_LENGTH = 64;

const HEADER_WORDS = 2;
/** Set in the index of a run all of whose values are the same: only one follows. */
const EVEN = 0x8000;
/** Set in the index of a run of a few stretches: how many follows, and of each its length and its value. */
const STEPPED = 0x4000;
const INDEX = STEPPED - 1;

/**
 * Live levels for any number of receivers. Messages are 16-bit words, little-endian: parameter count, number of runs, then for each run
 * its index and RUN_LENGTH values (0..65535, the last run padded with zeros), or its index with the highest bit set and one value where
 * all are the same, or its index with the bit below set and stretches of the same, as after levels for many. Only runs that changed since
 * a receiver's last message are in it; receivers that stand at the same place get the same message. A feed takes values, or reads what
 * another one sends; not both.
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
      const begin = run * RUN_LENGTH;
      const end = Math.min(begin + RUN_LENGTH, words.length);
      // Most are as they were, which is told without asking one by one.
      let moved = 0;
      for (let at = begin; at < end; at++) moved |= bits[at]! ^ last[at]!;
      if (moved === 0) continue;
      let differs = false;
      for (let at = begin; at < end; at++) {
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

  /** Takes what another feed's message says of the values; false when it is damaged or was made for another rig, and nothing is taken. */
  read(message: ArrayBuffer): boolean {
    const view = new DataView(message);
    const begins = runsIn(view, this.parameterCount);
    if (!begins) return false;
    this.#turn++;
    this.#messages.clear();
    for (const begin of begins) {
      readRun(view, begin, { values: this.#words, full: 65535 });
      this.#changed[view.getUint16(begin, true) & INDEX] = this.#turn;
    }
    return true;
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
    const stretches = runs.map((run) => this.#stretchesOf(run));
    const message = new Uint16Array(stretches.reduce((sum, count) => sum + wordsOf(count), HEADER_WORDS));
    message[0] = this.#words.length & 0xffff;
    message[1] = runs.length;
    let at = HEADER_WORDS;
    runs.forEach((run, index) => {
      this.#write(message.subarray(at), run, stretches[index]!);
      at += wordsOf(stretches[index]!);
    });
    return littleEndian(message);
  }

  #valuesOf(run: number): Uint16Array {
    return this.#words.subarray(run * RUN_LENGTH, (run + 1) * RUN_LENGTH);
  }

  /** How many stretches of the same it has. */
  #stretchesOf(run: number): number {
    const values = this.#valuesOf(run);
    let count = 1;
    for (let at = 1; at < values.length; at++) if (values[at] !== values[at - 1]) count++;
    return count;
  }

  #write(message: Uint16Array, run: number, stretches: number): void {
    const values = this.#valuesOf(run);
    if (stretches === 1) {
      message[0] = run | EVEN;
      message[1] = values[0]!;
    } else if (!isStepped(stretches)) {
      message[0] = run;
      message.set(values, 1);
    } else {
      message[0] = run | STEPPED;
      message[1] = stretches;
      for (let to = 2, begin = 0, at = 1; at <= values.length; at++) {
        if (at < values.length && values[at] === values[begin]) continue;
        message[to++] = at - begin;
        message[to++] = values[begin]!;
        begin = at;
      }
    }
  }
}

/** Whether so many stretches take less than the values one by one. */
function isStepped(stretches: number): boolean {
  return 1 + 2 * stretches < RUN_LENGTH;
}

/** Words of a run of so many stretches, its index among them. */
function wordsOf(stretches: number): number {
  if (stretches === 1) return 2;
  return 1 + (isStepped(stretches) ? 1 + 2 * stretches : RUN_LENGTH);
}

function littleEndian(words: Uint16Array): ArrayBuffer {
  const buffer = new ArrayBuffer(2 * words.length);
  const view = new DataView(buffer);
  words.forEach((word, at) => view.setUint16(2 * at, word, true));
  return buffer;
}

/** Reads a level message into `values`. False when it is damaged or was made for another rig; then nothing is read. */
export function readLevelMessage(message: ArrayBuffer, values: Float32Array): boolean {
  const view = new DataView(message);
  const begins = runsIn(view, values.length);
  for (const begin of begins ?? []) readRun(view, begin, { values, full: 1 });
  return begins !== null;
}

/** Where the runs of a message begin; null when it is damaged or was made for another number of parameters. */
function runsIn(view: DataView, parameterCount: number): number[] | null {
  const length = view.byteLength;
  if (length < 2 * HEADER_WORDS) return null;
  const runs = view.getUint16(2, true);
  if (view.getUint16(0, true) !== (parameterCount & 0xffff)) return null;
  const begins: number[] = [];
  let end = 2 * HEADER_WORDS;
  for (let run = 0; run < runs && end + 4 <= length; run++) {
    begins.push(end);
    const index = view.getUint16(end, true);
    if ((index & STEPPED) === 0) end += 2 * (1 + ((index & EVEN) === 0 ? RUN_LENGTH : 1));
    else end += 2 * (2 + 2 * view.getUint16(end + 2, true));
  }
  return begins.length === runs && end === length ? begins : null;
}

/** `full`: what 65535 stands for. */
function readRun(view: DataView, begin: number, { values, full }: { values: Float32Array | Uint16Array; full: number }): void {
  const index = view.getUint16(begin, true);
  const start = (index & INDEX) * RUN_LENGTH;
  const end = Math.min(start + RUN_LENGTH, values.length);
  const part = 65535 / full;
  if ((index & STEPPED) === 0) {
    const step = (index & EVEN) === 0 ? 2 : 0;
    for (let at = start; at < end; at++) values[at] = view.getUint16(begin + 2 + step * (at - start), true) / part;
    return;
  }
  const stretches = view.getUint16(begin + 2, true);
  for (let stretch = 0, at = start; stretch < stretches; stretch++) {
    const word = begin + 4 + 4 * stretch;
    const next = Math.min(end, at + view.getUint16(word, true));
    values.fill(view.getUint16(word + 2, true) / part, at, Math.max(at, next));
    at = next;
  }
}
