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
const LEAST_RADIUS = 1.5;
const MOST_RADIUS = 7;
/** Of the way from a head to its neighbour a spot takes so much on either side. */
const NEIGHBOURLY = 0.42;

/** Of more heads every second, third… is drawn: cards are many, and their pictures small. */
const MOST_DRAWN = 300;

/** Where heads lie on a picture of this size: as they hang, seen from above, the same measure both ways, in the middle. */
export function placedHeads(
  all: readonly { readonly order: number; readonly position: { readonly x: number; readonly y: number } }[],
  { width, height }: { width: number; height: number },
): PlacedHeads {
  const every = Math.max(1, Math.ceil(all.length / MOST_DRAWN));
  const heads = all.filter((_, index) => index % every === 0);
  const [across, down] = [spanOf(heads.map(({ position }) => position.x)), spanOf(heads.map(({ position }) => position.y))];
  const [roomX, roomY] = [Math.max(0, width - 2 * EDGE_PIXELS), Math.max(0, height - 2 * EDGE_PIXELS)];
  const scale = Math.min(roomX / Math.max(LEAST_METRES, across.span), roomY / Math.max(LEAST_METRES, down.span));
  const placed = heads.map(({ order, position }) => ({
    index: order,
    x: width / 2 + (position.x - across.middle) * scale,
    y: height / 2 - (position.y - down.middle) * scale,
  }));
  const radius = NEIGHBOURLY * spacingOf(placed);
  return { heads: placed, radius: Math.min(MOST_RADIUS, Math.max(LEAST_RADIUS, radius)) };
}

/** How far heads are from the next one in the rig's order, in the middle of all; those that hang on one another don't count. */
function spacingOf(placed: readonly PlacedHead[]): number {
  const ways = placed
    .slice(1)
    .map(({ x, y }, at) => Math.hypot(x - placed[at]!.x, y - placed[at]!.y))
    .filter((way) => way > 0.5);
  return ways.length === 0 ? Infinity : ways.sort((a, b) => a - b)[ways.length >> 1]!;
}

/** Heads that hang on one another are no reason to stretch the picture. */
const LEAST_METRES = 1;

function spanOf(values: readonly number[]): { span: number; middle: number } {
  if (values.length === 0) return { span: 0, middle: 0 };
  let [low, high] = [Infinity, -Infinity];
  for (const value of values) [low, high] = [Math.min(low, value), Math.max(high, value)];
  return { span: high - low, middle: (low + high) / 2 };
}
