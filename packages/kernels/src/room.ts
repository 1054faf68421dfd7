/** Sizes of pieces rise by a quarter from one to the next, so that what one leaves fits another. */
const SMALLEST = 64;
const GROWTH = 1.25;

/** Pieces begin at multiples of this, as what is read two at a time likes it. */
const GRAIN = 16;

/** Room within a memory for arrays that come and go. Nobody has to give one back: it is free once nothing refers to it any more. */
export class Room {
  readonly #memory: ArrayBufferLike;
  /** Where nobody has been so far. */
  #next: number;
  /** Addresses of pieces that are free again, by their size. */
  readonly #free = new Map<number, number[]>();
  readonly #left = new FinalizationRegistry<{ size: number; at: number }>(({ size, at }) => this.#freeOf(size).push(at));

  /** `begin`: octets at the memory's beginning that are taken. */
  constructor(memory: ArrayBufferLike, begin: number) {
    this.#memory = memory;
    this.#next = begin;
  }

  /** Zeros; null where there is no room. Parts of the array (`subarray`) don't keep its place: whoever holds one holds the array, too. */
  floats(length: number): Float32Array | null {
    const size = sizeFor(4 * length);
    const at = this.#freeOf(size).pop() ?? this.#unused(size);
    if (at === null) return null;
    const floats = new Float32Array(this.#memory, at, length).fill(0);
    this.#left.register(floats, { size, at });
    return floats;
  }

  #unused(size: number): number | null {
    if (this.#next + size > this.#memory.byteLength) return null;
    const at = this.#next;
    this.#next += size;
    return at;
  }

  #freeOf(size: number): number[] {
    let free = this.#free.get(size);
    if (!free) this.#free.set(size, (free = []));
    return free;
  }
}

/** The smallest size of pieces that holds so many octets. */
function sizeFor(octets: number): number {
  let size = SMALLEST;
  while (size < octets) size = Math.ceil((size * GROWTH) / GRAIN) * GRAIN;
  return size;
}
