import type { HeardSource } from "../playback/input";
import type { Seconds } from "../units/units";
import { SLOTS } from "./output-map";

/** E1.31 E131_NETWORK_DATA_LOSS_TIMEOUT (from memory): a source that is silent for longer is gone. */
export const LOST_AFTER_SECONDS = 2.5;
/** More of them than this are somebody's mistake or attack: those that come later are left out. */
const MOST_SOURCES = 16;

/** A packet of a universe from outside, as far as it counts here. */
export interface HeardPacket {
  /** The sender's component identifier. */
  readonly source: string;
  readonly name: string;
  /** 0..200. */
  readonly priority: number;
  /** 0..255, one more with each packet. */
  readonly sequence: number;
  readonly terminated: boolean;
  readonly slots: Uint8Array;
}

interface Living {
  name: string;
  priority: number;
  sequence: number;
  heardAt: Seconds;
  readonly slots: Uint8Array;
}

/**
 * What is heard of one universe from several sources: the highest priority counts; at equal priority the higher of each slot. Sources are gone
 * when they say so, or after 2.5 s of silence (E1.31 6.2.3, 6.2.6, 6.7.2, from memory).
 */
export class HeardUniverse {
  readonly #sources = new Map<string, Living>();

  /** Takes a packet in; false when it is out of order or there are too many sources. */
  hear(packet: HeardPacket, t: Seconds): boolean {
    this.#forget(t);
    const { source, name, priority, sequence, terminated, slots } = packet;
    const known = this.#sources.get(source);
    if (known && !follows(known.sequence, sequence)) return false;
    if (terminated) {
      this.#sources.delete(source);
      return true;
    }
    if (!known && this.#sources.size >= MOST_SOURCES) return false;
    const living = known ?? { name, priority, sequence, heardAt: t, slots: new Uint8Array(SLOTS) };
    Object.assign(living, { name, priority, sequence, heardAt: t });
    living.slots.fill(0);
    living.slots.set(slots.subarray(0, SLOTS));
    this.#sources.set(source, living);
    return true;
  }

  /** Writes the levels that count at t; false when nobody is heard, and nothing is written. */
  levels(t: Seconds, into: Uint8Array): boolean {
    this.#forget(t);
    const top = this.#top();
    if (top === null) return false;
    into.fill(0);
    for (const { priority, slots } of this.#sources.values())
      if (priority === top) for (let slot = 0; slot < SLOTS; slot++) if (slots[slot]! > into[slot]!) into[slot] = slots[slot]!;
    return true;
  }

  /** Who is heard at t. */
  sources(t: Seconds): HeardSource[] {
    this.#forget(t);
    const top = this.#top();
    return [...this.#sources.values()].map(({ name, priority }) => ({ name, priority, counts: priority === top }));
  }

  #top(): number | null {
    let top: number | null = null;
    for (const { priority } of this.#sources.values()) top = Math.max(top ?? 0, priority);
    return top;
  }

  #forget(t: Seconds): void {
    for (const [id, { heardAt }] of this.#sources) if (t - heardAt > LOST_AFTER_SECONDS) this.#sources.delete(id);
  }
}

/** Out of order are packets 0 to 19 behind the latest. */
function follows(last: number, next: number): boolean {
  const difference = ((next - last + 128) & 255) - 128;
  return difference > 0 || difference <= -20;
}
