import { SLOTS } from "@vexa/core";

/** The universes of a frame, each as octets of its own, which look at the frame's: as long as that is the same they aren't made anew. */
export class FrameParts {
  #frame: Uint8Array | null = null;
  #parts: readonly Uint8Array[] = [];

  of(frame: Uint8Array): readonly Uint8Array[] {
    if (frame === this.#frame) return this.#parts;
    this.#frame = frame;
    this.#parts = Array.from({ length: frame.length / SLOTS }, (_, at) => frame.subarray(at * SLOTS, (at + 1) * SLOTS));
    return this.#parts;
  }
}
