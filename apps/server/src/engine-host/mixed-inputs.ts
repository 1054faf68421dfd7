import { LOST_AFTER_SECONDS, patchOf, SLOTS, type InputLine, type Parameter, type Trace } from "@vexa/core";

/** What is heard of one input, shared between the thread that listens and the one that sends: the moment of its latest packet, then 512 slots. */
export interface HeardBuffer {
  readonly id: string;
  readonly shared: SharedArrayBuffer;
}
export const HEARD_OCTETS = 8 + SLOTS;

/** The listener writes every 0.2 s at least: what is older than a loss and that is no longer heard. */
const SILENT_AFTER_SECONDS = LOST_AFTER_SECONDS + 0.5;

interface Heard {
  readonly line: InputLine;
  readonly at: Float64Array;
  readonly slots: Uint8Array;
}

/** Merges universes from outside into frames as they leave. Where nothing is heard, the frame itself is given back. */
export class MixedInputs {
  #buffers: readonly HeardBuffer[] = [];
  #heard: readonly Heard[] = [];
  #lines: readonly InputLine[] = [];
  #universes: readonly number[] = [];
  #mixed = new Uint8Array(0);

  take(lines: readonly InputLine[]): void {
    if (lines === this.#lines) return;
    this.#lines = lines;
    this.#join();
  }

  hear(buffers: readonly HeardBuffer[]): void {
    this.#buffers = buffers;
    this.#join();
  }

  patch(universes: readonly number[]): void {
    this.#universes = universes;
    this.#mixed = new Uint8Array(universes.length * SLOTS);
  }

  /** The frame as it leaves at t, in show seconds; valid until the next call. */
  mix(frame: Uint8Array, t: number): Uint8Array {
    let mixed: Uint8Array | null = null;
    for (const heard of this.#heard) {
      const place = this.#universes.indexOf(heard.line.into);
      if (place < 0 || !lives(heard, t)) continue;
      if (!mixed) {
        mixed = this.#mixed;
        mixed.set(frame);
      }
      const own = mixed.subarray(place * SLOTS, (place + 1) * SLOTS);
      if (heard.line.way === "replaces") own.set(heard.slots);
      else for (let slot = 0; slot < SLOTS; slot++) if (heard.slots[slot]! > own[slot]!) own[slot] = heard.slots[slot]!;
    }
    return mixed ?? frame;
  }

  /** The chain of a parameter with the inputs that have a say in its slots, in the order in which they are merged. */
  traced(trace: Trace, { head, channel }: Parameter, t: number): Trace {
    const patch = patchOf(head.fixture, channel.break);
    const first = channel.slots[0];
    if (!patch || first === undefined) return trace;
    const found = { steps: [...trace.steps], slots: [...trace.slots] };
    for (const heard of this.#heard) {
      if (heard.line.into !== patch.universe || !lives(heard, t)) continue;
      const before = (found.slots[0] ?? 0) / 255;
      found.slots = channel.slots.map((slot, at) => {
        const [ours, theirs] = [found.slots[at] ?? 0, heard.slots[patch.address - 2 + slot] ?? 0];
        return heard.line.way === "replaces" ? theirs : Math.max(ours, theirs);
      });
      found.steps.push({ what: "input", name: heard.line.name, before, after: (found.slots[0] ?? 0) / 255 });
    }
    return { ...trace, ...found };
  }

  #join(): void {
    this.#heard = this.#lines.flatMap((line): Heard[] => {
      const buffer = line.on && line.way !== "controls" ? this.#buffers.find(({ id }) => id === line.id) : undefined;
      return buffer ? [{ line, at: new Float64Array(buffer.shared, 0, 1), slots: new Uint8Array(buffer.shared, 8, SLOTS) }] : [];
    });
  }
}

function lives({ at }: Heard, t: number): boolean {
  return t - at[0]! <= SILENT_AFTER_SECONDS;
}
