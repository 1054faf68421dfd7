import { clamp } from "../units/units";

/** A shape on a picture, in parts of its width and height: its middle and its size. */
export interface PlacedShape {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const GAP = 0.012;
/** Places that are tried, in parts of the picture. */
const STEP = 0.02;

/**
 * Each shape at the free place nearest to where it should be, within the picture; those that are held stay. `wide`: the picture's width over its
 * height. `row`: shapes of one height lie in rows of that height, so that no gap is too small for another. Where one finds no room the answer is
 * null, or with `crowded` it lies where it should, over others.
 */
export function laidApart(
  wanted: readonly PlacedShape[],
  of: { readonly held: readonly boolean[]; readonly wide: number; readonly row?: number; readonly crowded?: "lie over each other" },
): PlacedShape[] | null {
  const { held, wide, row, crowded } = of;
  const laid = new Map<number, PlacedShape>();
  wanted.forEach((shape, at) => held[at] && laid.set(at, inside(shape)));
  // Those at the sides first: the middle has more room to give way.
  const aside = ({ x, y }: PlacedShape): number => wide * Math.abs(x - 0.5) + Math.abs(y - 0.5);
  const inTurn = [...wanted.entries()].filter(([at]) => !held[at]).sort(([, a], [, b]) => aside(b) - aside(a));
  for (const [at, shape] of inTurn) {
    const start = inside(row === undefined ? shape : { ...shape, y: (Math.round(shape.y / row - 0.5) + 0.5) * row });
    const free = nearestFree(start, [...laid.values()], { wide, row }) ?? (crowded ? start : null);
    if (!free) return null;
    laid.set(at, free);
  }
  return wanted.map((_, at) => laid.get(at)!);
}

function nearestFree(
  shape: PlacedShape,
  taken: readonly PlacedShape[],
  { wide, row }: { wide: number; row: number | undefined },
): PlacedShape | null {
  const gap = row === undefined ? GAP : 0;
  const isFree = (here: PlacedShape): boolean => !taken.some((other) => liesOn(here, other, gap));
  if (isFree(shape)) return shape;
  let best: { shape: PlacedShape; way: number } | null = null;
  for (let x = shape.width / 2; x <= 1 - shape.width / 2 + 1e-9; x += STEP)
    for (let y = (row ?? shape.height) / 2; y <= 1 - shape.height / 2 + 1e-9; y += row ?? STEP) {
      const way = Math.hypot(wide * (x - shape.x), y - shape.y);
      const here = { ...shape, x, y };
      if ((!best || way < best.way) && isFree(here)) best = { shape: here, way };
    }
  return best?.shape ?? null;
}

function liesOn(a: PlacedShape, b: PlacedShape, gap: number): boolean {
  const [across, down] = [(a.width + b.width) / 2 + gap, (a.height + b.height) / 2 + gap];
  return Math.abs(a.x - b.x) < across - 1e-9 && Math.abs(a.y - b.y) < down - 1e-9;
}

/** The shape moved as far as it needs to be within the picture. */
export function inside({ x, y, width, height }: PlacedShape): PlacedShape {
  return { width, height, x: clamp(x, width / 2, 1 - width / 2), y: clamp(y, height / 2, 1 - height / 2) };
}
