import { setChange, type Change } from "../document/transaction";
import { Engine } from "../engine/engine";
import type { WhoShows } from "../engine/winners";
import type { PlayCommand } from "../playing/commands";
import { playChanges } from "../playing/play";
import type { Show } from "../show/show";
import { sketchIdOf } from "../stroke/sketch";
import type { Strokes } from "../stroke/stroke";
import { toTheEnd } from "../units/to-the-end";

/** An engine with a clock that tests turn, and readings of single slots. */
export class EngineOnBench {
  readonly engine: Engine;
  readonly frame: Uint8Array;
  t = 100;

  constructor(show: Show) {
    this.engine = new Engine(show, this.t);
    this.frame = new Uint8Array(this.engine.frameLength);
  }

  play(command: PlayCommand): void {
    const changes = playChanges(this.engine.show, command, { t: this.t, personId: "ann", values: () => this.engine.values });
    if (!changes.ok) throw new Error(changes.error.code);
    this.change(changes.value);
  }

  change(changes: readonly Change[]): void {
    const done = this.engine.command({ at: this.t, changes });
    if (!done.ok) throw new Error(JSON.stringify(done.error));
  }

  sketch(personId: string, strokes: Strokes): void {
    const from = this.engine.show.sketchOf(personId)!.strokes;
    this.change([setChange(sketchIdOf(personId), ["strokes"], { from, to: strokes })]);
  }

  /** Who shows and what is left behind, worked out to the end. */
  whoShows(): WhoShows {
    this.engine.tick(this.t, this.frame);
    return toTheEnd(this.engine.whoShows());
  }

  /** The 16-bit level of a mover's dimmer (0), pan (2) or tilt (4), 0..1, at a time later. */
  read(mover: number, offset: 0 | 2 | 4, later = 0): number {
    this.t += later;
    this.engine.tick(this.t, this.frame);
    const at = (mover - 1) * 20 + offset;
    return (this.frame[at]! * 256 + this.frame[at + 1]!) / 65535;
  }
}
