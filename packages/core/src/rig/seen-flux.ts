/** What a lamp is taken to give where its profile doesn't say, in lumens: that of a usual spot. */
const USUAL_LUMENS = 12000;

/**
 * How strongly a lamp's beam is drawn beside that of a usual one, 0.5 to 1.6: the cube root of their flux, as lightness goes with luminance.
 * Source: CIE 1976 L*, from memory.
 */
export function seenFlux(lumens: number = USUAL_LUMENS): number {
  return Math.min(1.6, Math.max(0.5, Math.cbrt(lumens / USUAL_LUMENS)));
}
