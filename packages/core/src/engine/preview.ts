import type { MasterState } from "../playback/speed-master";
import type { Head } from "../rig/rig";
import type { Show } from "../show/show";
import { resolve } from "../stroke/resolve";
import type { Strokes } from "../stroke/stroke";
import type { Seconds } from "../units/units";
import { compile } from "./compile";
import { wholeSpan } from "./blocks";
import { laidStage, type LaidStage } from "./laid-stage";
import { layRuns } from "./lay-runs";
import { clockReader, type Drives, type ClockReader } from "./flat-motions";
import { addRiders, clampRidden } from "./riders";
import { Source } from "./source";
import { rowNumbers } from "./numbers-of";

/**
 * What strokes would show at any time, over what is on stage now: the weave, traces of beams and scrubbing. The same code as the
 * engine's; times are left out, everything has arrived. Not for the wire.
 */
export class Preview {
  readonly #source: Source;
  readonly #clocks: ClockReader;
  readonly #beneath: Float32Array;
  readonly #values: Float32Array;
  readonly #stage: LaidStage;
  readonly #touched: Int32Array;
  readonly #htpCount: number;

  /** `stage` are the live values, in which these strokes already show; `now` is their moment. */
  constructor(strokes: Strokes, of: { show: Show; stage: Float32Array; now: Seconds }) {
    const { show, stage, now } = of;
    const rows = resolve(strokes, show).rows.map((row) => ({ ...row, fade: 0, delay: 0 }));
    const compiled = compile([rows], { inSeconds: 0 });
    this.#source = new Source({
      id: "preview",
      compiled,
      reads: new Set(),
      from: rowNumbers(compiled.parameters, (parameter) => stage[parameter]!),
      startSeconds: 0,
      level: 1,
      htpCount: 0,
    });
    const drives: Drives = {
      get: (kind, id) => {
        const record = show.get(kind, id);
        return record?.kind === "masterState" ? (running(record, now) as typeof record) : record;
      },
    };
    this.#clocks = clockReader(() => drives);
    this.#htpCount = show.rig.htpCount;
    this.#beneath = stage.slice();
    this.#values = stage.slice();
    this.#stage = laidStage(this.#values, wholeSpan(stage.length));
    this.#touched = Int32Array.from(new Set([...compiled.parameters, ...compiled.riders.targets]));
    this.#takeRidersOff(now);
  }

  /** Parameters that the strokes say something of. */
  get touched(): Int32Array {
    return this.#touched;
  }

  /** All values at a time; valid until the next call. */
  at(t: Seconds): Float32Array {
    const values = this.#values;
    for (let at = 0; at < this.#touched.length; at++) values[this.#touched[at]!] = this.#beneath[this.#touched[at]!]!;
    this.#source.advance(t, this.#clocks);
    layRuns(this.#source, this.#source.runs, this.#stage);
    addRiders(this.#source, values, this.#htpCount);
    clampRidden(this.#source, values);
    return values;
  }

  /** Lights these heads where neither the stage nor the strokes do, so that there is something to see. */
  light(heads: readonly Head[]): void {
    const touched = new Set(this.#touched);
    for (const { parameters } of heads) {
      const dimmer = parameters.get("Dimmer");
      if (dimmer !== undefined && !touched.has(dimmer)) this.#values[dimmer] = 1;
    }
  }

  /** What rides on the stage shows in its values: beneath is the stage without it. */
  #takeRidersOff(now: Seconds): void {
    const { targets } = this.#source.compiled.riders;
    if (targets.length === 0) return;
    const swings = new Float32Array(this.#beneath.length);
    this.#source.advance(now, this.#clocks);
    addRiders(this.#source, swings, this.#htpCount);
    for (const parameter of new Set(targets)) {
      const beneath = this.#beneath[parameter]! - swings[parameter]!;
      this.#beneath[parameter] = Math.min(1, Math.max(0, beneath));
    }
  }
}

/** A held master as it will run when it goes on now: a motion is to be seen before it runs. */
function running(state: MasterState, now: Seconds): MasterState {
  const { tempo } = state;
  return tempo.running === "held" ? { ...state, tempo: { ...tempo, running: "yes", anchorSeconds: now } } : state;
}
