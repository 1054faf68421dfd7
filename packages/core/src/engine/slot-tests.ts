import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { SLOTS } from "./output-map";

/** Slots that people hold at plain DMX values, over all that the merge gives. */
export class SlotTests {
  #held: readonly { readonly offset: number; readonly value: number; readonly until: Seconds; readonly personId: string }[] = [];
  /** The end that comes next; Infinity = none is held. */
  #next = Infinity;

  take(show: Show): void {
    const { universes } = show.rig;
    this.#held = show.all("slotTest").flatMap(({ universe, slots, untilSeconds: until, personId }) => {
      const at = universes.indexOf(universe);
      if (at < 0) return [];
      return Object.entries(slots).map(([address, value]) => ({ offset: at * SLOTS + Number(address) - 1, value, until, personId }));
    });
    this.#next = Math.min(Infinity, ...this.#held.map(({ until }) => until));
  }

  /** One is over since the last frame. */
  endsBy(t: Seconds): boolean {
    return t >= this.#next;
  }

  lay(frame: Uint8Array, t: Seconds): void {
    if (this.#held.length === 0) return;
    let next = Infinity;
    for (let at = 0; at < this.#held.length; at++) {
      const { offset, value, until } = this.#held[at]!;
      if (t >= until) continue;
      frame[offset] = value;
      if (until < next) next = until;
    }
    this.#next = next;
  }

  /** Who holds a slot, by its place in the frame; null = nobody. */
  at(offset: number, t: Seconds): { readonly value: number; readonly personId: string } | null {
    return this.#held.findLast((each) => each.offset === offset && t < each.until) ?? null;
  }
}
