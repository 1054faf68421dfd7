import { receiveMessageOnPort, type MessagePort } from "node:worker_threads";
import { Crossing, lampSlots, leftBehind, type Engine, type LampSlots, type LeftBehind, type Rig } from "@vexa/core";

/** Deadlines are counted from a moment, so many a second. */
export interface Beat {
  readonly first: number;
  readonly rate: number;
}

/** What the thread that has a show on stage gives to the one that goes on with another show. */
export interface HandedOver extends LeftBehind {
  /** E1.31 sequence numbers, a universe each. */
  readonly sequences: Uint8Array;
  /** Those of the lines of the table of outputs, by their ids. */
  readonly lines: ReadonlyMap<string, Uint8Array>;
  readonly beat: Beat;
  /** Of the last frame. */
  readonly index: number;
}

/** From whom a thread takes the stage over, and in how many seconds what leaves goes over to its own show. */
export interface Predecessor {
  readonly port: MessagePort;
  readonly seconds: number;
  /** 1 when the other thread has ended, with or without having handed over. */
  readonly ended: Int32Array;
}

/** Frames that are worked out for nothing, so that the first that leaves takes no longer than others. */
const FRAMES_BEFORE = 12;
const BEFORE_SECONDS = 60;
const WORK_MS_A_FRAME = 4;

/**
 * The side of the one that leaves: it goes on with its frames until the other is ready, and lays out meanwhile, a little with each frame,
 * whose its slots are.
 */
export class Leaving {
  readonly #port: MessagePort;
  #rig: Rig | null = null;
  #work: Generator<void, LampSlots> | null = null;
  #slots: LampSlots | null = null;
  #ready = false;

  constructor(port: MessagePort) {
    this.#port = port;
  }

  /** Works for a little of a frame; true when both sides are ready. */
  goOn(rig: Rig): boolean {
    if (rig !== this.#rig) {
      this.#rig = rig;
      this.#work = lampSlots(rig);
      this.#slots = null;
    }
    this.#ready ||= receiveMessageOnPort(this.#port) !== undefined;
    const until = performance.now() + WORK_MS_A_FRAME;
    while (!this.#slots && performance.now() < until) {
      const step = this.#work!.next();
      if (step.done) this.#slots = step.value;
    }
    return this.#ready && this.#slots !== null;
  }

  /** Gives away what left with the last frame; nothing may leave after that. */
  handOver(frame: Uint8Array, of: Omit<HandedOver, keyof LeftBehind>): void {
    this.#port.postMessage({ ...leftBehind(frame, this.#rig!.universes, this.#slots!), ...of } satisfies HandedOver);
  }
}

/** Slots with and without light: only what has been done before is done quickly. */
function allSorts({ universes, octets, lit }: LeftBehind): LeftBehind {
  return { universes, octets: octets.map((_, slot) => (slot % 3) * 100), lit: lit.map((_, slot) => slot % 2) };
}

/** The side of the one that comes: says that it is ready, and waits for what it goes on from; null when the other one has died. */
export async function takeOver(engine: Engine, { port, seconds, ended }: Predecessor, now: () => number): Promise<HandedOver | null> {
  const crossing = new Crossing(engine.show.rig);
  const dark = { universes: engine.universes, octets: new Uint8Array(engine.frameLength), lit: new Uint8Array(engine.frameLength) };
  crossing.begin(allSorts(dark), { at: now(), seconds: BEFORE_SECONDS });
  engine.cross(crossing);
  const frame = new Uint8Array(engine.frameLength);
  for (let count = 0; count < FRAMES_BEFORE; count++) engine.tick(now(), frame);
  port.postMessage("ready");
  let handed: HandedOver | null = null;
  for (let gone = false; !handed && !gone; await new Promise((resolve) => setTimeout(resolve, 1))) {
    // In this order: what it gave away before its end counts.
    gone = Atomics.load(ended, 0) === 1;
    handed = (receiveMessageOnPort(port)?.message as HandedOver | undefined) ?? null;
  }
  port.close();
  crossing.begin(handed ?? dark, { at: now(), seconds: handed ? seconds : 0 });
  return handed;
}
