import { parentPort, receiveMessageOnPort, workerData, type MessagePort } from "node:worker_threads";
import {
  Engine,
  SETTINGS_ID,
  Show,
  StepBatch,
  useKernels,
  type EngineCommand,
  type HeadAttribute,
  type OutputLine,
  type ShowRecord,
  type WhoShows,
} from "@vexa/core";
import { mergeKernels } from "@vexa/kernels";
import { OutputLines } from "../output/output-lines";
import { keptIn } from "../stage/read-kept";
import { LEADS_PRIORITY } from "../stage/sacn-source";
import { SacnOutput } from "../output/sacn-output";
import { Leaving, takeOver, type Beat, type HandedOver } from "./handing-over";
import { LastFrameFile, readLastFrame, type LastFrame } from "./last-frame";
import { MixedInputs } from "./mixed-inputs";
import { steadySeconds, type EngineStart, type FromEngine, type ToEngine } from "./messages";

/** How often it is worked out who hides whom, while anything changes. */
const STANDING_SECONDS = 0.3;
const STANDING_MS_A_FRAME = 2;

/** Changes and questions are taken in for so long before a frame; the rest waits for the next one, in order. */
const MESSAGES_MS_A_FRAME = 4;
/** The last frame is written down with every other frame that differs, and so often while nothing does. */
const KEEP_EVERY_FRAMES = 2;
const KEEP_STILL_SECONDS = 0.5;
const ASK_FOR_SHOW_MS = 20;
const NO_LINES: readonly OutputLine[] = [];

/**
 * The engine's thread: computes a frame at each deadline and sends it. Deadlines come from the frame's index; the wait
 * only wakes. Nothing here depends on the main thread being awake.
 */
async function run(start: EngineStart): Promise<void> {
  const port = parentPort!;
  const say = (message: FromEngine): void => port.postMessage(message);
  const now = (): number => steadySeconds() + start.clockOffset;
  const output = await SacnOutput.open(start.sacn);
  const lines = new OutputLines(start.sacn);
  const inputs = new MixedInputs();
  let { priority } = start.sacn;
  const sleeper = new Int32Array(new SharedArrayBuffer(4));

  // What was on stage goes out again before anything is worked out.
  const last = start.lastFrame === null || start.predecessor ? null : readLastFrame(start.lastFrame);
  let keeper = start.lastFrame === null ? null : new LastFrameFile(start.lastFrame);
  const keep = (frame: LastFrame): void => {
    try {
      keeper?.write(frame);
    } catch (error) {
      // As on a full disk: the show goes on without.
      keeper = null;
      say({ type: "trouble", why: `the last frame can't be kept: ${String(error)}` });
    }
  };
  if (last) {
    output.patch(last.universes);
    output.goOnFrom(last.sequences);
    // Should this one end, too, before its first frame, the next one goes on behind it.
    keep({ ...last, sequences: output.sequences });
  }
  const records = await firstShow(port, () => void (last && output.send(last.octets, now() * 1000)));
  useKernels(mergeKernels());
  const engine = new Engine(new Show(new Map(records.map((record) => [record.id, record]))), now(), last?.values);
  const outputsNow = (): readonly OutputLine[] => (priority >= LEADS_PRIORITY ? engine.show.all("output") : NO_LINES);
  const barred = (why: string): void => say({ type: "trouble", why });
  let handed: HandedOver | null = null;
  if (start.predecessor) {
    lines.take(outputsNow(), barred);
    await lines.opened();
    handed = await takeOver(engine, start.predecessor, now);
    const gone = handed ?? (start.lastFrame === null ? null : readLastFrame(start.lastFrame));
    if (gone) {
      output.patch(gone.universes);
      output.goOnFrom(gone.sequences);
    }
    if (handed) lines.goOnFrom(handed.lines, handed.universes);
  }

  const standing: { since: number; changed: boolean; told: string; work: Generator<void, WhoShows> | null } = {
    since: now(),
    changed: true,
    told: "",
    work: null,
  };

  let rig = engine.show.rig;
  let frame = new Uint8Array(0);
  let shared: { values: Float32Array; ticket: Int32Array } = { values: new Float32Array(0), ticket: new Int32Array(1) };
  const takeRig = (): void => {
    rig = engine.show.rig;
    standing.work = null;
    frame = new Uint8Array(engine.frameLength);
    const values = new SharedArrayBuffer(4 * Math.max(1, engine.values.length));
    const ticket = new SharedArrayBuffer(4);
    shared = { values: new Float32Array(values, 0, engine.values.length), ticket: new Int32Array(ticket) };
    output.patch(engine.universes);
    lines.patch(engine.universes);
    inputs.patch(engine.universes);
    say({ type: "rig", values, ticket });
  };
  // Whoever plays along for the case that the other ends sends nothing to the show's own outputs meanwhile.
  const takeLines = (): void => {
    lines.take(outputsNow(), barred);
    inputs.take(engine.show.all("input"));
  };
  takeRig();

  const begun = now();
  let beat: Beat = handed?.beat ?? { first: begun, rate: start.framesPerSecond };
  let index = handed?.index ?? 0;
  let latest = begun;
  let stopping = false;
  let leaving: Leaving | null = null;
  const NONE = { frames: 0, late: 0, packets: 0, worstFrameMs: 0, worstLatenessMs: 0 };
  const health = { since: begun, ...NONE };

  const command = (one: EngineCommand): void => {
    const taken = engine.command(one);
    if (!taken.ok) say({ type: "refused", why: JSON.stringify(taken.error) });
  };

  const takeMessages = (): void => {
    const batch = new StepBatch();
    const until = performance.now() + MESSAGES_MS_A_FRAME;
    while (performance.now() < until) {
      const received = receiveMessageOnPort(port);
      if (!received) break;
      const message = received.message as ToEngine;
      if (message.type === "show" || message.type === "kept") continue;
      if (message.type === "priority") {
        output.priority = message.priority;
        priority = message.priority;
        continue;
      }
      if (message.type === "hears") {
        inputs.hear(message.buffers);
        continue;
      }
      if (message.type === "successor") {
        leaving = new Leaving(message.port);
        continue;
      }
      if (message.type === "hang") for (;;);
      if (message.type === "stop") {
        stopping = true;
        continue;
      }
      if (message.type === "trace") {
        const at = engine.show.rig.headByKey.get(message.of.head)?.parameters.get(message.of.attribute);
        const trace = at === undefined ? null : inputs.traced(engine.trace(at), engine.show.rig.parameters[at]!, now());
        say({ type: "traced", ask: message.ask, trace });
        continue;
      }
      latest = Math.max(latest, message.at);
      for (const one of batch.add({ at: latest, changes: message.changes })) command(one);
    }
    for (const one of batch.take()) command(one);
    if (engine.show.rig !== rig) takeRig();
    takeLines();
  };

  const kept = { frames: 0, seconds: begun };
  const keepFrame = (at: number, changed: boolean): void => {
    // What has come to rest is written at once.
    const waits = changed ? ++kept.frames < KEEP_EVERY_FRAMES : kept.frames === 0 && at - kept.seconds < KEEP_STILL_SECONDS;
    if (!keeper || waits) return;
    Object.assign(kept, { frames: 0, seconds: at });
    const { universes, values } = engine;
    keep({ universes, sequences: output.sequences, octets: frame, values, clockOffset: start.clockOffset });
  };

  const renderFrame = (deadline: number): void => {
    takeMessages();
    latest = Math.max(latest, deadline);
    const changed = engine.tick(latest, frame);
    if (changed) {
      standing.changed = true;
      Atomics.add(shared.ticket, 0, 1);
      shared.values.set(engine.values);
      Atomics.add(shared.ticket, 0, 1);
    }
    const leaves = inputs.mix(frame, latest);
    health.packets += output.send(leaves, latest * 1000) + lines.send(leaves, latest * 1000);
    health.frames++;
    keepFrame(deadline, changed);
  };

  let toldDark = "[]";
  const tellDark = (): void => {
    const dark = engine.darkAhead();
    const told = JSON.stringify(dark);
    if (told !== toldDark) say({ type: "dark", dark });
    toldDark = told;
  };

  /** Goes on working out who hides whom, for a little of each frame, and tells when that has changed. */
  const workOnStanding = (at: number): void => {
    if (!standing.work) {
      if (!standing.changed || at - standing.since < STANDING_SECONDS) return;
      Object.assign(standing, { since: at, changed: false, work: engine.whoShows() });
    }
    const until = performance.now() + STANDING_MS_A_FRAME;
    do {
      const step = standing.work!.next();
      if (!step.done) continue;
      standing.work = null;
      const { showings, left } = step.value;
      const named = left.flatMap((parameter): HeadAttribute[] => {
        const of = rig.parameters[parameter];
        return of ? [{ head: of.head.key, attribute: of.channel.attribute }] : [];
      });
      const told = JSON.stringify([showings, named]);
      if (told !== standing.told) say({ type: "standing", showings, left: named });
      standing.told = told;
      tellDark();
      return;
    } while (performance.now() < until);
  };

  const tellHealth = (at: number): void => {
    const { since, ...measured } = health;
    say({ type: "health", ...measured, universes: engine.universes.length, seconds: at - since, outputs: lines.health() });
    Object.assign(health, { since: at, ...NONE });
  };

  const turn = (): void => {
    if (stopping) {
      void Promise.all([output.close(), lines.close()]).then(() => {
        say({ type: "stopped" });
        port.close();
      });
      return;
    }
    const rate = engine.show.get("settings", SETTINGS_ID)?.framesPerSecond ?? start.framesPerSecond;
    if (rate !== beat.rate) {
      beat = { first: beat.first + index / beat.rate, rate };
      index = 0;
    }
    index++;
    let deadline = beat.first + index / rate;
    const wait = deadline - now();
    if (wait > 0) Atomics.wait(sleeper, 0, 0, wait * 1000);
    else if (-wait > 1 / rate) {
      // Overslept by more than a frame: the frames between are gone, the next is on its own deadline again.
      const missed = Math.floor(-wait * rate);
      health.late += missed;
      index += missed;
      deadline = beat.first + index / rate;
    }
    const woke = now();
    renderFrame(deadline);
    health.worstLatenessMs = Math.max(health.worstLatenessMs, (woke - deadline) * 1000);
    health.worstFrameMs = Math.max(health.worstFrameMs, (now() - woke) * 1000);
    if (leaving?.goOn(rig)) {
      leaving.handOver(frame, { sequences: output.sequences, lines: lines.sequences(), beat, index });
      keeper?.close();
      return say({ type: "handed over" });
    }
    workOnStanding(deadline);
    if (deadline - health.since >= 1) tellHealth(deadline);
    // One turn of the event loop a frame lets sockets finish what they were given.
    setImmediate(turn);
  };
  turn();
}

/** Waits for the show and lets the last frame go out meanwhile. */
async function firstShow(port: MessagePort, meanwhile: () => void): Promise<readonly ShowRecord[]> {
  for (;;) {
    meanwhile();
    const message = receiveMessageOnPort(port)?.message as ToEngine | undefined;
    if (message?.type === "show") return message.records;
    const kept = message?.type === "kept" ? keptIn(message.files) : null;
    if (kept) return [...kept.records.values()];
    if (message?.type === "stop") process.exit();
    await new Promise((resolve) => setTimeout(resolve, ASK_FOR_SHOW_MS));
  }
}

void run(workerData as EngineStart);
