import { createSocket, type Socket as Udp } from "node:dgram";
import type { Socket } from "socket.io-client";
import { type Change, type ClientToServer, type ServerToClient, type Show } from "@vexa/core";
import { sacn } from "@vexa/formats";

const GOES_A_SECOND = 8;
const NEVER_MS = 5000;
const FIRST_SLOT = 126;
const UNIVERSE = 113;

/** A list of two cues that tilt one head another way each, and their card: what `go` is measured by. */
export function goRecords(headKey: string): readonly Change[] {
  const cue = (number: number, degrees: number): Change => ({
    op: "add",
    record: {
      ...{ id: `go-cue-${number}`, kind: "cue", version: 1, listId: "go-list", number, name: `${number}`, inSeconds: 0 },
      strokes: { s: { who: { heads: [headKey] }, rank: 1, parts: { Tilt: { level: { knots: [degrees] }, shape: {}, touched: 1 } } } },
    } as never,
  });
  const place = { pageId: "go-page", listId: "go-list", column: 0, row: 0, columns: 1, rows: 1 };
  const playback = { id: "go-card", kind: "playback", version: 1, ...place, releaseSeconds: 0, startsOnRaise: true, letsGoAtZero: true };
  return [
    { op: "add", record: { id: "go-page", kind: "page", version: 1, name: "Go", rank: 0, territoryId: null } as never },
    { op: "add", record: { id: "go-list", kind: "cueList", version: 1, name: "Go", rank: 0, territoryId: null } as never },
    cue(1, -40),
    cue(2, 40),
    { op: "add", record: playback as never },
  ];
}

/** Receives all that the server sends, and looks at one slot of it. */
export class SlotWatch {
  readonly #socket: Udp;
  readonly #heard: (at: number) => void;
  #value = -1;

  private constructor(socket: Udp, heard: (at: number) => void) {
    this.#socket = socket;
    this.#heard = heard;
  }

  static async open(heard: (at: number) => void): Promise<SlotWatch> {
    const socket = createSocket({ type: "udp4", recvBufferSize: 4 * 1024 * 1024 });
    await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
    return new SlotWatch(socket, heard);
  }

  get address(): string {
    return `127.0.0.1:${this.#socket.address().port}`;
  }

  /** From now on each other value of the head's tilt is told. */
  watch({ rig }: Show, headKey: string): void {
    const head = rig.headByKey.get(headKey)!;
    const { channel, place } = rig.parameters[head.parameters.get("Tilt")!]!;
    const [universe, address] = [rig.patches.universes[place]!, rig.patches.addresses[place]!];
    const at = FIRST_SLOT + address - 1 + channel.slots[0]! - 1;
    this.#socket.on("message", (message) => {
      if (message.length <= at || message.readUInt16BE(UNIVERSE) !== universe || !sacn.decode(message).ok) return;
      const value = message[at]!;
      if (value === this.#value) return;
      this.#value = value;
      this.#heard(performance.now());
    });
  }

  close(): void {
    this.#socket.close();
  }
}

/** Presses Go a few times a second, never in step with frames; the milliseconds from each to its packet, and how late a bare timer was. */
export class Goes {
  readonly delays: number[] = [];
  readonly waits: number[] = [];
  readonly #socket: Socket<ServerToClient, ClientToServer>;
  #pressed: number | null = null;
  #count = 0;
  #stopped = false;

  constructor(socket: Socket<ServerToClient, ClientToServer>) {
    this.#socket = socket;
  }

  readonly shown = (at: number): void => {
    if (this.#pressed !== null) this.delays.push(at - this.#pressed);
    this.#pressed = null;
  };

  async press(): Promise<void> {
    while (!this.#stopped) {
      const pause = 1000 / GOES_A_SECOND + ((this.#count * 7.31) % 23);
      const asked = performance.now();
      await new Promise((resolve) => setTimeout(resolve, pause));
      this.waits.push(performance.now() - asked - pause);
      await this.#shown();
      this.#pressed = performance.now();
      const cueId = `go-cue-${1 + (this.#count++ % 2)}`;
      this.#socket.emit("play", { type: "go", playbackId: "go-card", cueId }, (answer) => {
        if (!answer.ok) throw new Error(JSON.stringify(answer.error));
      });
    }
  }

  /** The packet of the last Go has come, however late. */
  async #shown(): Promise<void> {
    const since = performance.now();
    while (this.#pressed !== null) {
      if (performance.now() - since > NEVER_MS) throw new Error("the packet of a go never came: what is measured here doesn't run");
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  }

  /** What was measured so far doesn't count. */
  forget(): void {
    for (const list of [this.delays, this.waits]) list.length = 0;
  }

  stop(): void {
    this.#stopped = true;
  }
}
