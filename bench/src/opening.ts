import { MessageChannel, Worker, type MessagePort } from "node:worker_threads";
import { seededRandom, Show, type ShowRecord } from "@vexa/core";
import { largeRig } from "@vexa/demo";
import { loadedShow, START_SECONDS } from "./loaded-show";
import { BUILT_WORKER } from "./latency";

const FRAMES_PER_SECOND = 44;
const HEADS_A_CUE = 200;

interface Opening {
  /** From the act until the other show's thread has the stage. */
  readonly seconds: number;
  /** Between two packets of a universe that moves, while it lasts, at a receiver in a thread of its own. */
  readonly longestGapFrames: number;
  readonly lateFrames: number;
}

/** 2,000 heads in 256 universes and a list of 1,000 cues. */
export function longShow(): ShowRecord[] {
  const random = seededRandom(5);
  const rig = largeRig({ heads: 2000, universes: 256 });
  const heads = new Show(new Map(rig.map((record) => [record.id, record]))).rig.heads.map(({ key }) => key);
  const cues = Array.from({ length: 1000 }, (_, at): ShowRecord => {
    const first = (at * 37) % (heads.length - HEADS_A_CUE);
    const level = (knots: number[]) => ({ level: { knots }, shape: {}, touched: 1 });
    const parts = { Dimmer: level([random(), random()]), Pan: level([-40 * random(), 40]) };
    const strokes = { s: { who: { heads: heads.slice(first, first + HEADS_A_CUE) }, rank: 1, parts } };
    return { id: `cue-${at}`, kind: "cue", version: 1, listId: "list", number: at + 1, name: `Cue ${at + 1}`, inSeconds: 2, strokes };
  });
  return [...rig, { id: "list", kind: "cueList", version: 1, name: "Long", rank: 0, territoryId: null }, ...cues];
}

/** Hears what comes, and tells the longest time between two packets since it was asked last, of the universe where that was shortest. */
const RECEIVER = `
  const { parentPort } = require("node:worker_threads");
  const socket = require("node:dgram").createSocket({ type: "udp4", recvBufferSize: 32 * 1024 * 1024 });
  const heard = new Map();
  socket.on("message", (packet) => {
    const [universe, now] = [packet.readUInt16BE(113), performance.now()];
    const of = heard.get(universe);
    if (of) Object.assign(of, { last: now, longest: Math.max(of.longest, now - of.last) });
    else heard.set(universe, { last: now, longest: 0 });
  });
  socket.bind(0, "127.0.0.1", () => parentPort.postMessage(socket.address().port));
  parentPort.on("message", () => {
    parentPort.postMessage(Math.min(...[...heard.values()].map(({ longest }) => longest)));
    for (const of of heard.values()) of.longest = 0;
  });
`;

/** Another large show is opened while all of 256 universes are in this state: the frames meanwhile, through the built threads and loopback. */
export async function openingBeside(state: "fading" | "at rest"): Promise<Opening> {
  const receiver = new Worker(RECEIVER, { eval: true });
  const port = await answer<number>(receiver);
  const steady = (): number => Number(process.hrtime.bigint()) / 1e9;
  const clockOffset = START_SECONDS - steady();
  const sacn = { targets: [{ address: "127.0.0.1", port }], cid: new Uint8Array(16), name: "Bench", priority: 100 };
  let lateFrames = 0;
  const begin = (records: Iterable<ShowRecord>, predecessor: { port: MessagePort; seconds: number; ended: Int32Array } | null): Worker => {
    const workerData = { clockOffset, framesPerSecond: FRAMES_PER_SECOND, lastFrame: null, sacn, predecessor };
    const worker = new Worker(BUILT_WORKER, { workerData, transferList: predecessor ? [predecessor.port] : [] });
    worker.postMessage({ type: "show", records: [...records] });
    worker.on("message", (message: { type: string; late: number }) => (lateFrames += message.type === "health" ? message.late : 0));
    return worker;
  };
  const [before, after] = [loadedShow({ universes: 256, state }), longShow()];
  const one = begin(before.records.values(), null);
  await wait(SETTLED_MS);
  receiver.postMessage("");
  await answer(receiver);
  const begun = performance.now();
  lateFrames = 0;
  const { port1, port2 } = new MessageChannel();
  one.postMessage({ type: "successor", port: port1 }, [port1]);
  const two = begin(after, { port: port2, seconds: CROSS_SECONDS, ended: new Int32Array(new SharedArrayBuffer(4)) });
  await new Promise<void>((resolve) => one.on("message", ({ type }: { type: string }) => type === "handed over" && resolve()));
  const seconds = (performance.now() - begun) / 1000;
  // What leaves still moves from frame to frame until it is over.
  await wait(900 * CROSS_SECONDS);
  receiver.postMessage("");
  const longestMs = await answer<number>(receiver);
  await wait(1000);
  await Promise.all([one, two, receiver].map((worker) => worker.terminate()));
  return { seconds, longestGapFrames: (longestMs * FRAMES_PER_SECOND) / 1000, lateFrames };
}

const SETTLED_MS = 4000;
const CROSS_SECONDS = 1;
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const answer = <T>(worker: Worker): Promise<T> => new Promise((resolve) => worker.once("message", resolve));
