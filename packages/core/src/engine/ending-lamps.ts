import { attributeInfo } from "../rig/attributes";
import type { Rig } from "../rig/rig";
import type { Seconds } from "../units/units";
import { SLOTS } from "./output-map";

/** So long what a lamp was showing takes to go out when it is taken out of the rig. */
const OUT_SECONDS = 1;

/** The slots of a channel that nobody has any more, and the value that they had. */
interface Ending {
  /** In the frame, coarse first. */
  readonly slots: readonly number[];
  readonly whole: number;
  /** It makes light: it goes to nothing. All else stays until it is dark. */
  readonly light: boolean;
}

/** What lamps were showing that were taken out: their light fades, in slots that no other lamp has taken meanwhile. */
export class EndingLamps {
  readonly #endings: readonly Ending[];
  readonly #since: Seconds;
  #over = false;

  /** `frame` is what left last under the rig before. */
  constructor(of: { before: Rig; after: Rig; frame: Uint8Array; at: Seconds }) {
    const { before, after, frame, at } = of;
    this.#since = at;
    const gone = before.parameters.filter(({ head }) => !after.headByKey.has(head.key));
    const taken = gone.length > 0 ? takenIn(after) : new Set<number>();
    this.#endings = gone.flatMap(({ head, channel, place }): Ending[] => {
      const first = (rig: Rig): number =>
        rig.universes.indexOf(before.patches.universes[place]!) * SLOTS + before.patches.addresses[place]! - 2;
      const [was, is] = [first(before), first(after)];
      const slots = channel.slots.map((slot) => is + slot);
      if (was < 0 || is < 0 || slots.some((slot) => slot >= after.universes.length * SLOTS || taken.has(slot))) return [];
      const whole = channel.slots.reduce((sum, slot) => sum * 256 + (frame[was + slot] ?? 0), 0);
      const { family, mixing } = attributeInfo(channel.attribute);
      const dims = head.mode.channels.some(({ attribute, slots: own }) => attribute === "Dimmer" && own.length > 0);
      return whole > 0 ? [{ slots, whole, light: family === "Intensity" || (mixing === "adds" && !dims) }] : [];
    });
  }

  /** Until a frame has left without them. */
  get moves(): boolean {
    return this.#endings.length > 0 && !this.#over;
  }

  /** Writes what is left of them over a frame. */
  lay(frame: Uint8Array, t: Seconds): void {
    const left = Math.min(1, 1 - (t - this.#since) / OUT_SECONDS);
    this.#over ||= left <= 0;
    if (this.#over) return;
    for (const { slots, whole, light } of this.#endings) {
      let rest = light ? Math.floor(whole * left + 0.5) : whole;
      for (let at = slots.length - 1; at >= 0; at--) {
        frame[slots[at]!] = rest % 256;
        rest = Math.floor(rest / 256);
      }
    }
  }
}

/** The slots that some lamp of a rig has. */
function takenIn({ parameters, patches, universes }: Rig): Set<number> {
  const begins = new Map(universes.map((universe, index) => [universe, index * SLOTS]));
  const taken = new Set<number>();
  for (const { channel, place } of parameters) {
    const begin = begins.get(patches.universes[place]!);
    if (begin !== undefined) for (const slot of channel.slots) taken.add(begin + patches.addresses[place]! - 2 + slot);
  }
  return taken;
}
