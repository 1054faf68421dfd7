import { createSocket } from "node:dgram";
import { existsSync } from "node:fs";
import { Worker } from "node:worker_threads";
import { coatIdOf, setChange, type ShowRecord } from "@vexa/core";
import { sacn } from "@vexa/formats";
import { understory } from "@vexa/demo";
import { quantile } from "./measure";

const FRAMES_PER_SECOND = 44;
const NEVER_MS = 5000;
/** The engine's thread as `./vexa` builds it. */
export const BUILT_WORKER = new URL("../../apps/server/dist/engine-worker.js", import.meta.url);

/** sRGB's red and blue. */
const [RED, BLUE] = [
  { x: 0.64, y: 0.33 },
  { x: 0.15, y: 0.06 },
] as const;
/** The first coat of the washes in front, which is what the touches paint anew; and where the first of them has its red. */
const COAT: ShowRecord = {
  id: coatIdOf("board-house", "front", "first"),
  ...{ kind: "coat", version: 1, boardId: "board-house", bedId: "front", layer: "first", color: BLUE },
  ...{ goSeconds: 0, fadeSeconds: 0, travelSeconds: 0, personId: "person-ines" },
};
const RED_SLOT = 14 * 13 + 7;

interface Latency {
  readonly median: number;
  readonly p99: number;
  readonly worst: number;
  readonly waiterP99: number;
}

/**
 * From a command to the packet that carries it, in frames, through the built engine thread and a socket on loopback. `beside` is what
 * else the show holds; `how`: moves of a fader, goes from cue to cue, or touches of a bed on the colour board.
 */
export async function commandToPacket(
  commands: number,
  { beside = [], how = "fader" }: { beside?: readonly ShowRecord[]; how?: "fader" | "go" | "paint" } = {},
): Promise<Latency> {
  if (!existsSync(BUILT_WORKER)) throw new Error("the server isn't built: ./vexa bench builds it first");
  const socket = createSocket({ type: "udp4", recvBufferSize: 4 * 1024 * 1024 });
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  const steady = (): number => Number(process.hrtime.bigint()) / 1e9;
  const state: ShowRecord = {
    id: "state-card-spore",
    kind: "playbackState",
    version: 1,
    playbackId: "card-spore",
    level: 1,
    cueId: "cue-spore-1",
    previousCueId: null,
    goSeconds: 0,
    letGoSeconds: null,
    personId: "person-ines",
  };
  const worker = new Worker(BUILT_WORKER, {
    workerData: {
      clockOffset: 0,
      framesPerSecond: FRAMES_PER_SECOND,
      lastFrame: null,
      predecessor: null,
      sacn: { targets: [{ address: "127.0.0.1", port: socket.address().port }], cid: new Uint8Array(16), name: "Bench", priority: 100 },
    },
  });
  worker.postMessage({ type: "show", records: [...understory(), ...beside, state, COAT] });
  let waiting: { shows: (slots: Uint8Array) => boolean; heard: (at: number) => void } | null = null;
  socket.on("message", (message) => {
    const packet = sacn.decode(message);
    if (packet.ok && packet.value.universe === (how === "paint" ? 11 : 13) && waiting?.shows(packet.value.slots))
      waiting.heard(performance.now());
  });
  await new Promise((resolve) => setTimeout(resolve, 1500));
  const times: number[] = [];
  const waits: number[] = [];
  let level = 1;
  let gone = 0;
  for (let command = 0; command < commands; command++) {
    // At any moment within a frame, never in step with it.
    const pause = 30 + ((command * 7.31) % 23);
    const asked = performance.now();
    await new Promise((resolve) => setTimeout(resolve, pause));
    waits.push((performance.now() - asked - pause) / (1000 / FRAMES_PER_SECOND));
    const next = (1 + (command % 250)) / 255;
    const [cue, other] = command % 2 === 0 ? ["cue-spore-2", "cue-spore-1"] : ["cue-spore-1", "cue-spore-2"];
    const at = steady();
    const [color, before] = command % 2 === 0 ? [RED, BLUE] : [BLUE, RED];
    const changes =
      how === "paint"
        ? [setChange(COAT.id, ["color"], { from: before, to: color }), setChange(COAT.id, ["goSeconds"], { from: gone, to: at })]
        : how === "fader"
          ? [setChange("state-card-spore", ["level"], { from: level, to: next })]
          : [
              setChange("state-card-spore", ["cueId"], { from: other, to: cue }),
              setChange("state-card-spore", ["goSeconds"], { from: gone, to: at }),
            ];
    // Cue 1 has all cells at full, cue 2 every other one at 15 %.
    const shows = (slots: Uint8Array): boolean =>
      how === "paint"
        ? slots[RED_SLOT]! > slots[RED_SLOT + 2]! === (color === RED)
        : how === "fader"
          ? slots[0] === Math.round(next * 255)
          : slots[0]! + slots[1]! === (cue === "cue-spore-1" ? 510 : 293);
    const sent = performance.now();
    const heard = new Promise<number>((resolve) => (waiting = { shows, heard: resolve }));
    worker.postMessage({ type: "changes", at, changes });
    level = how === "fader" ? next : level;
    gone = how === "fader" ? gone : at;
    const never = setTimeout(() => {
      throw new Error("a command's packet never came: what is measured here doesn't run");
    }, NEVER_MS);
    times.push(((await heard) - sent) / (1000 / FRAMES_PER_SECOND));
    clearTimeout(never);
  }
  await worker.terminate();
  socket.close();
  return { median: quantile(times, 0.5), p99: quantile(times, 0.99), worst: Math.max(...times), waiterP99: quantile(waits, 0.99) };
}
