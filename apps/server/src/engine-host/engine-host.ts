import { EventEmitter } from "node:events";
import { MessageChannel, type Worker } from "node:worker_threads";
import type { DarkAhead, Change, HeadAttribute, Health, Showing, ShowRecord, Standing, Trace } from "@vexa/core";
import type { SacnSource } from "../output/sacn-output";
import type { Predecessor } from "./handing-over";
import type { HeardBuffer } from "./mixed-inputs";
import type { KeptFiles } from "../stage/read-kept";
import { steadySeconds, type FromEngine, type ToEngine } from "./messages";
import { openWorker } from "./open-worker";

/** DMX512-A: 513 slots take 22.676 ms. */
export const FRAMES_PER_SECOND = 44;
const RESTART_AFTER_MS = 50;
const TRACE_WITHIN_MS = 1000;
/** A thread that doesn't tell its health for so long hangs: it is ended and begun anew. */
const HANGS_AFTER_MS = 4000;
const LOADING_MS = 15_000;
/** Most attributes that are listed as left behind. */
const MOST_LEFT = 500;

interface HostEvents {
  health: [health: Health];
  trouble: [error: unknown];
  /** The thread had to be begun anew. */
  again: [why: string];
  standing: [standing: Standing];
  /** Playbacks of which nothing shows, since others have taken over for good. */
  covered: [playbackIds: readonly string[]];
  dark: [dark: readonly DarkAhead[]];
}

/** Runs the engine in a thread of its own, feeds it changes and reads its values. A thread that dies is replaced. */
export class EngineHost extends EventEmitter<HostEvents> {
  /** The show from which a thread begins. */
  #begins: (() => readonly ShowRecord[]) | KeptFiles;
  readonly #lastFrame: string | null;
  #sacn: SacnSource;
  readonly #clockOffset: number;
  #worker: Worker;
  /** A thread that makes another show ready while the other one's is on stage. */
  #next: Worker | null = null;
  #nextSinceMs = 0;
  /** Turned to 1 when a thread has ended, for whoever waits for it. */
  readonly #exits = new WeakMap<Worker, Int32Array>();
  /** The thread has died, and the next one isn't there yet. */
  #restarts = false;
  /** Values as a thread writes them. */
  #shared: { by: Worker; values: Float32Array; ticket: Int32Array } | null = null;
  #copy = new Float32Array(0);
  #buffers: readonly HeardBuffer[] = [];
  #stopped: (() => void) | null = null;
  #asked = 0;
  #hung = false;
  /** When the thread told its health last, which it does every second. */
  #heardMs = performance.now();
  readonly #watch = setInterval(() => this.#lookAfter(), 500).unref();
  readonly #answers = new Map<number, (trace: Trace | null) => void>();

  constructor(of: {
    /** As they lie in files, until `handTo` says who keeps them: the thread reads these by itself. */
    records: (() => readonly ShowRecord[]) | KeptFiles;
    sacn: SacnSource;
    /** Show seconds minus steady seconds, of a run before this one; none = by the clock on the wall. */
    clockOffset?: number;
    lastFrame?: string;
  }) {
    super();
    this.#begins = of.records;
    this.#clockOffset = of.clockOffset ?? Date.now() / 1000 - steadySeconds();
    this.#lastFrame = of.lastFrame ?? null;
    this.#sacn = of.sacn;
    this.#worker = this.#start();
  }

  /** Show seconds minus seconds of the machine's steady clock. */
  get clockOffset(): number {
    return this.#clockOffset;
  }

  /** Show time now: seconds since the Unix epoch that never run backwards. */
  readonly now = (): number => steadySeconds() + this.#clockOffset;

  /**
   * The records are another show's from now on, to which what leaves goes over in so many seconds: it is laid out in a thread of its own
   * while the one on stage goes on; then the one takes over from the other.
   */
  cross(seconds: number): void {
    // A thread that is about to be begun anew begins with the other show.
    if (this.#restarts) return;
    const overtaken = this.#next;
    const { port1, port2 } = new MessageChannel();
    this.#worker.postMessage({ type: "successor", port: port1 } satisfies ToEngine, [port1]);
    this.#next = this.#start({ port: port2, seconds, ended: this.#exits.get(this.#worker)! });
    this.#nextSinceMs = performance.now();
    // One that was still being made ready is overtaken.
    void overtaken?.terminate();
  }

  /** What is heard of universes from outside, from now on. */
  hears(buffers: readonly HeardBuffer[]): void {
    this.#buffers = buffers;
    this.#tellAll({ type: "hears", buffers });
  }

  apply(at: number, changes: readonly Change[]): void {
    (this.#next ?? this.#worker).postMessage({ type: "changes", at, changes } satisfies ToEngine);
  }

  /** Somebody else keeps the show from now on, and the stream counts for more or less than before. */
  handTo(records: () => readonly ShowRecord[], priority: number): void {
    this.#begins = records;
    this.#sacn = { ...this.#sacn, priority };
    this.#tellAll({ type: "priority", priority });
  }

  /** Why an attribute is what it is now; null when there is none such, or no answer within a second. */
  trace(of: HeadAttribute): Promise<Trace | null> {
    // The other show's isn't this one's.
    if (this.#next) return Promise.resolve(null);
    const ask = ++this.#asked;
    this.#worker.postMessage({ type: "trace", ask, of } satisfies ToEngine);
    return new Promise((resolve) => {
      const answer = (trace: Trace | null): void => {
        clearTimeout(late);
        this.#answers.delete(ask);
        resolve(trace);
      };
      const late = setTimeout(() => answer(null), TRACE_WITHIN_MS);
      this.#answers.set(ask, answer);
    });
  }

  /** All parameters' values as of the latest whole frame; null before the first of this show. Valid until the next call. */
  values(): Float32Array | null {
    if (this.#shared?.by !== this.#worker || this.#next) return null;
    const { values, ticket } = this.#shared;
    if (this.#copy.length !== values.length) this.#copy = new Float32Array(values.length);
    for (let attempt = 0; attempt < 4; attempt++) {
      const before = Atomics.load(ticket, 0);
      if (before % 2 !== 0) continue;
      this.#copy.set(values);
      if (Atomics.load(ticket, 0) === before) return this.#copy;
    }
    return null;
  }

  /** Tells the receivers that the streams end, then ends the thread; silently when the streams go on from another one. */
  async stop(how?: "silently"): Promise<void> {
    clearInterval(this.#watch);
    void this.#next?.terminate();
    if (how) {
      this.#stopped = () => undefined;
      await this.#worker.terminate();
      return;
    }
    const stopped = new Promise<void>((resolve) => (this.#stopped = resolve));
    this.#worker.postMessage({ type: "stop" } satisfies ToEngine);
    await Promise.race([stopped, new Promise((resolve) => setTimeout(resolve, 2000).unref())]);
    await this.#worker.terminate();
  }

  /** Ends a thread as if it had died: for tests of what happens then. */
  async crash(which: "the one on stage" | "the one that comes" = "the one on stage"): Promise<void> {
    await (which === "the one on stage" ? this.#worker : this.#next)?.terminate();
  }

  /** Makes the thread hang: for tests. */
  hang(): void {
    this.#worker.postMessage({ type: "hang" } satisfies ToEngine);
  }

  #tellAll(message: ToEngine): void {
    this.#worker.postMessage(message);
    this.#next?.postMessage(message);
  }

  #start(predecessor: Predecessor | null = null): Worker {
    const worker = openWorker({
      ...{ lastFrame: this.#lastFrame, sacn: this.#sacn, predecessor },
      ...{ clockOffset: this.#clockOffset, framesPerSecond: FRAMES_PER_SECOND },
    });
    this.#tellShow(worker);
    if (!predecessor) this.#heardMs = performance.now() + LOADING_MS;
    worker.on("message", (message: FromEngine) => this.#hear(message, worker));
    worker.on("error", (error) => this.emit("trouble", error));
    const exit = new Int32Array(new SharedArrayBuffer(4));
    this.#exits.set(worker, exit);
    worker.on("exit", () => {
      Atomics.store(exit, 0, 1);
      this.#ended(worker);
    });
    return worker;
  }

  #tellShow(worker: Worker): void {
    const show: ToEngine =
      typeof this.#begins === "function" ? { type: "show", records: this.#begins() } : { type: "kept", files: this.#begins };
    worker.postMessage(show);
    worker.postMessage({ type: "hears", buffers: this.#buffers } satisfies ToEngine);
  }

  #goOnWithNext(): void {
    if (!this.#next) return;
    const before = this.#worker;
    this.#heardMs = performance.now() + LOADING_MS;
    this.#hung = false;
    [this.#worker, this.#next] = [this.#next, null];
    void before.terminate();
  }

  #ended(worker: Worker): void {
    if (this.#stopped) return worker === this.#worker ? this.#stopped() : undefined;
    if (worker === this.#next) {
      // Whatever ended it: the other show is begun with in the way of one whose thread died.
      this.#next = null;
      void this.#worker.terminate();
    }
    if (worker !== this.#worker) return;
    const why = this.#hung ? "its thread hung" : "its thread died";
    this.emit("again", this.#next ? `${why}, and the other show came on` : why);
    if (this.#next) return this.#goOnWithNext();
    this.#hung = false;
    this.#restarts = true;
    setTimeout(() => {
      this.#restarts = false;
      this.#worker = this.#start();
    }, RESTART_AFTER_MS);
  }

  /** The frame that is on stage stays there; a new thread goes on from it. */
  #lookAfter(): void {
    if (this.#next && performance.now() - this.#nextSinceMs > LOADING_MS) void this.#next.terminate();
    if (this.#stopped || performance.now() - this.#heardMs < HANGS_AFTER_MS) return;
    this.#heardMs = performance.now() + LOADING_MS;
    this.#hung = true;
    this.emit("trouble", new Error(`the engine's thread hung for ${HANGS_AFTER_MS / 1000} s and is begun anew`));
    void this.#worker.terminate();
  }

  #hear(message: FromEngine, by: Worker): void {
    if (message.type === "health") this.#heardMs = performance.now();
    switch (message.type) {
      case "handed over":
        return this.#goOnWithNext();
      case "rig":
        this.#shared = { by, values: new Float32Array(message.values), ticket: new Int32Array(message.ticket) };
        break;
      case "health": {
        const { frames, late, packets, seconds, universes, worstFrameMs, worstLatenessMs, outputs } = message;
        this.emit("health", {
          framesPerSecond: frames / seconds,
          lateFrames: late,
          universes,
          packetsPerSecond: packets / seconds,
          worstFrameMs,
          worstLatenessMs,
          engineMegabytes: process.memoryUsage.rss() / 1e6,
          outputs,
        });
        break;
      }
      case "traced":
        this.#answers.get(message.ask)?.(message.trace);
        break;
      case "standing":
        // Of the show before.
        if (this.#next) break;
        this.emit("standing", standingOf(message.showings, message.left));
        this.emit(
          "covered",
          message.showings.filter(({ brings, shows, settled }) => brings > 0 && shows === 0 && settled).map(({ playbackId }) => playbackId),
        );
        break;
      case "dark":
        if (!this.#next) this.emit("dark", message.dark);
        break;
      case "refused":
        this.emit("trouble", new Error(`the engine refused a change: ${message.why}`));
        break;
      case "trouble":
        this.emit("trouble", new Error(message.why));
        break;
      case "stopped":
        this.#stopped?.();
    }
  }
}

function standingOf(showings: readonly Showing[], left: readonly HeadAttribute[]): Standing {
  const hidden = showings.filter(({ brings, shows }) => shows < brings);
  return {
    hidden: hidden.map(({ playbackId, brings, shows, hiddenBy }) => ({ playbackId, brings, shows, hiddenBy })),
    left: left.slice(0, MOST_LEFT),
  };
}
