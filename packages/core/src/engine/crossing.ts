import { attributeInfo } from "../rig/attributes";
import type { Rig } from "../rig/rig";
import type { Seconds } from "../units/units";
import { SLOTS } from "./output-map";

/** The slots of one lamp: what makes its light, and all else. */
interface LampSlots {
  /** Channels, coarse slot first. */
  readonly lights: readonly (readonly number[])[];
  readonly others: readonly number[];
}

/**
 * From what left before to what leaves now, slot by slot: light fades across, all else snaps while its lamp is dark, and where it never is in
 * the middle. For another show on the same universes; what was there stands still meanwhile.
 */
export class Crossing {
  readonly #before: Uint8Array;
  readonly #lamps: readonly LampSlots[];
  /** Slots that no lamp has now, and those whose lamp was dark before. */
  readonly #left: readonly number[];
  readonly #wasDark: Uint8Array;
  readonly #since: Seconds;
  readonly #seconds: Seconds;
  #over = false;

  /** `frame`: what left last under the rig before. */
  constructor(of: { before: Rig; after: Rig; frame: Uint8Array; at: Seconds; seconds: Seconds }) {
    const { before, after, frame } = of;
    this.#since = of.at;
    this.#seconds = of.seconds;
    this.#before = new Uint8Array(after.universes.length * SLOTS);
    after.universes.forEach((universe, index) => {
      const was = before.universes.indexOf(universe);
      if (was >= 0) this.#before.set(frame.subarray(was * SLOTS, (was + 1) * SLOTS), index * SLOTS);
    });
    this.#lamps = lampSlots(after, after);
    this.#wasDark = new Uint8Array(this.#before.length).fill(1);
    for (const { lights, others } of lampSlots(before, after)) {
      const lit = lights.some((slots) => slots.some((slot) => this.#before[slot]! > 0));
      if (lit) for (const slot of [...lights.flat(), ...others]) this.#wasDark[slot] = 0;
    }
    const had = new Set(this.#lamps.flatMap(({ lights, others }) => [...lights.flat(), ...others]));
    this.#left = [...this.#before.keys()].filter((slot) => !had.has(slot) && this.#before[slot]! > 0);
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
    for (const { lights, others } of this.#lamps) {
      const becomesLit = lights.some((slots) => slots.some((slot) => frame[slot]! > 0));
      for (const slots of lights) this.#fade(slots, frame, Math.max(0, part));
      for (const slot of others) {
        const snapsAt = this.#wasDark[slot] === 1 ? 0 : becomesLit ? 0.5 : 1;
        if (part < snapsAt) frame[slot] = this.#before[slot]!;
      }
    }
    for (const slot of this.#left) this.#fade([slot], frame, Math.max(0, part));
  }

  #fade(slots: readonly number[], frame: Uint8Array, part: number): void {
    let [from, to] = [0, 0];
    for (const slot of slots) {
      from = from * 256 + this.#before[slot]!;
      to = to * 256 + frame[slot]!;
    }
    let rest = Math.floor(from + (to - from) * part + 0.5);
    for (let at = slots.length - 1; at >= 0; at--) {
      frame[slots[at]!] = rest % 256;
      rest = Math.floor(rest / 256);
    }
  }
}

/** The slots of each lamp of a rig, as they lie in the frame of another; what lies in none of its universes is left out. */
function lampSlots({ parameters, patches }: Rig, { universes }: Rig): LampSlots[] {
  const begins = new Map(universes.map((universe, index) => [universe, index * SLOTS]));
  const lamps = new Map<string, { lights: number[][]; others: number[] }>();
  for (const { head, channel, place } of parameters) {
    const begin = begins.get(patches.universes[place]!);
    if (begin === undefined || channel.slots.length === 0) continue;
    const slots = channel.slots.map((slot) => begin + patches.addresses[place]! - 2 + slot).filter((slot) => slot < begin + SLOTS);
    let lamp = lamps.get(head.fixture.id);
    if (!lamp) lamps.set(head.fixture.id, (lamp = { lights: [], others: [] }));
    const { family, mixing } = attributeInfo(channel.attribute);
    const dims = head.mode.channels.some(({ attribute, slots: own }) => attribute === "Dimmer" && own.length > 0);
    if ((family === "Intensity" && !channel.more) || (mixing === "adds" && !dims)) lamp.lights.push(slots);
    else lamp.others.push(...slots);
  }
  return [...lamps.values()];
}
