import { resolve, SLOTS, type Show } from "@vexa/core";

/**
 * The least that any engine has to do with these arrays: read each contribution once, in order of memory, and write each slot once. What the
 * engine's frame is measured against. (A pass that scatters over the parameters isn't the limit: it takes three times as long.)
 */
export class BarePass {
  readonly contributions: number;
  readonly #levels: Float32Array;
  readonly #slots: number;
  /** Kept, so that reading isn't left out. */
  highest = 0;

  constructor(show: Show) {
    const rows = show
      .all("cue")
      .flatMap(({ strokes }) => resolve(strokes, { rig: show.rig, groupHeads: (id) => show.groupHeads(id) }).rows);
    this.contributions = rows.length;
    this.#levels = Float32Array.from(rows, ({ value }) => value ?? 0);
    this.#slots = show.rig.universes.length * SLOTS;
  }

  run(frame: Uint8Array): void {
    const levels = this.#levels;
    let highest = 0;
    for (let row = 0; row < levels.length; row++) {
      const level = levels[row]!;
      if (level > highest) highest = level;
    }
    for (let slot = 0; slot < this.#slots; slot++) frame[slot] = (levels[slot]! * 255) | 0;
    this.highest = highest;
  }
}
