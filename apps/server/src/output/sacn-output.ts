import { createSocket, type Socket } from "node:dgram";
import { SLOTS } from "@vexa/core";
import { sacn } from "@vexa/formats";
import { FrameParts } from "./frame-parts";
import type { Output } from "./output";

/** Where E1.31 goes: one receiver by address; or each universe's own group, by the interface that has this address. */
export interface SacnTarget {
  readonly address: string;
  readonly port: number;
  readonly groupsBy?: string;
}

/** A way out: packets of a universe go into it. */
interface Way {
  readonly socket: Socket;
  readonly target: SacnTarget;
}

/** Where a stream goes, and what it says of whose it is. */
export interface SacnSource {
  readonly targets: readonly SacnTarget[];
  /** Component identifier, 16 octets. */
  readonly cid: Uint8Array;
  readonly name: string;
  /** 0..200: of several sources, receivers take the highest. */
  readonly priority: number;
  /** The address of synchronization packets, one behind the data of each frame; none = receivers act at once. */
  readonly sync?: number;
}

/** E1.31 6.6.1 (from memory): still data goes out three times, then once every 800 to 1,000 ms. */
const REPEATS = 3;
const KEEP_ALIVE_MS = 900;
/** E1.31 6.2.6 (from memory): three packets say that the stream ends. */
const FAREWELLS = 3;

const STEPS_AHEAD = 32;

interface Stream {
  readonly packet: Uint8Array;
  /** Its levels. */
  readonly slots: Uint8Array;
  sequence: number;
  /** Times that the present levels were sent. */
  sent: number;
  sentMs: number;
}

/** Sends universes as E1.31 data by unicast: what changed at once, what is still as keep-alive. */
export class SacnOutput implements Output {
  readonly #ways: readonly Way[];
  #discoveredMs = -Infinity;
  /** Packets that couldn't be sent since this was last read, and why the latest couldn't. */
  readonly trouble: { errors: number; why: string | null } = { errors: 0, why: null };
  readonly #source: Omit<SacnSource, "targets" | "priority">;
  #priority: number;
  #streams: Stream[] = [];
  readonly #parts = new FrameParts();
  #syncs = 0;

  private constructor(ways: readonly Way[], source: SacnSource) {
    this.#ways = ways;
    this.#source = source;
    this.#priority = source.priority;
  }

  static async open(source: SacnSource): Promise<SacnOutput> {
    return new SacnOutput(await Promise.all(source.targets.map(opened)), source);
  }

  /** Goes out with the next frame. */
  set priority(priority: number) {
    this.#priority = priority;
    for (const stream of this.#streams) {
      sacn.setPriority(stream.packet, priority);
      stream.sent = 0;
    }
  }

  patch(universes: readonly number[]): void {
    const present = new Map(this.#streams.map((stream) => [universeOf(stream), stream]));
    for (const [universe, stream] of present) if (!universes.includes(universe)) this.#farewell(stream);
    this.#streams = universes.map((universe) => present.get(universe) ?? this.#newStream(universe));
  }

  send(frame: Uint8Array, nowMs: number): number {
    let packets = 0;
    const parts = this.#parts.of(frame);
    for (let index = 0; index < this.#streams.length; index++) {
      const stream = this.#streams[index]!;
      const levels = parts[index];
      if (!levels) continue;
      if (Buffer.compare(levels, stream.slots) !== 0) {
        stream.slots.set(levels);
        stream.sent = 0;
      }
      if (stream.sent >= REPEATS && nowMs - stream.sentMs < KEEP_ALIVE_MS) continue;
      this.#emit(stream, this.#options);
      stream.sent++;
      stream.sentMs = nowMs;
      packets += this.#ways.length;
    }
    this.#discover(nowMs);
    return packets === 0 ? 0 : packets + this.#synchronize();
  }

  /** Tells receivers to take what came with this frame, all together (6.2.4, from memory). Packets sent. */
  #synchronize(): number {
    const { cid, sync } = this.#source;
    if (sync === undefined) return 0;
    this.#syncs = (this.#syncs + 1) & 255;
    const packet = sacn.synchronization({ cid, sequence: this.#syncs, syncAddress: sync });
    for (const { socket, target } of this.#ways)
      if (target.groupsBy === undefined) socket.send(packet, this.#sent);
      else socket.send(packet, target.port, sacn.multicastGroup(sync), this.#sent);
    return this.#ways.length;
  }

  /** The sequence numbers sent last, a universe each in the order of `patch`; behind them that of what synchronises, where something does. */
  get sequences(): Uint8Array {
    const sent = this.#streams.map(({ sequence }) => sequence);
    return Uint8Array.from(this.#source.sync === undefined ? sent : [...sent, this.#syncs]);
  }

  /**
   * Goes on behind somebody else's sequence numbers, who may have sent a few more than these: so far ahead that no strict receiver takes
   * ours for old ones (E1.31 6.7.2, from memory: up to 20 behind is old).
   */
  goOnFrom(sequences: Uint8Array): void {
    const ahead = (index: number): number => ((sequences[index] ?? 0) + STEPS_AHEAD) & 255;
    this.#streams.forEach((stream, index) => (stream.sequence = ahead(index)));
    this.#syncs = ahead(this.#streams.length);
  }

  async close(): Promise<void> {
    this.#streams.forEach((stream) => this.#farewell(stream));
    if (this.#streams.length > 0) this.#synchronize();
    this.#streams = [];
    // A socket closes after what it was given to send.
    await Promise.all(this.#ways.map(({ socket }) => new Promise<void>((resolve) => socket.close(() => resolve()))));
  }

  /** Should the packets that synchronise be lost on their way, levels still count: what is on stage goes on. */
  get #options(): number {
    return this.#source.sync === undefined ? 0 : sacn.OPTIONS.forceSynchronization;
  }

  #newStream(universe: number): Stream {
    const { cid, name, sync: syncAddress = 0 } = this.#source;
    const dark = new Uint8Array(SLOTS);
    const packet = sacn.encode({ cid, sourceName: name, priority: this.#priority, sequence: 0, universe, slots: dark, syncAddress });
    return { packet, slots: packet.subarray(sacn.SLOTS_OFFSET), sequence: 0, sent: 0, sentMs: 0 };
  }

  #farewell(stream: Stream): void {
    for (let time = 0; time < FAREWELLS; time++) this.#emit(stream, sacn.OPTIONS.terminated);
  }

  #emit(stream: Stream, options: number): void {
    stream.sequence = (stream.sequence + 1) & 255;
    sacn.refresh(stream.packet, { sequence: stream.sequence, options });
    // Nobody listening is no error of ours: the next packet tries again.
    for (const { socket, target } of this.#ways) {
      if (target.groupsBy === undefined) socket.send(stream.packet, this.#sent);
      else socket.send(stream.packet, target.port, sacn.multicastGroup(universeOf(stream)), this.#sent);
    }
  }

  readonly #sent = (error: Error | null): void => {
    if (!error) return;
    this.trouble.errors++;
    this.trouble.why = error.message;
  };

  /** Those who look for universes on the network are told of ours. */
  #discover(nowMs: number): void {
    if (nowMs - this.#discoveredMs < sacn.DISCOVERY_SECONDS * 1000) return;
    this.#discoveredMs = nowMs;
    const { cid, name } = this.#source;
    for (const { socket, target } of this.#ways)
      if (target.groupsBy !== undefined)
        for (const page of sacn.discovery({ cid, sourceName: name, universes: this.#streams.map(universeOf) }))
          socket.send(page, target.port, sacn.multicastGroup(sacn.DISCOVERY_UNIVERSE), this.#sent);
  }
}

const ignore = (): void => undefined;

function universeOf({ packet }: Stream): number {
  return packet[113]! * 256 + packet[114]!;
}

function opened(target: SacnTarget): Promise<Way> {
  const { address, port, groupsBy } = target;
  return new Promise((resolve, reject) => {
    const socket = createSocket({ type: "udp4", sendBufferSize: 4 * 1024 * 1024 });
    socket.once("error", reject);
    const ready = (): void => {
      socket.off("error", reject);
      socket.on("error", ignore);
      resolve({ socket, target });
    };
    if (groupsBy === undefined) socket.connect(port, address, ready);
    else
      socket.bind(0, groupsBy, () => {
        try {
          socket.setMulticastInterface(groupsBy);
          ready();
        } catch (error) {
          reject(error instanceof Error ? error : new Error(String(error)));
        }
      });
  });
}
