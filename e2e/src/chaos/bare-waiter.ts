import { Worker } from "node:worker_threads";

/** What this machine costs anybody who only waits for the next frame: a thread that does nothing else, 44 times a second. */
const WAITS = `
const { parentPort } = require("node:worker_threads");
const sleeper = new Int32Array(new SharedArrayBuffer(4));
const now = () => Number(process.hrtime.bigint()) / 1e6;
const first = now();
let index = 0, worst = 0, late = 0, since = first;
for (;;) {
  index++;
  let deadline = first + (index * 1000) / 44;
  const wait = deadline - now();
  if (wait > 0) Atomics.wait(sleeper, 0, 0, wait);
  const lateness = now() - deadline;
  worst = Math.max(worst, lateness);
  if (lateness > 1000 / 44) { const missed = Math.floor((lateness * 44) / 1000); late += missed; index += missed; }
  if (deadline - since >= 1000) { parentPort.postMessage({ worst, late }); worst = 0; late = 0; since = deadline; }
}`;

/** Says how late the waiter was. */
export class BareWaiter {
  readonly #worker = new Worker(WAITS, { eval: true });
  #worst = 0;
  #late = 0;

  constructor() {
    this.#worker.on("message", ({ worst, late }: { worst: number; late: number }) => {
      this.#worst = Math.max(this.#worst, worst);
      this.#late += late;
    });
  }

  /** Since the last call: the worst lateness in milliseconds, and frames that were missed. */
  take(): { readonly worstMs: number; readonly late: number } {
    const taken = { worstMs: this.#worst, late: this.#late };
    [this.#worst, this.#late] = [0, 0];
    return taken;
  }

  async stop(): Promise<void> {
    await this.#worker.terminate();
  }
}
