import type { Blocks } from "./blocks";
import type { Seconds } from "../units/units";
import type { ClockReader } from "./flat-motions";
import { addRiders, clampRidden } from "./riders";
import { SKETCH_RANK, type Source } from "./source";

const NOBODY: readonly Source[] = [];

function markRidersOf(sources: readonly Source[], moved: Blocks): void {
  for (let at = 0; at < sources.length; at++) {
    const source = sources[at]!;
    const { targets } = source.compiled.riders;
    // What ceased to ride has moved, too.
    const rode = source.rode || source.rides;
    source.rode = source.rides;
    for (let rider = 0; rode && rider < targets.length; rider++) moved.mark(targets[rider]!);
  }
}

/** All that contributes to the stage, from the lowest to the topmost: by rank, and within a rank by start or last touch. */
export class Stack {
  /** Playbacks and what they leave behind, in the order in which they were started. */
  #playing: readonly Source[] = [];
  /** Sketches, the one touched last on top. */
  #sketches: readonly Source[] = [];
  #order: Source[] = [];
  /** What plays by id; made when somebody asks. */
  #byId: Map<string, readonly Source[]> | null = null;
  #rides = false;
  /** Those whose riders were marked last: what is gone by now rides no more, and has moved, too. */
  #marked: readonly Source[] = NOBODY;

  get playing(): readonly Source[] {
    return this.#playing;
  }

  /** What plays under an id, from the lowest to the topmost. */
  playingUnder(id: string): readonly Source[] {
    let byId = this.#byId;
    if (!byId) {
      this.#byId = byId = new Map();
      for (const source of this.#playing) byId.set(source.id, [...(byId.get(source.id) ?? []), source]);
    }
    return byId.get(id) ?? NOBODY;
  }

  get sketches(): readonly Source[] {
    return this.#sketches;
  }

  sketchOf(personId: string): Source | null {
    return this.#sketches.find(({ id }) => id === `sketch ${personId}`) ?? null;
  }

  /** From the lowest to the topmost. */
  get order(): readonly Source[] {
    return this.#order;
  }

  setPlaying(playing: readonly Source[]): void {
    this.#playing = playing;
    this.#byId = null;
    this.restack();
  }

  setSketches(sketches: readonly Source[]): void {
    this.#sketches = sketches;
    this.restack();
  }

  /** After the rank of a source or what it does has changed. */
  restack(): void {
    const playing = this.#playing.toSorted((a, b) => a.rank - b.rank);
    const above = playing.filter(({ rank }) => rank > SKETCH_RANK);
    this.#order = [...playing.filter(({ rank }) => rank < SKETCH_RANK), ...this.#sketches, ...above];
    this.#rides = this.#order.some(({ compiled }) => compiled.riders.targets.length > 0);
  }

  /** Each source by what `of` makes of it, in its place. */
  replace(of: (source: Source) => Source): void {
    this.#sketches = this.#sketches.map(of);
    this.setPlaying(this.#playing.map(of));
  }

  get moving(): boolean {
    for (let at = 0; at < this.#order.length; at++) if (!this.#order[at]!.rests && this.#order[at]!.moving) return true;
    return false;
  }

  /** Brings all to time t. */
  advance(t: Seconds, reader: ClockReader): void {
    for (let at = 0; at < this.#order.length; at++) this.#order[at]!.advance(t, reader);
  }

  /** Adds all that rides on what lies beneath. */
  addRiders(values: Float32Array, htpCount: number): void {
    if (!this.#rides) return;
    for (let at = 0; at < this.#order.length; at++) addRiders(this.#order[at]!, values, htpCount);
    for (let at = 0; at < this.#order.length; at++) clampRidden(this.#order[at]!, values);
  }

  /** Marks all that something rides on, or did when it was asked last. */
  markRiders(moved: Blocks): void {
    if (this.#marked !== this.#order) markRidersOf(this.#marked, moved);
    if (this.#rides) markRidersOf(this.#order, moved);
    this.#marked = this.#rides ? this.#order : NOBODY;
  }

  dropGone(): void {
    for (let at = 0; at < this.#playing.length; at++)
      if (!this.#playing[at]!.rests && this.#playing[at]!.weight <= 0) {
        this.setPlaying(this.#playing.filter(({ weight }) => weight > 0));
        return;
      }
  }
}
