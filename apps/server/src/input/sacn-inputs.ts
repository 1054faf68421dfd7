import { createSocket, type Socket } from "node:dgram";
import { HeardUniverse, SLOTS, type InputHealth, type InputLine } from "@vexa/core";
import { sacn } from "@vexa/formats";
import { HEARD_OCTETS, type HeardBuffer } from "../engine-host/mixed-inputs";

/** Losses are looked for so often. */
const LOOK_MS = 200;
/** Slots that control are told as often as packets usually come. */
const TELL_MS = 20;
const LOOP = "what is sent from here isn't taken in again";

interface Heard {
  readonly line: InputLine;
  readonly universe: HeardUniverse;
  readonly at: Float64Array;
  readonly slots: Uint8Array;
  readonly shared: SharedArrayBuffer;
  /** What its slots were when they last moved something; null = nobody has been heard since, and nothing moves by coming. */
  before: Uint8Array | null;
  /** Waits to tell what has moved. */
  tells: NodeJS.Timeout | null;
  packets: number;
  trouble?: string;
}

interface Ear {
  readonly key: string;
  readonly socket: Socket;
}

/** Slots of an input that have moved, counted from 0, and from where to where, 0..1. */
export type MovedSlots = readonly { readonly slot: number; readonly from: number; readonly level: number }[];

/** Listens to the universes of the table of inputs, beside the thread that sends, and shares with it what counts of them. */
export class SacnInputs {
  readonly #cid: Uint8Array;
  readonly #now: () => number;
  readonly #tell: (buffers: readonly HeardBuffer[]) => void;
  readonly #moved: (line: InputLine, slots: MovedSlots) => void;
  readonly #timer: NodeJS.Timeout;
  #lines: readonly InputLine[] = [];
  #heard: Heard[] = [];
  #ears: Ear[] = [];

  /** `cid`: of our own streams, which are never taken in; `moved`: slots of an input that controls. */
  constructor(of: {
    cid: Uint8Array;
    now: () => number;
    tell: (buffers: readonly HeardBuffer[]) => void;
    moved: (line: InputLine, slots: MovedSlots) => void;
  }) {
    this.#cid = of.cid;
    this.#now = of.now;
    this.#tell = of.tell;
    this.#moved = of.moved;
    this.#timer = setInterval(() => this.#heard.forEach((heard) => this.#share(heard)), LOOK_MS);
    this.#timer.unref();
  }

  /** Begins and ends listening as the table says; what was heard by inputs that stay is kept. */
  take(lines: readonly InputLine[]): void {
    if (lines === this.#lines) return;
    this.#lines = lines;
    const on = lines.filter((line) => line.on);
    this.#heard = on.map((line) => this.#heard.find((heard) => heard.line === line) ?? fresh(line));
    const keys = new Set(on.map(keyOf));
    for (const ear of this.#ears) if (!keys.has(ear.key)) ear.socket.close();
    this.#ears = this.#ears.filter(({ key }) => keys.has(key));
    for (const key of keys) if (!this.#ears.some((ear) => ear.key === key)) this.#listen(key);
    this.#tell(this.#heard.map(({ line, shared }) => ({ id: line.id, shared })));
  }

  /** Who is heard, and how many packets came since it was last asked. */
  health(): InputHealth[] {
    return this.#heard.map((heard) => {
      const { line, universe, packets, trouble } = heard;
      heard.packets = 0;
      return { id: line.id, packets, sources: universe.sources(this.#now()), ...(trouble === undefined ? {} : { trouble }) };
    });
  }

  async close(): Promise<void> {
    clearInterval(this.#timer);
    for (const { tells } of this.#heard) if (tells) clearTimeout(tells);
    await Promise.all(this.#ears.map(({ socket }) => new Promise<void>((resolve) => socket.close(() => resolve()))));
    this.#ears = [];
  }

  #listen(key: string): void {
    const of = (): Heard[] => this.#heard.filter(({ line }) => keyOf(line) === key);
    const [{ line }] = of() as [Heard];
    const socket = createSocket({ type: "udp4", reuseAddr: true, recvBufferSize: 1024 * 1024 });
    const trouble = (error: Error): void => {
      for (const heard of of()) heard.trouble = error.message;
    };
    socket.on("error", trouble);
    socket.on("message", (octets) => this.#hear(octets, of()));
    // Bound to the group or to the one address: nothing else that comes to this port is heard.
    socket.bind(line.port ?? sacn.SACN_PORT, line.multicast ? sacn.multicastGroup(line.universe) : line.address, () => {
      if (line.multicast)
        try {
          socket.addMembership(sacn.multicastGroup(line.universe), line.address);
        } catch (error) {
          trouble(error as Error);
        }
    });
    this.#ears.push({ key, socket });
  }

  #hear(octets: Buffer, of: readonly Heard[]): void {
    const read = sacn.decode(octets);
    if (!read.ok) return;
    const { cid, sourceName, universe, options, startCode, priority, sequence, slots } = read.value;
    const meant = of.filter(({ line }) => line.universe === universe);
    if (meant.length === 0 || startCode !== 0 || (options & sacn.OPTIONS.preview) !== 0) return;
    const own = Buffer.compare(cid, this.#cid) === 0;
    const source = Buffer.from(cid).toString("hex");
    const terminated = (options & sacn.OPTIONS.terminated) !== 0;
    for (const heard of meant) {
      if (own) {
        heard.trouble = LOOP;
        continue;
      }
      if (!heard.universe.hear({ source, name: sourceName, priority, sequence, terminated, slots }, this.#now())) continue;
      heard.packets++;
      if (heard.trouble !== LOOP) delete heard.trouble;
      this.#share(heard);
    }
  }

  #share(heard: Heard): void {
    const { universe, slots, at, line } = heard;
    const now = this.#now();
    const lives = universe.levels(now, slots);
    at[0] = lives ? now : -Infinity;
    if (line.way !== "controls") return;
    if (!lives) heard.before = null;
    else if (heard.before === null) heard.before = slots.slice();
    // However many packets come: what has moved is told so often, and the last of it soon.
    else heard.tells ??= setTimeout(() => this.#tellMoved(heard), TELL_MS);
  }

  #tellMoved(heard: Heard): void {
    heard.tells = null;
    const { before, slots, line } = heard;
    if (before !== null && this.#heard.includes(heard)) {
      const moved = [...slots.keys()].filter((slot) => slots[slot] !== before[slot]);
      const steps = moved.map((slot) => ({ slot, from: before[slot]! / 255, level: slots[slot]! / 255 }));
      before.set(slots);
      if (steps.length > 0) this.#moved(line, steps);
    }
  }
}

function fresh(line: InputLine): Heard {
  const shared = new SharedArrayBuffer(HEARD_OCTETS);
  const at = new Float64Array(shared, 0, 1);
  at[0] = -Infinity;
  return {
    line,
    universe: new HeardUniverse(),
    at,
    slots: new Uint8Array(shared, 8, SLOTS),
    shared,
    before: null,
    tells: null,
    packets: 0,
  };
}

/** Inputs that are heard by the same socket. */
function keyOf({ address, port, multicast, universe }: InputLine): string {
  return `${address} ${port ?? ""} ${multicast ? universe : ""}`;
}
