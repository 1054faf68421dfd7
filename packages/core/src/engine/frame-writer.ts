import type { Rig } from "../rig/rig";
import { wholeSpan, type Blocks, type Spans } from "./blocks";
import { lowerBound } from "./compile";
import { buildOutputMap, SLOTS, type FlatExits, type OutputMap } from "./output-map";

/** Writes values into frames; octets of what hasn't moved are kept. Allocates nothing after it was made. */
export class FrameWriter {
  readonly #frame: Uint8Array;
  readonly #writers: readonly ExitWriter[];
  readonly #wide: OutputMap["wide"];

  constructor(rig: Rig) {
    const { eight, sixteen, dimmedEight, dimmedSixteen, eightByDimmer, sixteenByDimmer, wide } = buildOutputMap(rig);
    this.#frame = new Uint8Array(rig.universes.length * SLOTS);
    // What a virtual dimmer scales leaves otherwise when either has moved: it is found by its parameter, and by its dimmer.
    this.#writers = [
      new ExitWriter(eight, { found: eight.parameters, octets: 1, dimmed: false }),
      new ExitWriter(sixteen, { found: sixteen.parameters, octets: 2, dimmed: false }),
      new ExitWriter(dimmedEight, { found: dimmedEight.parameters, octets: 1, dimmed: true }),
      new ExitWriter(eightByDimmer, { found: eightByDimmer.dimmers, octets: 1, dimmed: true }),
      new ExitWriter(dimmedSixteen, { found: dimmedSixteen.parameters, octets: 2, dimmed: true }),
      new ExitWriter(sixteenByDimmer, { found: sixteenByDimmer.dimmers, octets: 2, dimmed: true }),
    ];
    this.#wide = wide;
  }

  /** What was written last, universes in order. */
  get octets(): Uint8Array {
    return this.#frame;
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
    this.#writeWide(values);
    frame.set(this.#frame);
  }

  #writeWide(values: Float32Array): void {
    for (let exit = 0; exit < this.#wide.length; exit++) {
      const { parameter, dimmers, offsets } = this.#wide[exit]!;
      let value = values[parameter]!;
      for (let at = 0; at < dimmers.length; at++) value *= values[dimmers[at]!]!;
      let whole = Math.floor(value * (2 ** (8 * offsets.length) - 1) + 0.5);
      for (let at = offsets.length - 1; at >= 0; at--) {
        this.#frame[offsets[at]!] = whole % 256;
        whole = Math.floor(whole / 256);
      }
    }
  }
}

/** Writes exits of one width. */
class ExitWriter {
  readonly #exits: FlatExits;
  /** What the exits are found by, rising. */
  readonly #found: Int32Array;
  readonly #octets: 1 | 2;
  readonly #dimmed: boolean;
  /** The exits to be written now, half-open. */
  #from = 0;
  #to = 0;

  constructor(exits: FlatExits, { found, octets, dimmed }: { found: Int32Array; octets: 1 | 2; dimmed: boolean }) {
    this.#found = found;
    this.#exits = exits;
    this.#octets = octets;
    this.#dimmed = dimmed;
  }

  write(values: Float32Array, { count, bounds }: Spans, frame: Uint8Array): void {
    if (this.#found.length === 0) return;
    for (let span = 0; span < count; span++) {
      this.#from = lowerBound(this.#found, bounds[2 * span]!);
      this.#to = lowerBound(this.#found, bounds[2 * span + 1]!);
      if (this.#dimmed && this.#octets === 1) this.#dimmedEight(values, frame);
      else if (this.#dimmed) this.#dimmedSixteen(values, frame);
      else if (this.#octets === 1) this.#eight(values, frame);
      else this.#sixteen(values, frame);
    }
  }

  #eight(values: Float32Array, frame: Uint8Array): void {
    const { parameters, coarse } = this.#exits;
    for (let at = this.#from; at < this.#to; at++) frame[coarse[at]!] = (values[parameters[at]!]! * 255 + 0.5) | 0;
  }

  #sixteen(values: Float32Array, frame: Uint8Array): void {
    const { parameters, coarse, fine } = this.#exits;
    for (let at = this.#from; at < this.#to; at++) {
      const word = (values[parameters[at]!]! * 65535 + 0.5) | 0;
      frame[coarse[at]!] = word >> 8;
      frame[fine[at]!] = word & 255;
    }
  }

  #dimmedEight(values: Float32Array, frame: Uint8Array): void {
    const { parameters, dimmers, coarse } = this.#exits;
    for (let at = this.#from; at < this.#to; at++) frame[coarse[at]!] = (values[parameters[at]!]! * values[dimmers[at]!]! * 255 + 0.5) | 0;
  }

  #dimmedSixteen(values: Float32Array, frame: Uint8Array): void {
    const { parameters, dimmers, coarse, fine } = this.#exits;
    for (let at = this.#from; at < this.#to; at++) {
      const word = (values[parameters[at]!]! * values[dimmers[at]!]! * 65535 + 0.5) | 0;
      frame[coarse[at]!] = word >> 8;
      frame[fine[at]!] = word & 255;
    }
  }
}
