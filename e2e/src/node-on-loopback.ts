import { createSocket } from "node:dgram";
import { Worker } from "node:worker_threads";

/** An independent receiver of E1.31 (the npm package sacn) on loopback that keeps levels with the time at which they came. */
export interface LoopbackNode {
  readonly port: number;
  /** The latest levels of a universe, 512 octets; null before the first packet. */
  levels(universe: number): Buffer | null;
  /** Every packet of a universe since `collect` was called. */
  collect(): void;
  history(universe: number): readonly { readonly atSeconds: number; readonly levels: Buffer }[];
  /** By how much a bare timer in the node's thread was late at most since `collect`, in seconds: what the machine alone does to a moment. */
  lateness(): number;
  close(): void;
}

type Heard = { readonly universe: number; readonly atMs: number; readonly levels: Uint8Array } | { readonly lateMs: number } | "listens";

export async function nodeOnLoopback(universes: readonly number[]): Promise<LoopbackNode> {
  const port = await freeUdpPort();
  const latest = new Map<number, Buffer>();
  let history = new Map<number, { atSeconds: number; levels: Buffer }[]>();
  let lateSeconds = 0;
  const thread = new Worker(new URL("./node-thread.mjs", import.meta.url), { workerData: { universes: [...universes], port } });
  await new Promise<void>((resolve, reject) => {
    thread.once("error", reject);
    thread.on("message", (heard: Heard) => {
      if (heard === "listens") return resolve();
      if ("lateMs" in heard) return void (lateSeconds = Math.max(lateSeconds, heard.lateMs / 1000));
      const levels = Buffer.from(heard.levels.buffer, heard.levels.byteOffset, heard.levels.byteLength);
      latest.set(heard.universe, levels);
      const kept = history.get(heard.universe) ?? [];
      kept.push({ atSeconds: (heard.atMs - performance.timeOrigin) / 1000, levels });
      history.set(heard.universe, kept);
    });
  });
  return {
    port,
    levels: (universe) => latest.get(universe) ?? null,
    collect() {
      history = new Map();
      lateSeconds = 0;
    },
    history: (universe) => history.get(universe) ?? [],
    lateness: () => lateSeconds,
    close: () => void thread.terminate(),
  };
}

export function freeUdpPort(): Promise<number> {
  const socket = createSocket("udp4");
  return new Promise((resolve) => {
    socket.bind(0, "127.0.0.1", () => {
      const { port } = socket.address();
      socket.close(() => resolve(port));
    });
  });
}
