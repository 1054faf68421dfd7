import { createSocket, type Socket } from "node:dgram";
import { SLOTS } from "@vexa/core";
import { artnet } from "@vexa/formats";
import { FrameParts } from "./frame-parts";
import type { Output } from "./output";

/** Art-Net 4 (from memory): still universes are sent again within 4 s; nodes may let go after 3 s of silence, so a third of that. */
const KEEP_ALIVE_MS = 1000;
const STEPS_AHEAD = 32;

interface Stream {
  readonly packet: Uint8Array;
  /** Its levels. */
  readonly slots: Uint8Array;
  sequence: number;
  sentMs: number;
}

/** Sends universes as ArtDmx to one node: what changed at once, what is still once a second. */
export class ArtNetOutput implements Output {
  readonly #socket: Socket;
  readonly trouble: { errors: number; why: string | null } = { errors: 0, why: null };
  readonly #sent = (error: Error | null): void => {
    if (!error) return;
    this.trouble.errors++;
    this.trouble.why = error.message;
  };
  #streams: (Stream | null)[] = [];
  #universes: readonly number[] = [];
  readonly #parts = new FrameParts();

  private constructor(socket: Socket) {
    this.#socket = socket;
  }

  static open({ address, port }: { address: string; port: number }): Promise<ArtNetOutput> {
    return new Promise((resolve, reject) => {
      const socket = createSocket("udp4");
      socket.once("error", reject);
      // A broadcast address can only be connected to by a socket that may broadcast, and only a bound one may.
      socket.bind(0, () => {
        if (address.endsWith(".255")) socket.setBroadcast(true);
        socket.connect(port, address, () => {
          socket.off("error", reject);
          // Nobody listening is no error of ours: the next packet tries again.
          socket.on("error", () => undefined);
          resolve(new ArtNetOutput(socket));
        });
      });
    });
  }

  /** `universes` are Port-Addresses; those that there can't be are left out. */
  patch(universes: readonly number[]): void {
    const before = new Map(this.#universes.map((universe, at) => [universe, this.#streams[at] ?? null]));
    this.#universes = universes;
    this.#streams = universes.map((portAddress) => {
      if (portAddress < 0 || portAddress > artnet.MAX_PORT_ADDRESS) return null;
      return before.get(portAddress) ?? newStream(portAddress);
    });
  }

  get sequences(): Uint8Array {
    return Uint8Array.from(this.#streams, (stream) => stream?.sequence ?? 0);
  }

  /** 1..255; 0 says that there is no order (Art-Net 4, from memory). */
  goOnFrom(sequences: Uint8Array): void {
    this.#streams.forEach((stream, at) => {
      if (stream) stream.sequence = ((sequences[at] ?? 0) + STEPS_AHEAD) % 255;
    });
  }

  send(frame: Uint8Array, nowMs: number): number {
    let packets = 0;
    const parts = this.#parts.of(frame);
    for (let at = 0; at < this.#streams.length; at++) {
      const stream = this.#streams[at];
      const levels = parts[at];
      if (!stream || !levels) continue;
      const moved = Buffer.compare(levels, stream.slots) !== 0;
      if (!moved && nowMs - stream.sentMs < KEEP_ALIVE_MS) continue;
      stream.slots.set(levels);
      stream.sequence = (stream.sequence % 255) + 1;
      artnet.setSequence(stream.packet, stream.sequence);
      stream.sentMs = nowMs;
      this.#socket.send(stream.packet, this.#sent);
      packets++;
    }
    return packets;
  }

  close(): Promise<void> {
    return new Promise((resolve) => this.#socket.close(() => resolve()));
  }
}

function newStream(portAddress: number): Stream {
  const packet = artnet.encode({ portAddress, sequence: 0, slots: new Uint8Array(SLOTS) });
  return { packet, slots: packet.subarray(artnet.SLOTS_OFFSET), sequence: 0, sentMs: -Infinity };
}
