import { Worker } from "node:worker_threads";

/** A receiver that takes nothing in: the system drops what comes once its buffer is full, and the sender is never told that nobody is there. */
export async function deafReceiver(): Promise<{ readonly address: string; stop(): Promise<number> }> {
  const worker = new Worker(
    `const socket = require("node:dgram").createSocket("udp4");
     socket.bind(0, "127.0.0.1", () => {
       require("node:worker_threads").parentPort.postMessage(socket.address().port);
       setImmediate(() => Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0));
     });`,
    { eval: true },
  );
  const port = await new Promise<number>((resolve, reject) => worker.once("message", resolve).once("error", reject));
  return { address: `127.0.0.1:${port}`, stop: () => worker.terminate() };
}
