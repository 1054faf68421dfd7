import { setPriority } from "node:os";
import { performance } from "node:perf_hooks";
import { setInterval } from "node:timers";
import { parentPort, workerData } from "node:worker_threads";
import { Receiver } from "sacn";

// The thread of a node on loopback: it notes the moment at which each packet comes, however busy the stories are.
try {
  setPriority(-15);
} catch {
  // Not allowed: as good as the machine lets it.
}
const { universes, port } = workerData;
const receiver = new Receiver({ universes, port, iface: "127.0.0.1", reuseAddr: false });
receiver.on("packet", ({ universe, payloadAsBuffer }) => {
  if (!payloadAsBuffer) return;
  parentPort.postMessage({ universe, atMs: performance.timeOrigin + performance.now(), levels: Uint8Array.from(payloadAsBuffer) });
});

/** By how much a bare timer here wakes late: what the machine alone does to a moment. */
const WAKES_EVERY_MS = 5;
const LATE_MS = 2;
let due = performance.now() + WAKES_EVERY_MS;
setInterval(() => {
  const lateMs = performance.now() - due;
  if (lateMs > LATE_MS) parentPort.postMessage({ lateMs });
  due = performance.now() + WAKES_EVERY_MS;
}, WAKES_EVERY_MS);
parentPort.postMessage("listens");
