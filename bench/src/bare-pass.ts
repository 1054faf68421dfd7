import { resolve, SLOTS, type Show } from "@vexa/core";

/**
 * The least that any engine has to do with these arrays: read each contribution once, take the maximum or assign, and
 * write each slot once. What the engine's frame is measured against.
 */
export class BarePass {
  readonly contributions: number;
  readonly #parameters: Int32Array;
  readonly #levels: Float32Array;
  readonly #values: Float32Array;
  readonly #htpRows: number;
  readonly #slots: number;

  constructor(show: Show) {
    const rows = show
      .all("cue")
      .flatMap(({ strokes }) => resolve(strokes, { rig: show.rig, groupHeads: (id) => show.groupHeads(id) }).rows);
    const htp = rows.filter(({ parameter }) => parameter < show.rig.htpCount);
    const ltp = rows.filter(({ parameter }) => parameter >= show.rig.htpCount);
    const ordered = [...htp, ...ltp];
    this.contributions = ordered.length;
    this.#parameters = Int32Array.from(ordered, ({ parameter }) => parameter);
    this.#levels = Float32Array.from(ordered, ({ value }) => value ?? 0);
    this.#values = new Float32Array(show.rig.parameters.length);
    this.#htpRows = htp.length;
    this.#slots = show.rig.universes.length * SLOTS;
  }

  run(frame: Uint8Array): void {
    const [parameters, levels, values] = [this.#parameters, this.#levels, this.#values];
    values.fill(0);
    for (let row = 0; row < this.#htpRows; row++) {
      const parameter = parameters[row]!;
      if (levels[row]! > values[parameter]!) values[parameter] = levels[row]!;
    }
    for (let row = this.#htpRows; row < parameters.length; row++) values[parameters[row]!] = levels[row]!;
    const count = Math.min(this.#slots, values.length);
    for (let slot = 0; slot < this.#slots; slot++) frame[slot] = (values[slot < count ? slot : slot - count]! * 255) | 0;
  }
}
