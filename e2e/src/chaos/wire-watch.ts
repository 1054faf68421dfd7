import { once } from "node:events";
import { Worker } from "node:worker_threads";

/** A packet of the watched universe. */
export interface Heard {
  /** As `performance.now()` of whoever asks. */
  readonly atMs: number;
  /** The first slot. */
  readonly octet: number;
}

/** What was heard since it was asked last. */
export interface Report {
  readonly moments: readonly number[];
  readonly watched: readonly Heard[];
  readonly unreadable: number;
}

/** Hears E1.31 with the npm package sacn, in a thread that does nothing else: what keeps others busy doesn't make packets late. */
const HEARS = `
const { workerData, parentPort } = require("node:worker_threads");
const { createSocket } = require("node:dgram");
const { Packet } = require("sacn");
const socket = createSocket({ type: "udp4", recvBufferSize: 16 * 1024 * 1024 });
const shift = performance.timeOrigin - workerData.origin;
let report = { moments: [], watched: [], unreadable: 0 };
socket.on("message", (message) => {
  const atMs = performance.now() + shift;
  try {
    const { universe, payloadAsBuffer } = new Packet(message);
    report.moments.push(atMs);
    if (universe === workerData.watched) report.watched.push({ atMs, octet: payloadAsBuffer[0] });
  } catch {
    report.unreadable++;
  }
});
socket.bind(0, "127.0.0.1", () => parentPort.postMessage(socket.address().port));
parentPort.on("message", () => {
  parentPort.postMessage(report);
  report = { moments: [], watched: [], unreadable: 0 };
});`;

export class WireWatch {
  readonly #worker: Worker;
  readonly address: string;
  unreadable = 0;

  private constructor(worker: Worker, port: number) {
    this.#worker = worker;
    this.address = `127.0.0.1:${port}`;
  }

  /** `watched` is the universe whose levels are kept. */
  static async open(watched: number): Promise<WireWatch> {
    const worker = new Worker(HEARS, { eval: true, workerData: { watched, origin: performance.timeOrigin } });
    const [port] = (await once(worker, "message")) as [number];
    return new WireWatch(worker, port);
  }

  async take(): Promise<Report> {
    this.#worker.postMessage("report");
    const [report] = (await once(this.#worker, "message")) as [Report];
    this.unreadable += report.unreadable;
    return report;
  }

  async close(): Promise<void> {
    await this.#worker.terminate();
  }
}

/** The longest time between two packets from a moment on. */
export function longestGapMs({ moments }: Report, sinceMs: number): number {
  let [before, longest] = [sinceMs, 0];
  for (const moment of moments) {
    if (moment < sinceMs) continue;
    longest = Math.max(longest, moment - before);
    before = moment;
  }
  return longest;
}
