import type { MessagePort } from "node:worker_threads";
import type { DarkAhead, Change, HeadAttribute, OutputHealth, Showing, ShowRecord, Trace } from "@vexa/core";
import type { Predecessor } from "./handing-over";
import type { HeardBuffer } from "./mixed-inputs";
import type { KeptFiles } from "../stage/read-kept";
import type { SacnSource } from "../output/sacn-output";

/** What the engine's thread is given at its start. */
export interface EngineStart {
  /** Show seconds minus seconds of the machine's steady clock. */
  readonly clockOffset: number;
  readonly framesPerSecond: number;
  /** The file in which the last frame is kept, and from which the thread goes on before it knows the show. */
  readonly lastFrame: string | null;
  readonly sacn: SacnSource;
  /** A thread that has another show on stage until this one is ready; null = none does. */
  readonly predecessor: Predecessor | null;
}

export type ToEngine =
  /** The first message: the show to begin with. Until then the last frame goes out. */
  | { readonly type: "show"; readonly records: readonly ShowRecord[] }
  /** The same as it lies in files, which the thread reads by itself; where these can't be read, it waits on. */
  | { readonly type: "kept"; readonly files: KeptFiles }
  | { readonly type: "changes"; readonly at: number; readonly changes: readonly Change[] }
  | { readonly type: "trace"; readonly ask: number; readonly of: HeadAttribute }
  /** Another thread makes another show ready, and tells here when it is; what is on stage is given to it then. */
  | { readonly type: "successor"; readonly port: MessagePort }
  /** What is heard of universes from outside. */
  | { readonly type: "hears"; readonly buffers: readonly HeardBuffer[] }
  | { readonly type: "priority"; readonly priority: number }
  /** Nothing is worked out any more: for tests of what watches over the thread. */
  | { readonly type: "hang" }
  | { readonly type: "stop" };

export type FromEngine =
  /** All parameters' values from now on; `ticket` is odd while they are being written. */
  | { readonly type: "rig"; readonly values: SharedArrayBuffer; readonly ticket: SharedArrayBuffer }
  | {
      readonly type: "health";
      readonly frames: number;
      readonly late: number;
      readonly packets: number;
      readonly universes: number;
      readonly seconds: number;
      readonly worstFrameMs: number;
      readonly worstLatenessMs: number;
      readonly outputs: readonly OutputHealth[];
    }
  | { readonly type: "traced"; readonly ask: number; readonly trace: Trace | null }
  /** How much of each playback shows, and what is left behind; told when it has changed. */
  | { readonly type: "standing"; readonly showings: readonly Showing[]; readonly left: readonly HeadAttribute[] }
  /** Heads that could go ahead to their next cue; told when it has changed. */
  | { readonly type: "dark"; readonly dark: readonly DarkAhead[] }
  | { readonly type: "refused"; readonly why: string }
  | { readonly type: "trouble"; readonly why: string }
  /** The stage is its successor's from now on; it has nothing more to do. */
  | { readonly type: "handed over" }
  | { readonly type: "stopped" };

/** Seconds of the machine's steady clock; the same in all threads. */
export function steadySeconds(): number {
  return Number(process.hrtime.bigint()) / 1e9;
}
