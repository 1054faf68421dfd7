import type { Projection } from "./projection";

/** How a picture drawn in one frame is moved and stretched, about its top left corner, to lie as in another. */
export interface Stretch {
  readonly scale: number;
  /** Pixels. */
  readonly x: number;
  readonly y: number;
}

/** From what is drawn to what is wanted: both of the same view at the same size. */
export function stretchBetween(drawn: Projection, wanted: Projection): Stretch {
  const [x, y] = wanted.point(drawn.exactFloorAt(0, 0));
  return { scale: wanted.scale / drawn.scale, x, y };
}

/** The point of what was drawn that is seen here. */
export function unstretched({ scale, x, y }: Stretch, [seenX, seenY]: readonly [number, number]): readonly [number, number] {
  return [(seenX - x) / scale, (seenY - y) / scale];
}

/** Stretched further than this, a picture is too coarse or leaves too much of its frame empty. */
const COARSEST = 2.5;
const SMALLEST = 0.6;

export function stretchedTooFar({ scale }: Stretch): boolean {
  return scale > COARSEST || scale < SMALLEST;
}
