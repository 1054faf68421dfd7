import type { Rig } from "../rig/rig";
import type { Seconds } from "../units/units";
import { lampSlots, litLamps, OTHER, type LampSlots } from "./lamp-slots";
import { toTheEnd } from "../units/to-the-end";
import { SLOTS } from "./output-map";

/** What left last under a rig, and where: 1 for each slot of a lamp that was lit. */
export interface LeftBehind {
  readonly universes: readonly number[];
  /** 512 slots a universe. */
  readonly octets: Uint8Array;
  readonly lit: Uint8Array;
}

export function leftBehind(octets: Uint8Array, universes: readonly number[], slots: LampSlots): LeftBehind {
  const lamps = litLamps(slots, octets);
  const lit = new Uint8Array(octets.length);
  for (let slot = 0; slot < lit.length; slot++) lit[slot] = lamps[slots.lampOf[slot]!]!;
  return { universes, octets: octets.slice(), lit };
}

/**
 * From what left before to what leaves now, slot by slot: light fades across, all else snaps while its lamp is dark, and where it never is in
 * the middle. For another show on the same universes; what was there stands still meanwhile.
 */
export class Crossing {
  readonly #universes: readonly number[];
  readonly #slots: LampSlots;
  readonly #before: Uint8Array;
  /** 1 for slots whose lamp was lit. */
  readonly #wasLit: Uint8Array;
  /** 1 for lamps that the frame lights. */
  readonly #becomeLit: Uint8Array;
  #since: Seconds = 0;
  #seconds: Seconds = 0;
  #over = true;

  /** What lasts is done here, before anything goes over. */
  constructor(after: Rig) {
    this.#universes = after.universes;
    this.#slots = toTheEnd(lampSlots(after));
    this.#before = new Uint8Array(after.universes.length * SLOTS);
    this.#wasLit = new Uint8Array(this.#before.length);
    this.#becomeLit = new Uint8Array(this.#before.length + 1);
  }

  begin(before: LeftBehind, { at, seconds }: { at: Seconds; seconds: Seconds }): void {
    this.#since = at;
    this.#seconds = seconds;
    this.#over = false;
    this.#before.fill(0);
    this.#wasLit.fill(0);
    this.#universes.forEach((universe, index) => {
      const was = before.universes.indexOf(universe);
      if (was < 0) return;
      this.#before.set(before.octets.subarray(was * SLOTS, (was + 1) * SLOTS), index * SLOTS);
      this.#wasLit.set(before.lit.subarray(was * SLOTS, (was + 1) * SLOTS), index * SLOTS);
    });
  }

  /** Until a frame has left without it. */
  get moves(): boolean {
    return !this.#over;
  }

  /** Brings what leaves at t to where the crossing is. */
  lay(frame: Uint8Array, t: Seconds): void {
    const part = this.#seconds > 0 ? (t - this.#since) / this.#seconds : 1;
    this.#over ||= part >= 1;
    if (this.#over) return;
    const done = Math.max(0, part);
    const { lampOf, kinds, lights } = this.#slots;
    litLamps(this.#slots, frame, this.#becomeLit);
    for (let at = 0; at < lights.length; at += lights[at]! + 1) this.#fade(frame, at, done);
    for (let slot = 0; slot < kinds.length; slot++) {
      const kind = kinds[slot]!;
      if ((kind & OTHER) !== 0) {
        const snapsAt = this.#wasLit[slot] === 0 ? 0 : this.#becomeLit[lampOf[slot]!] === 1 ? 0.5 : 1;
        if (part < snapsAt) frame[slot] = this.#before[slot]!;
      } else if (kind === 0 && this.#before[slot]! > 0) {
        // Nobody's any more.
        frame[slot] = Math.floor(this.#before[slot]! + (frame[slot]! - this.#before[slot]!) * done + 0.5);
      }
    }
  }

  /** The octets of the channel that begins here among the lights, on their way. */
  #fade(frame: Uint8Array, at: number, part: number): void {
    const { lights } = this.#slots;
    const last = at + lights[at]!;
    let [from, to] = [0, 0];
    for (let index = at + 1; index <= last; index++) {
      from = from * 256 + this.#before[lights[index]!]!;
      to = to * 256 + frame[lights[index]!]!;
    }
    let rest = Math.floor(from + (to - from) * part + 0.5);
    for (let index = last; index > at; index--) {
      frame[lights[index]!] = rest % 256;
      rest = Math.floor(rest / 256);
    }
  }
}
