/**
 * A seeded generator: the same seed gives the same numbers for ever, on every machine.
 * Returns numbers in 0 (included) to 1 (excluded). Algorithm: mulberry32 (public domain, Tommy Ettinger).
 */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A permutation of 0..count-1, the same for the same seed (Fisher-Yates). */
export function scatteredOrder(count: number, seed: number): number[] {
  const random = seededRandom(seed);
  const order = Array.from({ length: count }, (_, index) => index);
  for (let index = count - 1; index > 0; index--) {
    const other = Math.floor(random() * (index + 1));
    [order[index], order[other]] = [order[other]!, order[index]!];
  }
  return order;
}

/** A number 0..1 for whole numbers (a place of up to three measures, and a seed), without any order in it: dice that needn't be thrown in turn. */
export function dice(a: number, b: number, c: number, seed: number): number {
  let hash = Math.imul(a, 0x27d4eb2d) ^ Math.imul(b, 0x165667b1) ^ Math.imul(c, 0x1b873593) ^ Math.imul(seed + 1, 0xc2b2ae35);
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  hash = Math.imul(hash ^ (hash >>> 12), 0x297a2d39);
  return ((hash ^ (hash >>> 15)) >>> 0) / 2 ** 32;
}
