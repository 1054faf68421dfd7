import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { Engine } from "./engine";

/** What stands ready behind the curtains: the stage as it would be were all of them up. Not for the wire. */
export class Prepared {
  #engine: Engine;
  #show: Show;
  #frame: Uint8Array;

  constructor(show: Show, now: Seconds) {
    this.#show = show;
    this.#engine = new Engine(withoutCurtains(show), now);
    this.#frame = new Uint8Array(this.#engine.frameLength);
  }

  /** Goes on with another state of the show, from what it has come to. */
  take(show: Show, now: Seconds): void {
    if (show === this.#show) return;
    const sameRig = show.rig === this.#show.rig;
    this.#show = show;
    const last = sameRig ? this.at(now).slice() : undefined;
    this.#engine = new Engine(withoutCurtains(show), now, last);
    this.#frame = new Uint8Array(this.#engine.frameLength);
  }

  /** Values of all parameters 0..1 at a time; valid until the next call. */
  at(t: Seconds): Float32Array {
    this.#engine.tick(t, this.#frame);
    return this.#engine.values;
  }
}

function withoutCurtains(show: Show): Show {
  const ids = show.all("curtain").map(({ id }) => id);
  if (ids.length === 0) return show;
  const records = new Map(show.records);
  ids.forEach((id) => records.delete(id));
  return show.withRecords(records, ids);
}
