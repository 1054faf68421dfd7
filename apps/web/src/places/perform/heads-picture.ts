import type { HeadLook, HeadLooks } from "@vexa/core";

/** A head of a picture, in CSS pixels. */
export interface PlacedHead {
  /** In the rig's order. */
  readonly index: number;
  readonly x: number;
  readonly y: number;
}

export interface PlacedHeads {
  readonly heads: readonly PlacedHead[];
  readonly radius: number;
}

/** A head that is dark shows its colour faintly: that is what one paints before the light comes. */
const FAINT = 0.32;

const look: HeadLook = { intensity: 0, red: 0, green: 0, blue: 0, pan: 0, tilt: 0, beamDegrees: 0 };
/** Of each head of the picture in hand: its colour, and how much of it is drawn. */
const colors: string[] = [];
const shares: number[] = [];

/** Draws heads as soft spots of the colours that they really have. */
export function drawHeads(
  context: CanvasRenderingContext2D,
  { looks, heads, radius }: PlacedHeads & { looks: HeadLooks },
  values: Float32Array,
): void {
  for (let at = 0; at < heads.length; at++) {
    looks.read(heads[at]!.index, values, look);
    colors[at] = `rgb(${look.red} ${look.green} ${look.blue})`;
    shares[at] = FAINT + (1 - FAINT) * look.intensity;
  }
  for (const soft of [1.9, 1])
    for (let at = 0; at < heads.length; at++) {
      const { x, y } = heads[at]!;
      context.globalAlpha = shares[at]! * (soft > 1 ? 0.35 : 0.8);
      context.fillStyle = colors[at]!;
      context.beginPath();
      context.arc(x, y, radius * soft, 0, 2 * Math.PI);
      context.fill();
    }
}

/** Room for the spots at the edge. */
const EDGE_PIXELS = 8;
const LEAST_RADIUS = 2;
const MOST_RADIUS = 6;

/** Where heads lie on a picture of this size: as they hang, seen from above, the same measure both ways, in the middle. */
export function placedHeads(
  heads: readonly { readonly order: number; readonly position: { readonly x: number; readonly y: number } }[],
  { width, height }: { width: number; height: number },
): PlacedHeads {
  const [across, down] = [spanOf(heads.map(({ position }) => position.x)), spanOf(heads.map(({ position }) => position.y))];
  const [roomX, roomY] = [Math.max(0, width - 2 * EDGE_PIXELS), Math.max(0, height - 2 * EDGE_PIXELS)];
  const scale = Math.min(roomX / Math.max(LEAST_METRES, across.span), roomY / Math.max(LEAST_METRES, down.span));
  const radius = 0.3 * Math.sqrt((roomX * roomY) / Math.max(1, heads.length));
  return {
    heads: heads.map(({ order, position }) => ({
      index: order,
      x: width / 2 + (position.x - across.middle) * scale,
      y: height / 2 - (position.y - down.middle) * scale,
    })),
    radius: Math.min(MOST_RADIUS, Math.max(LEAST_RADIUS, radius)),
  };
}

/** Heads that hang on one another are no reason to stretch the picture. */
const LEAST_METRES = 1;

function spanOf(values: readonly number[]): { span: number; middle: number } {
  if (values.length === 0) return { span: 0, middle: 0 };
  let [low, high] = [Infinity, -Infinity];
  for (const value of values) [low, high] = [Math.min(low, value), Math.max(high, value)];
  return { span: high - low, middle: (low + high) / 2 };
}
