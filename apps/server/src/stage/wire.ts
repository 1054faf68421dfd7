import type { Socket } from "node:net";

/** A message between the engine's process and the web server, or a standby. Levels go as octets, all else as JSON. */
export type Wired = { readonly json: unknown } | { readonly levels: ArrayBuffer };

const HEADER = 5;
const END_WITHIN_MS = 500;
const JSON_TYPE = 0;
const LEVELS_TYPE = 1;
/** A show of many thousand records fits; a length beyond it is damage. */
const LARGEST = 512 * 1024 * 1024;

/** Sends messages, each with its length in front, and hands over what comes, whole. Both ends are ours. */
export class Wire {
  readonly #socket: Socket;
  #chunks: Buffer[] = [];
  #length = 0;

  constructor(socket: Socket, of: { heard: (message: Wired) => void; closed: () => void }) {
    this.#socket = socket;
    socket.on("data", (chunk) => this.#take(chunk, of.heard));
    socket.on("error", () => undefined);
    socket.on("close", of.closed);
  }

  /** Octets that the other end hasn't taken yet. */
  get waiting(): number {
    return this.#socket.writableLength;
  }

  send(json: unknown): void {
    this.#write(JSON_TYPE, Buffer.from(JSON.stringify(json)));
  }

  sendLevels(levels: ArrayBuffer): void {
    this.#write(LEVELS_TYPE, Buffer.from(levels));
  }

  close(): void {
    this.#socket.destroy();
  }

  /** Closes after what was given to send. */
  end(): void {
    this.#socket.end();
    setTimeout(() => this.#socket.destroy(), END_WITHIN_MS).unref();
  }

  #write(type: number, body: Buffer): void {
    const head = Buffer.alloc(HEADER);
    head.writeUInt32LE(body.length, 0);
    head[4] = type;
    // What is said in one turn leaves together: each write wakes the other end.
    if (this.#socket.writableCorked === 0) {
      this.#socket.cork();
      setImmediate(() => this.#socket.uncork());
    }
    this.#socket.write(head);
    this.#socket.write(body);
  }

  #take(chunk: Buffer, heard: (message: Wired) => void): void {
    this.#chunks.push(chunk);
    this.#length += chunk.length;
    for (let head = this.#peek(HEADER); head; head = this.#peek(HEADER)) {
      const length = head.readUInt32LE(0);
      if (length > LARGEST) return this.close();
      if (this.#length < HEADER + length) return;
      this.#drop(HEADER);
      const body = this.#peek(length)!;
      this.#drop(length);
      if (head[4] === JSON_TYPE) heard({ json: JSON.parse(body.toString()) as unknown });
      else heard({ levels: Uint8Array.from(body).buffer });
    }
  }

  /** The next octets in one piece; null while there are too few. */
  #peek(length: number): Buffer | null {
    if (this.#length < length) return null;
    if ((this.#chunks[0]?.length ?? 0) < length) this.#chunks = [Buffer.concat(this.#chunks)];
    return this.#chunks[0]?.subarray(0, length) ?? Buffer.alloc(0);
  }

  #drop(length: number): void {
    if (length === 0) return;
    this.#length -= length;
    const rest = this.#chunks[0]!.subarray(length);
    if (rest.length > 0) this.#chunks[0] = rest;
    else this.#chunks.shift();
  }
}
