/** A shape on a picture, in parts of its width and height: its middle and its size. */
export interface PlacedBed {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

interface Place {
  readonly x: number;
  readonly y: number;
}

/** What is asked for one shape: the places of what it stands for, in metres seen from above, and where somebody has moved it to. */
export interface BedWanted {
  readonly places: readonly Place[];
  readonly at?: Place | undefined;
}

const LEAST = { width: 0.15, height: 0.13 };
const MOST = { width: 0.3, height: 0.22 };
const GAP = 0.012;
/** Places that are tried, in parts of the picture. */
const STEP = 0.02;
const SMALLER = 0.9;
/** A picture is about so much wider than high. */
const WIDE = 2.5;

/**
 * Where soft shapes lie on a picture of the stage, from above with the audience below: each where its places are, as wide as they reach. One
 * that would lie on another goes to the nearest free place; those that were moved by hand stay; where there is no room all become smaller.
 */
export function bedPlaces(beds: readonly BedWanted[]): PlacedBed[] {
  const all = beds.flatMap(({ places }) => places);
  const across = rangeOf(all.map(({ x }) => x));
  const down = rangeOf(all.map(({ y }) => y));
  const wanted = beds.map(({ places, at }): PlacedBed => {
    const [from, to] = rangeOf(places.map(({ x }) => x));
    const [front, back] = rangeOf(places.map(({ y }) => y));
    return {
      x: at?.x ?? ((from + to) / 2 - across[0]) / (across[1] - across[0]),
      y: at?.y ?? (down[1] - (front + back) / 2) / (down[1] - down[0]),
      width: within((to - from) / (across[1] - across[0]), LEAST.width, MOST.width),
      height: within((back - front) / (down[1] - down[0]), LEAST.height, MOST.height),
    };
  });
  for (let scale = 1; ; scale *= SMALLER) {
    const sized = wanted.map((bed) => inside({ ...bed, width: bed.width * scale, height: bed.height * scale }));
    const laid = laidOut(
      sized,
      beds.map(({ at }) => at !== undefined),
    );
    if (laid) return laid;
  }
}

/** Each at the free place nearest to where it should be; null where one finds none. */
function laidOut(wanted: readonly PlacedBed[], held: readonly boolean[]): PlacedBed[] | null {
  const laid = new Map<number, PlacedBed>();
  wanted.forEach((bed, at) => held[at] && laid.set(at, bed));
  // Those at the sides first: the middle has more room to give way.
  const aside = ({ x, y }: PlacedBed): number => WIDE * Math.abs(x - 0.5) + Math.abs(y - 0.5);
  const inTurn = [...wanted.entries()].filter(([at]) => !held[at]).sort(([, a], [, b]) => aside(b) - aside(a));
  for (const [at, bed] of inTurn) {
    const free = nearestFree(bed, [...laid.values()]);
    if (!free) return null;
    laid.set(at, free);
  }
  return wanted.map((_, at) => laid.get(at)!);
}

function nearestFree(bed: PlacedBed, taken: readonly PlacedBed[]): PlacedBed | null {
  const isFree = (here: PlacedBed): boolean => !taken.some((other) => liesOn(here, other));
  if (isFree(bed)) return bed;
  let best: { bed: PlacedBed; way: number } | null = null;
  for (let x = bed.width / 2; x <= 1 - bed.width / 2 + 1e-9; x += STEP)
    for (let y = bed.height / 2; y <= 1 - bed.height / 2 + 1e-9; y += STEP) {
      const way = Math.hypot(WIDE * (x - bed.x), y - bed.y);
      const here = { ...bed, x, y };
      if ((!best || way < best.way) && isFree(here)) best = { bed: here, way };
    }
  return best?.bed ?? null;
}

function liesOn(a: PlacedBed, b: PlacedBed): boolean {
  return Math.abs(a.x - b.x) < (a.width + b.width) / 2 + GAP && Math.abs(a.y - b.y) < (a.height + b.height) / 2 + GAP;
}

function inside({ x, y, width, height }: PlacedBed): PlacedBed {
  return { width, height, x: within(x, width / 2, 1 - width / 2), y: within(y, height / 2, 1 - height / 2) };
}

/** The least and the most, a metre apart at least. */
function rangeOf(values: readonly number[]): [number, number] {
  if (values.length === 0) return [-0.5, 0.5];
  const [low, high] = [values.reduce((a, b) => Math.min(a, b)), values.reduce((a, b) => Math.max(a, b))];
  return high - low >= 1 ? [low, high] : [(low + high) / 2 - 0.5, (low + high) / 2 + 0.5];
}

function within(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}
