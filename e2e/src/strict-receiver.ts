import { createSocket, type Socket } from "node:dgram";

/** A source of one universe as a strict receiver keeps it. */
export interface Source {
  readonly cid: string;
  sequence: number;
  priority: number;
  slots: Uint8Array;
  heardMs: number;
}

/** One packet that was taken. */
export interface Taken {
  readonly atMs: number;
  readonly universe: number;
  readonly cid: string;
  readonly slots: Uint8Array;
}

/** E1.31 6.7.2 (from memory): older when the signed difference is not above 0 and above -20. */
function isOld(sequence: number, before: number): boolean {
  const difference = ((sequence - before + 128) & 255) - 128;
  return difference <= 0 && difference > -20;
}

/** E131_NETWORK_DATA_LOSS_TIMEOUT (E1.31 appendix A, from memory). */
const LOSS_MS = 2500;

/**
 * A receiver of E1.31 on loopback that keeps to the standard to the letter: sequence, priority, loss and termination. Written from
 * design page 5 (values P5 to P18, all from memory there) and sharing no code with what it receives from.
 */
export class StrictReceiver {
  readonly #socket: Socket;
  readonly #universes = new Map<number, Map<string, Source>>();
  readonly taken: Taken[] = [];
  /** Packets that were dropped since their sequence number was an old one. */
  droppedAsOld = 0;
  terminated = 0;

  private constructor(socket: Socket) {
    this.#socket = socket;
    socket.on("message", (packet) => this.#hear(packet, performance.now()));
  }

  static async open(): Promise<StrictReceiver> {
    const socket = createSocket({ type: "udp4", recvBufferSize: 8 * 1024 * 1024 });
    await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
    return new StrictReceiver(socket);
  }

  get address(): string {
    return `127.0.0.1:${this.#socket.address().port}`;
  }

  /** The source that counts for a universe now: the one with the highest priority that isn't lost; null when there is none. */
  source(universe: number): Readonly<Source> | null {
    return this.sources(universe)[0] ?? null;
  }

  /** All that aren't lost, the one that counts first. */
  sources(universe: number): readonly Readonly<Source>[] {
    const living = [...(this.#universes.get(universe)?.values() ?? [])].filter(({ heardMs }) => performance.now() - heardMs < LOSS_MS);
    return living.sort((a, b) => b.priority - a.priority);
  }

  /** All that were ever heard. */
  get universes(): readonly number[] {
    return [...this.#universes.keys()];
  }

  slots(universe: number): Uint8Array | null {
    return this.source(universe)?.slots ?? null;
  }

  /** The longest time between two packets that were taken since a moment. */
  longestGapMs(sinceMs: number): number {
    const moments = [sinceMs, ...this.taken.flatMap(({ atMs }) => (atMs > sinceMs ? [atMs] : [])), performance.now()];
    return Math.max(...moments.slice(1).map((moment, index) => moment - moments[index]!));
  }

  /** Lets go of what was kept so far; what counts stays. */
  forget(): void {
    this.taken.length = 0;
  }

  close(): void {
    this.#socket.close();
  }

  #hear(packet: Buffer, atMs: number): void {
    if (packet.length < 126 || packet.toString("latin1", 4, 13) !== "ASC-E1.17" || packet.readUInt32BE(18) !== 4) return;
    if (packet.readUInt32BE(40) !== 2 || packet[117] !== 2 || packet[125] !== 0) return;
    const [cid, priority, sequence, options, universe] = [
      packet.toString("hex", 22, 38),
      packet[108]!,
      packet[111]!,
      packet[112]!,
      packet.readUInt16BE(113),
    ];
    // Preview data never drives what is live (6.2.6).
    if (options & 0x80) return;
    const sources = this.#universes.get(universe) ?? new Map<string, Source>();
    this.#universes.set(universe, sources);
    const known = sources.get(cid);
    const lost = known !== undefined && atMs - known.heardMs >= LOSS_MS;
    if (known && !lost && isOld(sequence, known.sequence)) {
      this.droppedAsOld++;
      return;
    }
    if (options & 0x40) {
      this.terminated++;
      sources.delete(cid);
      return;
    }
    const slots = Uint8Array.from(packet.subarray(126, 126 + packet.readUInt16BE(123) - 1));
    sources.set(cid, { cid, sequence, priority, slots, heardMs: atMs });
    this.taken.push({ atMs, universe, cid, slots });
  }
}
