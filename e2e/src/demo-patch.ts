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

/** Floor washes: 13 slots each in universe 11; pan 1-2, tilt 3-4, dimmer 5-6, shutter 7, red 8, green 9, blue 10, white 11, zoom 12-13. */
export function washLevels(
  levels: (universe: number) => Buffer | null,
  wash: number,
): { dimmer: number; red: number; green: number; blue: number } {
  const octets = levels(11);
  const at = (slot: number): number => octets?.[wash * 13 + slot - 1] ?? NaN;
  return { dimmer: (at(5) * 256 + at(6)) / 65535, red: at(8), green: at(9), blue: at(10) };
}

/** Lanterns: a slot each in universe 12 behind 24 uplights of 6 slots. */
export function lantern(levels: (universe: number) => Buffer | null, index: number): number {
  return (levels(12)?.[144 + index] ?? NaN) / 255;
}

/** Blinders: a slot a cell from the start of universe 13. */
export function blinder(levels: (universe: number) => Buffer | null, cell: number): number {
  return (levels(13)?.[cell] ?? NaN) / 255;
}
