import type { Rig } from "../rig/rig";
import { wholeSpan, type Blocks, type Spans } from "./blocks";
import { addressOf, ELSEWHERE, foundOctets, kernelsNow, type Found } from "./kernels";
import { buildOutputMap, COARSE, DIMMER, EXIT, FINE, PARAMETER, SLOTS, type FlatExits, type OutputMap } from "./output-map";

/** Writes values into frames; octets of what hasn't moved are kept. Allocates nothing after it was made. */
export class FrameWriter {
  /** With an octet behind it into which goes what leaves nowhere. */
  readonly #frame: Found<Uint8Array>;
  /** What was written last, universes in order. */
  readonly octets: Uint8Array;
  /** Each exit once. */
  readonly #writers: readonly ExitWriter[];
  /** What a virtual dimmer scales once more, found by its dimmer: it leaves otherwise when either has moved. */
  readonly #byDimmer: readonly ExitWriter[];
  readonly #map: OutputMap;

  /** `before`: a writer that writes no more; what it has room for is taken over. */
  constructor(rig: Rig, before?: FrameWriter) {
    this.#map = buildOutputMap(rig, before ? before.#map : undefined);
    const { eight, sixteen, dimmedEight, dimmedSixteen, eightByDimmer, sixteenByDimmer } = this.#map;
    const length = rig.universes.length * SLOTS;
    this.#frame = before?.octets.length === length ? before.#frame : foundOctets(length + 1);
    this.#frame.numbers.fill(0);
    this.octets = this.#frame.numbers.subarray(0, length);
    this.#writers = [
      new ExitWriter(eight, "eight"),
      new ExitWriter(sixteen, "sixteen"),
      new ExitWriter(dimmedEight, "dimmedEight"),
      new ExitWriter(dimmedSixteen, "dimmedSixteen"),
    ];
    this.#byDimmer = [new ExitWriter(eightByDimmer, "dimmedEight", DIMMER), new ExitWriter(sixteenByDimmer, "dimmedSixteen", DIMMER)];
  }

  /** Fills the frame (universes in order, SLOTS octets each) with values 0..1; those not marked are taken to be as in the last frame. */
  write(values: Float32Array, moved: Blocks, frame: Uint8Array): void {
    this.#write(values, moved.spans(), frame);
  }

  /** Fills the frame with values of which each may have moved. */
  writeAll(values: Float32Array, frame: Uint8Array): void {
    this.#write(values, wholeSpan(values.length), frame);
  }

  #write(values: Float32Array, spans: Spans, frame: Uint8Array): void {
    for (let at = 0; at < this.#writers.length; at++) this.#writers[at]!.write(values, spans, this.#frame);
    const whole = spans.count === 1 && spans.bounds[0] === 0 && spans.bounds[1] === values.length;
    for (let at = 0; !whole && at < this.#byDimmer.length; at++) this.#byDimmer[at]!.write(values, spans, this.#frame);
    this.#writeWide(values);
    frame.set(this.octets);
  }

  #writeWide(values: Float32Array): void {
    const { wide } = this.#map;
    for (let exit = 0; exit < wide.length; exit++) {
      const { parameter, dimmers, offsets } = wide[exit]!;
      let value = values[parameter]!;
      for (let at = 0; at < dimmers.length; at++) value *= values[dimmers[at]!]!;
      let whole = Math.floor(value * (2 ** (8 * offsets.length) - 1) + 0.5);
      for (let at = offsets.length - 1; at >= 0; at--) {
        this.#frame.numbers[offsets[at]!] = whole % 256;
        whole = Math.floor(whole / 256);
      }
    }
  }
}

/** Exits to be written, half-open. */
interface ExitRange {
  readonly rows: Int32Array;
  from: number;
  to: number;
}

type Write = (exits: ExitRange, values: Float32Array, frame: Uint8Array) => void;

const WRITE: Readonly<Record<"eight" | "sixteen" | "dimmedEight" | "dimmedSixteen", Write>> = {
  eight({ rows, from, to }, values, frame) {
    for (let at = EXIT * from; at < EXIT * to; at += EXIT) frame[rows[at + COARSE]!] = (values[rows[at]!]! * 255 + 0.5) | 0;
  },
  sixteen({ rows, from, to }, values, frame) {
    for (let at = EXIT * from; at < EXIT * to; at += EXIT) {
      const word = (values[rows[at]!]! * 65535 + 0.5) | 0;
      frame[rows[at + COARSE]!] = word >> 8;
      frame[rows[at + FINE]!] = word & 255;
    }
  },
  dimmedEight({ rows, from, to }, values, frame) {
    for (let at = EXIT * from; at < EXIT * to; at += EXIT)
      frame[rows[at + COARSE]!] = (values[rows[at]!]! * values[rows[at + DIMMER]!]! * 255 + 0.5) | 0;
  },
  dimmedSixteen({ rows, from, to }, values, frame) {
    for (let at = EXIT * from; at < EXIT * to; at += EXIT) {
      const word = (values[rows[at]!]! * values[rows[at + DIMMER]!]! * 65535 + 0.5) | 0;
      frame[rows[at + COARSE]!] = word >> 8;
      frame[rows[at + FINE]!] = word & 255;
    }
  },
};

/** Writes exits of one width, by the host's loops where they reach. */
class ExitWriter {
  readonly #exits: FlatExits;
  readonly #way: keyof typeof WRITE;
  /** The number by which the exits rise and are found. */
  readonly #found: number;
  readonly #range: ExitRange;

  constructor(exits: FlatExits, way: keyof typeof WRITE, found: typeof PARAMETER | typeof DIMMER = PARAMETER) {
    this.#exits = exits;
    this.#way = way;
    this.#found = found;
    this.#range = { rows: exits.rows.numbers, from: 0, to: 0 };
  }

  write(values: Float32Array, { count, bounds }: Spans, frame: Found<Uint8Array>): void {
    if (this.#exits.count === 0) return;
    const range = this.#range;
    // Not taken out of a list, which would be made anew for each frame.
    const kernels = kernelsNow();
    const exitsAt = this.#exits.rows.at;
    const valuesAt = addressOf(values);
    const reached = exitsAt !== ELSEWHERE && valuesAt !== ELSEWHERE && frame.at !== ELSEWHERE;
    for (let span = 0; span < count; span++) {
      range.from = this.#firstFrom(bounds[2 * span]!);
      range.to = this.#firstFrom(bounds[2 * span + 1]!);
      if (range.from === range.to) continue;
      if (kernels && reached) kernels[this.#way](exitsAt + 4 * EXIT * range.from, valuesAt, frame.at, range.to - range.from);
      else WRITE[this.#way](range, values, frame.numbers);
    }
  }

  /** The first exit of a parameter or of one behind it. */
  #firstFrom(parameter: number): number {
    const { rows } = this.#range;
    let [low, high] = [0, this.#exits.count];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (rows[EXIT * middle + this.#found]! < parameter) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}
