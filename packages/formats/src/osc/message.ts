import { fail, ok, type Result } from "@vexa/core";

/** An argument of a message. Whole numbers are int32, others float32: `encode` writes what the type says. */
export type OscArgument =
  | { readonly type: "i" | "f"; readonly value: number }
  | { readonly type: "s"; readonly value: string }
  | { readonly type: "b"; readonly value: Uint8Array }
  | { readonly type: "T" | "F" | "N" | "I" };

export interface OscMessage {
  readonly address: string;
  readonly arguments: readonly OscArgument[];
}

const MOST_DEPTH = 8;
const MOST_MESSAGES = 256;

/** The octets of a message: strings end with NUL and are filled up to four, numbers are big-endian. Source: OSC 1.0. */
export function encode({ address, arguments: args }: OscMessage): Uint8Array {
  const tags = `,${args.map(({ type }) => type).join("")}`;
  const pieces = [padded(text(address), "with NUL"), padded(text(tags), "with NUL"), ...args.map(octetsOf)];
  const whole = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

function octetsOf(argument: OscArgument): Uint8Array {
  switch (argument.type) {
    case "i":
    case "f": {
      const octets = new Uint8Array(4);
      const view = new DataView(octets.buffer);
      if (argument.type === "i") view.setInt32(0, argument.value);
      else view.setFloat32(0, argument.value);
      return octets;
    }
    case "s":
      return padded(text(argument.value), "with NUL");
    case "b": {
      const body = padded(argument.value, "as it is");
      const octets = new Uint8Array(4 + body.length);
      new DataView(octets.buffer).setInt32(0, argument.value.length);
      octets.set(body, 4);
      return octets;
    }
    default:
      return new Uint8Array(0);
  }
}

function text(value: string): Uint8Array {
  return Uint8Array.from([...value], (letter) => letter.charCodeAt(0) & 0x7f);
}

function padded(octets: Uint8Array, how: "with NUL" | "as it is"): Uint8Array {
  const length = how === "with NUL" ? octets.length + 4 - (octets.length % 4) : Math.ceil(octets.length / 4) * 4;
  const whole = new Uint8Array(length);
  whole.set(octets);
  return whole;
}

/**
 * The messages of a packet, those of bundles in their order; time tags are not waited for. Errors say what is wrong; never throws
 * whatever the octets are. Source: OSC 1.0.
 */
export function decode(packet: Uint8Array): Result<OscMessage[]> {
  const messages: OscMessage[] = [];
  const why = readInto(messages, packet, 0);
  return why === null ? ok(messages) : fail("request.malformed", { why: `it isn't OSC: ${why}` });
}

function readInto(messages: OscMessage[], packet: Uint8Array, depth: number): string | null {
  if (packet.length === 0 || packet.length % 4 !== 0) return "its length isn't a multiple of four";
  if (messages.length >= MOST_MESSAGES || depth > MOST_DEPTH) return "it holds too much";
  const reader = new Reader(packet);
  const address = reader.text();
  if (address === "#bundle") {
    if (reader.skip(8) === null) return "its time tag is cut off";
    while (reader.left > 0) {
      const size = reader.int();
      const piece = size === null ? null : reader.octets(size);
      if (!piece) return "a message in its bundle is cut off";
      const why = readInto(messages, piece, depth + 1);
      if (why !== null) return why;
    }
    return null;
  }
  if (!address?.startsWith("/")) return "it has no address";
  const tags = reader.left === 0 ? "," : reader.text();
  if (!tags?.startsWith(",")) return "it has no types";
  const args: OscArgument[] = [];
  for (const tag of tags.slice(1)) {
    const argument = reader.argument(tag);
    if (typeof argument === "string") return argument;
    args.push(argument);
  }
  messages.push({ address, arguments: args });
  return null;
}

class Reader {
  readonly #octets: Uint8Array;
  readonly #view: DataView;
  #at = 0;

  constructor(octets: Uint8Array) {
    this.#octets = octets;
    this.#view = new DataView(octets.buffer, octets.byteOffset, octets.byteLength);
  }

  get left(): number {
    return this.#octets.length - this.#at;
  }

  skip(count: number): number | null {
    if (count < 0 || count > this.left) return null;
    this.#at += count;
    return this.#at - count;
  }

  text(): string | null {
    const end = this.#octets.indexOf(0, this.#at);
    if (end < 0) return null;
    const octets = this.#octets.subarray(this.#at, end);
    const length = end - this.#at;
    return this.skip(length + 4 - (length % 4)) === null ? null : String.fromCharCode(...octets);
  }

  int(): number | null {
    const at = this.skip(4);
    return at === null ? null : this.#view.getInt32(at);
  }

  octets(count: number): Uint8Array | null {
    const at = this.skip(count);
    return at === null ? null : this.#octets.subarray(at, at + count);
  }

  /** An argument, or what is wrong with it. */
  argument(tag: string): OscArgument | string {
    switch (tag) {
      case "i": {
        const value = this.int();
        return value === null ? "a number is cut off" : { type: "i", value };
      }
      case "f": {
        const at = this.skip(4);
        return at === null ? "a number is cut off" : { type: "f", value: this.#view.getFloat32(at) };
      }
      case "s": {
        const value = this.text();
        return value === null ? "a text is cut off" : { type: "s", value };
      }
      case "b": {
        const size = this.int();
        const value = size === null ? null : this.octets(size);
        return value === null || this.skip((4 - (value.length % 4)) % 4) === null ? "a blob is cut off" : { type: "b", value };
      }
      case "T":
      case "F":
      case "N":
      case "I":
        return { type: tag };
      default:
        return `the type ${JSON.stringify(tag)} is none that is read here`;
    }
  }
}

/** The first argument as a number: true is 1, false is 0; null where there is none. */
export function numberOf({ arguments: args }: OscMessage): number | null {
  const first = args[0];
  if (!first) return null;
  if (first.type === "i" || first.type === "f") return Number.isFinite(first.value) ? first.value : null;
  return first.type === "T" ? 1 : first.type === "F" ? 0 : null;
}
