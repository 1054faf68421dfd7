import { createSocket } from "node:dgram";
import { Receiver } from "sacn";

/** An independent receiver of E1.31 (the npm package sacn) on loopback that keeps levels with the time at which they came. */
export interface LoopbackNode {
  readonly port: number;
  /** The latest levels of a universe, 512 octets; null before the first packet. */
  levels(universe: number): Buffer | null;
  /** Every packet of a universe since `collect` was called. */
  collect(): void;
  history(universe: number): readonly { readonly atSeconds: number; readonly levels: Buffer }[];
  /** By how much a bare timer in this process was late at most since `collect`, in seconds: what the machine alone does to a moment. */
  lateness(): number;
  close(): void;
}

const WAKES_EVERY_MS = 5;

export async function nodeOnLoopback(universes: readonly number[]): Promise<LoopbackNode> {
  const port = await freeUdpPort();
  const latest = new Map<number, Buffer>();
  let history = new Map<number, { atSeconds: number; levels: Buffer }[]>();
  let lateSeconds = 0;
  let waking = performance.now() + WAKES_EVERY_MS;
  const waiter = setInterval(() => {
    lateSeconds = Math.max(lateSeconds, (performance.now() - waking) / 1000);
    waking = performance.now() + WAKES_EVERY_MS;
  }, WAKES_EVERY_MS);
  const receiver = new Receiver({ universes: [...universes], port, iface: "127.0.0.1", reuseAddr: false });
  receiver.on("packet", ({ universe, payloadAsBuffer }) => {
    if (!payloadAsBuffer) return;
    latest.set(universe, payloadAsBuffer);
    const kept = history.get(universe) ?? [];
    kept.push({ atSeconds: performance.now() / 1000, levels: payloadAsBuffer });
    history.set(universe, kept);
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
    close() {
      clearInterval(waiter);
      receiver.close();
    },
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
