import { createSocket, type Socket } from "node:dgram";
import { Packet } from "sacn";

/** A packet as the npm package sacn reads it. */
export interface Heard {
  readonly atMs: number;
  readonly universe: number;
  readonly slots: Buffer;
}

/** Hears E1.31 on loopback with code that isn't ours, and keeps when which packet came. */
export class WireWatch {
  readonly #socket: Socket;
  /** Moments of all packets since `forget`. */
  #moments: number[] = [];
  #watched: Heard[] = [];
  unreadable = 0;

  private constructor(socket: Socket, watched: number) {
    this.#socket = socket;
    socket.on("message", (message) => {
      const atMs = performance.now();
      try {
        const { universe, payloadAsBuffer } = new Packet(message);
        this.#moments.push(atMs);
        if (universe === watched && payloadAsBuffer) this.#watched.push({ atMs, universe, slots: payloadAsBuffer });
      } catch {
        this.unreadable++;
      }
    });
  }

  /** `watched` is the universe whose levels are kept. */
  static async open(watched: number): Promise<WireWatch> {
    const socket = createSocket({ type: "udp4", recvBufferSize: 16 * 1024 * 1024 });
    await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
    return new WireWatch(socket, watched);
  }

  get address(): string {
    return `127.0.0.1:${this.#socket.address().port}`;
  }

  /** The longest time between two packets since a moment. */
  longestGapMs(sinceMs: number): number {
    let [before, longest] = [sinceMs, 0];
    for (const moment of this.#moments) {
      if (moment < sinceMs) continue;
      longest = Math.max(longest, moment - before);
      before = moment;
    }
    return Math.max(longest, performance.now() - before);
  }

  /** The watched universe's packets since the last call. */
  take(): readonly Heard[] {
    const taken = this.#watched;
    this.#watched = [];
    return taken;
  }

  forget(): void {
    this.#moments = [];
  }

  close(): void {
    this.#socket.close();
  }
}
