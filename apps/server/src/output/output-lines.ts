import { SLOTS, TO_GROUPS, type OutputHealth, type OutputLine } from "@vexa/core";
import { artnet, sacn } from "@vexa/formats";
import { ArtNetOutput } from "./artnet-output";
import type { Output } from "./output";
import { ownAddress } from "./own-address";
import { SacnOutput, type SacnSource } from "./sacn-output";

const MAX_SACN = 63999;

/** A line of the table of outputs at work: its universes out of all, under the receiver's numbers, at its rate. */
class Line {
  readonly of: OutputLine;
  readonly #output: Output;
  /** Where its universes are in the frame. */
  #places: readonly number[] = [];
  #frame = new Uint8Array(0);
  #sentMs = -Infinity;
  #packets = 0;

  constructor(of: OutputLine, output: Output) {
    this.of = of;
    this.#output = output;
  }

  patch(universes: readonly number[]): void {
    const { universes: range, shift, protocol } = this.of;
    const [low, high] = protocol === "E1.31" ? [1, MAX_SACN] : [0, artnet.MAX_PORT_ADDRESS];
    const there = universes.flatMap((universe, place) => {
      const number = universe + shift;
      const meant = !range || (universe >= range.from && universe <= range.to);
      return meant && number >= low && number <= high ? [{ place, number }] : [];
    });
    this.#places = there.map(({ place }) => place);
    this.#frame = new Uint8Array(there.length * SLOTS);
    this.#output.patch(there.map(({ number }) => number));
  }

  send(frame: Uint8Array, nowMs: number): number {
    // A little early counts as in time: frames come a fraction of a millisecond to either side.
    if (nowMs - this.#sentMs < 1000 / this.of.rate - 1) return 0;
    this.#sentMs = nowMs;
    this.#places.forEach((place, at) => this.#frame.set(frame.subarray(place * SLOTS, (place + 1) * SLOTS), at * SLOTS));
    const packets = this.#output.send(this.#frame, nowMs);
    this.#packets += packets;
    return packets;
  }

  get sequences(): Uint8Array {
    return this.#output.sequences;
  }

  goOnFrom(sequences: Uint8Array): void {
    this.#output.goOnFrom(sequences);
  }

  /** What it did since this was last asked. */
  health(): OutputHealth {
    const { trouble } = this.#output;
    const told = {
      id: this.of.id,
      packets: this.#packets,
      errors: trouble.errors,
      ...(trouble.why === null ? {} : { trouble: trouble.why }),
    };
    this.#packets = 0;
    Object.assign(trouble, { errors: 0, why: null });
    return told;
  }

  close(): Promise<void> {
    return this.#output.close();
  }
}

/** The outputs that the show's table names, beside what the installation sends by itself. */
export class OutputLines {
  readonly #source: Pick<SacnSource, "cid" | "name">;
  #lines: Line[] = [];
  #wanted: readonly OutputLine[] = [];
  #opening: Promise<unknown> = Promise.resolve();
  #universes: readonly number[] = [];
  /** Why lines couldn't be opened, by their ids. */
  readonly #barred = new Map<string, string>();

  constructor(source: Pick<SacnSource, "cid" | "name">) {
    this.#source = source;
  }

  /** Opens what is new or has changed, closes what is gone; the others go on. What can't be opened is told. */
  take(lines: readonly OutputLine[], trouble: (why: string) => void): void {
    if (lines === this.#wanted) return;
    this.#wanted = lines;
    const on = lines.filter((line) => line.on);
    this.#barred.clear();
    const kept = this.#lines.filter((line) => on.includes(line.of));
    for (const line of this.#lines) if (!kept.includes(line)) void line.close();
    this.#lines = kept;
    const opening = on.filter((line) => !kept.some((present) => present.of === line));
    const opened = opening.map((of) =>
      this.#open(of).then(
        (output) => {
          const line = new Line(of, output);
          // It may have been changed again meanwhile.
          if (!this.#wanted.includes(of)) return line.close();
          line.patch(this.#universes);
          this.#lines = [...this.#lines, line];
          return undefined;
        },
        (error: unknown) => {
          this.#barred.set(of.id, error instanceof Error ? error.message : String(error));
          trouble(`the output ${of.name} can't be opened: ${String(error)}`);
        },
      ),
    );
    this.#opening = Promise.all(opened);
  }

  /** When all that were taken last are open, or barred. */
  async opened(): Promise<void> {
    await this.#opening;
  }

  /** The sequence numbers sent last, by the ids of lines. */
  sequences(): ReadonlyMap<string, Uint8Array> {
    return new Map(this.#lines.map((line) => [line.of.id, line.sequences]));
  }

  /** Goes on behind somebody else who sent these universes, where there were the same lines. */
  goOnFrom(sequences: ReadonlyMap<string, Uint8Array>, universes: readonly number[]): void {
    for (const line of this.#lines) {
      const sent = sequences.get(line.of.id);
      if (!sent) continue;
      line.patch(universes);
      line.goOnFrom(sent);
    }
  }

  patch(universes: readonly number[]): void {
    this.#universes = universes;
    for (const line of this.#lines) line.patch(universes);
  }

  send(frame: Uint8Array, nowMs: number): number {
    let packets = 0;
    for (const line of this.#lines) packets += line.send(frame, nowMs);
    return packets;
  }

  /** What each line that is on did since this was last asked. */
  health(): OutputHealth[] {
    return [
      ...this.#lines.map((line) => line.health()),
      ...[...this.#barred].map(([id, trouble]): OutputHealth => ({ id, packets: 0, errors: 0, trouble })),
    ];
  }

  async close(): Promise<void> {
    await Promise.all(this.#lines.map((line) => line.close()));
    this.#lines = [];
  }

  async #open({ protocol, address, port, priority, leavesBy, sync }: OutputLine): Promise<Output> {
    if (protocol === "Art-Net") return ArtNetOutput.open({ address, port: port ?? artnet.ARTNET_PORT });
    const target = { address, port: port ?? sacn.SACN_PORT };
    const source = { ...this.#source, priority, ...(sync === undefined ? {} : { sync }) };
    if (address !== TO_GROUPS) return SacnOutput.open({ ...source, targets: [target] });
    const groupsBy = ownAddress(leavesBy);
    if (groupsBy === undefined) throw new Error(`this machine has no interface ${leavesBy ?? ""}`);
    return SacnOutput.open({ ...source, targets: [{ ...target, groupsBy }] });
  }
}
