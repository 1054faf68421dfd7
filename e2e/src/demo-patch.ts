/**
 * Where the demo's heads listen, written down by hand from docs/guide/demo-show.md: the tests know nothing of the sources.
 * Spots have 21 slots: pan 1-2, tilt 3-4, dimmer 5-6. Rib r is universe r, eight spots one behind the other.
 */
const SPOT_SLOTS = 21;
export const SPOTS = Array.from({ length: 56 }, (_, index) => ({ universe: 1 + Math.floor(index / 8), start: (index % 8) * SPOT_SLOTS }));

/** A 16-bit value of a spot, 0..1. `at` is the coarse slot within the spot, from 1. */
export function spotValue(levels: (universe: number) => Buffer | null, spot: number, at: 1 | 3 | 5): number {
  const { universe, start } = SPOTS[spot]!;
  const octets = levels(universe);
  if (!octets) return NaN;
  return (octets[start + at - 1]! * 256 + octets[start + at]!) / 65535;
}

/** One octet of a spot. `at` is the slot within the spot, from 1. */
export function spotOctet(levels: (universe: number) => Buffer | null, spot: number, at: number): number {
  const { universe, start } = SPOTS[spot]!;
  return levels(universe)?.[start + at - 1] ?? NaN;
}
export const DIMMER = 5;
export const PAN = 1;
