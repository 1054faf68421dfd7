import { closeSync, mkdirSync, openSync, readFileSync, renameSync, writeSync } from "node:fs";
import { dirname } from "node:path";

/** What left the machine last, and what it was made from. */
export interface LastFrame {
  readonly universes: readonly number[];
  /** E1.31 sequence numbers, a universe each. */
  readonly sequences: Uint8Array;
  /** 512 slots a universe. */
  readonly octets: Uint8Array;
  /** Values of all parameters, 0..1. */
  readonly values: Float32Array;
  /** Show seconds minus seconds of the machine's steady clock. */
  readonly clockOffset: number;
}

const SLOTS = 512;
const MAGIC = 0x56584c46;
/** Magic, ticket, universes, parameters, clock offset (8 octets); the ticket again at the end. */
const HEADER = 24;

const sizeOf = (universes: number, parameters: number): number => HEADER + universes * (2 + 1 + SLOTS) + parameters * 4 + 4;

/**
 * The last frame in a file, so that whoever comes after a process that died can go on with it at once. Two places are written in turns,
 * each with its ticket in front and behind: one of them is whole at any moment.
 */
export class LastFrameFile {
  readonly #path: string;
  #file: number | null = null;
  #buffer = Buffer.alloc(0);
  #ticket = 0;

  /** Takes the place of what was there with its first frame, not before. */
  constructor(path: string) {
    this.#path = path;
  }

  write({ universes, sequences, octets, values, clockOffset }: LastFrame): void {
    const size = sizeOf(universes.length, values.length);
    // Of another size than what is there: a file of its own, which takes the other's place when it is whole.
    if (this.#file === null) mkdirSync(dirname(this.#path), { recursive: true, mode: 0o700 });
    const fresh = this.#buffer.length !== size || this.#file === null ? openSync(`${this.#path}.new`, "w", 0o600) : null;
    if (fresh !== null) this.#buffer = Buffer.alloc(size);
    const buffer = this.#buffer;
    const ticket = ++this.#ticket;
    buffer.writeUInt32LE(MAGIC, 0);
    buffer.writeUInt32LE(ticket, 4);
    buffer.writeUInt32LE(universes.length, 8);
    buffer.writeUInt32LE(values.length, 12);
    buffer.writeDoubleLE(clockOffset, 16);
    let at = HEADER;
    for (let index = 0; index < universes.length; index++) at = buffer.writeUInt16LE(universes[index]!, at);
    buffer.set(sequences, at);
    buffer.set(octets, (at += sequences.length));
    buffer.set(new Uint8Array(values.buffer, values.byteOffset, values.byteLength), (at += octets.length));
    buffer.writeUInt32LE(ticket, at + values.byteLength);
    if (fresh === null) {
      writeSync(this.#file!, buffer, 0, size, (ticket % 2) * size);
      return;
    }
    for (const place of [0, 1]) writeSync(fresh, buffer, 0, size, place * size);
    renameSync(`${this.#path}.new`, this.#path);
    this.close();
    this.#file = fresh;
  }

  close(): void {
    if (this.#file !== null) closeSync(this.#file);
    this.#file = null;
  }
}

/** The last frame that is whole; null when there is none. */
export function readLastFrame(path: string): LastFrame | null {
  let file: Buffer;
  try {
    file = readFileSync(path);
  } catch {
    return null;
  }
  const first = frameAt(file, 0);
  const size = first?.size ?? Math.floor(file.length / 2);
  const second = frameAt(file, size);
  if (!first || !second) return (first ?? second)?.frame ?? null;
  return (first.ticket > second.ticket ? first : second).frame;
}

function frameAt(file: Buffer, start: number): { frame: LastFrame; ticket: number; size: number } | null {
  if (start + HEADER > file.length || file.readUInt32LE(start) !== MAGIC) return null;
  const ticket = file.readUInt32LE(start + 4);
  const [count, parameters] = [file.readUInt32LE(start + 8), file.readUInt32LE(start + 12)];
  const size = sizeOf(count, parameters);
  if (start + size > file.length || file.readUInt32LE(start + size - 4) !== ticket) return null;
  let at = start + HEADER;
  const universes = Array.from({ length: count }, (_, index) => file.readUInt16LE(at + 2 * index));
  at += 2 * count;
  const take = (length: number): Uint8Array => Uint8Array.from(file.subarray(at, (at += length)));
  const [sequences, octets, values] = [take(count), take(count * SLOTS), new Float32Array(take(parameters * 4).buffer)];
  return { frame: { universes, sequences, octets, values, clockOffset: file.readDoubleLE(start + 16) }, ticket, size };
}
