import { createSocket } from "node:dgram";
import { Worker } from "node:worker_threads";
import osc from "osc";
import type { RunningVexa } from "../run-server";
import { pause } from "../until";
import { connected, play } from "../wire-client";
import type { BareWaiter } from "./bare-waiter";
import type { CrewAtWork } from "./crew-at-work";
import { ms } from "./kills";
import { tell } from "./table";

const FRAME_MS = 1000 / 44;

interface Health {
  readonly samples: readonly {
    readonly worstLatenessMs: number;
    readonly lateFrames: number;
    readonly engineMegabytes: number;
    readonly webMegabytes: number;
    readonly atMs: number;
  }[];
}

export async function healthOf(vexa: RunningVexa, cookie: string): Promise<Health["samples"]> {
  const response = await fetch(`${vexa.url}/api/health`, { headers: { cookie } });
  return ((await response.json()) as Health).samples;
}

/** Does something while somebody else presses GO, and tells how that went beside a thread that only waits. */
async function beside(
  of: { trial: string; vexa: RunningVexa; crew: CrewAtWork; waiter: BareWaiter },
  flood: () => Promise<void>,
): Promise<void> {
  const { trial, vexa, crew, waiter } = of;
  const cookie = crew.cookies.get("ines")!;
  const desk = await connected(vexa.url, cookie);
  const answers: number[] = [];
  let going = true;
  const presses = (async (): Promise<void> => {
    while (going) {
      const at = performance.now();
      await play(desk, { type: "go", playbackId: "card-lanterns" });
      answers.push(performance.now() - at);
      await pause(40);
    }
  })();
  await pause(1500);
  const begun = Date.now();
  waiter.take();
  await flood();
  await pause(1500);
  going = false;
  await presses;
  desk.close();
  const { worstMs } = waiter.take();
  const lateness = Math.max(
    ...(await healthOf(vexa, cookie)).filter(({ atMs }) => atMs > begun).map(({ worstLatenessMs }) => worstLatenessMs),
  );
  tell({
    trial,
    what: "worst frame late / a bare waiter beside it",
    measured: `${ms(lateness)} / ${ms(worstMs)}`,
    target: "within one frame of it",
    met: lateness < worstMs + FRAME_MS,
  });
  const worst = Math.max(...answers);
  tell({
    trial,
    what: `somebody else's GO answered, the worst of ${answers.length}`,
    measured: ms(worst),
    target: "<= two frames and the waiter's",
    met: worst < 2 * FRAME_MS + worstMs,
  });
}

/** Runs in a thread of its own, so that what it costs to send isn't measured as waiting for an answer. `said` is what it says at its end. */
function inThread(code: string, data: object): Promise<Record<string, number>> {
  const worker = new Worker(`const { workerData, parentPort } = require("node:worker_threads"); ${CONNECT} (async () => { ${code} })();`, {
    eval: true,
    workerData: data,
  });
  return new Promise((resolve, reject) => {
    worker.once("error", reject);
    worker.once("message", (said: Record<string, number>) => {
      void worker.terminate();
      resolve(said);
    });
  });
}

const CONNECT = `
const { io } = require("socket.io-client");
const connected = () => new Promise((resolve) => {
  const socket = io(workerData.url, { transports: ["websocket"], extraHeaders: { cookie: workerData.cookie }, forceNew: true });
  socket.once("connect", () => resolve(socket));
});`;

const FADER_STEPS = `
const socket = await connected();
const answers = [];
for (let step = 0; step < 20000; step++)
  answers.push(socket.emitWithAck("play", { type: "level", playbackId: "card-colour-walk", level: (step % 100) / 100 }));
const all = await Promise.all(answers);
parentPort.postMessage({ answered: all.length, refused: all.filter(({ ok }) => !ok).length });`;

const LARGE_EDITS = `
const { randomUUID } = require("node:crypto");
const [deaf, socket] = [await connected(), await connected()];
deaf.io.engine.transport.ws._socket.pause();
const heads = Array.from({ length: 9000 }, (_, index) => "fx-" + (100000 + index));
let taken = 0;
const record = { id: "group-chaos", kind: "group", version: 1, name: "Large", rank: 1, heads, territoryId: null };
for (let edit = 0; edit < 200; edit++) {
  const changes = [{ op: edit % 2 === 0 ? "add" : "remove", record }];
  const answer = await socket.emitWithAck("transact", { id: randomUUID(), label: "large", changes });
  if (answer.ok) taken++;
}
deaf.io.engine.transport.ws._socket.destroy();
parentPort.postMessage({ taken });`;

/** Floods of one who is let in, of a device, and of a client that never reads. */
export async function floods(of: { vexa: RunningVexa; crew: CrewAtWork; waiter: BareWaiter; oscPort: number }): Promise<void> {
  const { vexa, crew, oscPort } = of;
  const steps = "20,000 fader steps at once";
  await beside({ ...of, trial: steps }, async () => {
    const { answered, refused } = await inThread(FADER_STEPS, { url: vexa.url, cookie: crew.cookies.get("operator")! });
    const measured = `${answered} / ${refused}`;
    tell({ trial: steps, what: "answered / of these refused in words", measured, target: "all answered", met: answered === 20_000 });
  });
  await beside({ ...of, trial: "10,000 OSC messages a second for 10 s" }, async () => {
    const socket = createSocket("udp4");
    const packets = Array.from({ length: 100 }, (_, at) =>
      Uint8Array.from(
        osc.writePacket({ address: "/vexa/card/Colour_walk/level", args: [{ type: "f", value: at / 100 }] }, { metadata: true }),
      ),
    );
    const begun = performance.now();
    for (let sent = 0; sent < 100_000;) {
      const due = Math.min(100_000, Math.floor((performance.now() - begun) * 10));
      for (; sent < due; sent++) socket.send(packets[sent % 100]!, oscPort, "127.0.0.1");
      await pause(2);
    }
    socket.close();
  });
  const large = "a client that never reads, 200 edits of 100 KB";
  await beside({ ...of, trial: large }, async () => {
    const { taken } = await inThread(LARGE_EDITS, { url: vexa.url, cookie: crew.cookies.get("ines")! });
    tell({ trial: large, what: "edits of others taken", measured: String(taken), target: "200", met: taken === 200 });
  });
}
