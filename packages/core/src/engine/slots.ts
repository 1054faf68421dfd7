/**
 * A level 0..1 as DMX octets, coarse first: round(v x (2^bits - 1)), halves up. Bits: 8, 16, 24 or 32. Levels
 * outside 0..1 are limited. Source: 2-model.md section 8.
 */
export function encodeSlots(value: number, bits: number): number[] {
  let whole = wholeSteps(value, bits);
  const octets: number[] = [];
  for (let at = bits / 8 - 1; at >= 0; at--) {
    octets[at] = whole % 256;
    whole = Math.floor(whole / 256);
  }
  return octets;
}

function wholeSteps(value: number, bits: number): number {
  const limited = value > 0 ? (value < 1 ? value : 1) : 0;
  return Math.floor(limited * (2 ** bits - 1) + 0.5);
}
