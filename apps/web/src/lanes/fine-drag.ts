/** A drag is never coarser than this a pixel, in a curve's own unit. */
const COARSEST: Readonly<Record<string, number>> = { "°": 0.5 };
/** With Shift it is so many times finer. */
export const FINER = 10;

/** What a pixel of a drag comes to: what the plot shows, or less where that would be coarse. */
export function perPixel(unit: string, of: { range: number; pixels: number; shift: boolean }): number {
  const seen = of.pixels > 0 ? of.range / of.pixels : 0;
  return Math.min(seen, COARSEST[unit] ?? Infinity) / (of.shift ? FINER : 1);
}

/** On the grid of a step, or of a tenth of it with Shift. */
export function onGrid(value: number, step: number, shift: boolean): number {
  const grid = shift ? step / FINER : step;
  return Math.round(Math.round(value / grid) * grid * 1e6) / 1e6;
}

/** How far an arrow or page key moves; null for other keys. */
export function keySteps(event: { key: string; shiftKey: boolean }): number | null {
  const steps = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[event.key];
  return steps === undefined ? null : steps / (event.shiftKey ? FINER : 1);
}
