import { inside, laidApart, type PlacedShape } from "./laid-apart";
import { clamp } from "../units/units";

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
const SMALLER = 0.9;
/** A picture is about so much wider than high. */
const WIDE = 2.5;

/**
 * Where soft shapes lie on a picture of the stage, from above with the audience below: each where its places are, as wide as they reach. One
 * that would lie on another goes to the nearest free place; those that were moved by hand stay; where there is no room all become smaller.
 */
export function bedPlaces(beds: readonly BedWanted[]): PlacedShape[] {
  const all = beds.flatMap(({ places }) => places);
  const across = rangeOf(all.map(({ x }) => x));
  const down = rangeOf(all.map(({ y }) => y));
  const wanted = beds.map(({ places, at }): PlacedShape => {
    const [from, to] = rangeOf(places.map(({ x }) => x));
    const [front, back] = rangeOf(places.map(({ y }) => y));
    return {
      x: at?.x ?? ((from + to) / 2 - across[0]) / (across[1] - across[0]),
      y: at?.y ?? (down[1] - (front + back) / 2) / (down[1] - down[0]),
      width: clamp((to - from) / (across[1] - across[0]), LEAST.width, MOST.width),
      height: clamp((back - front) / (down[1] - down[0]), LEAST.height, MOST.height),
    };
  });
  for (let scale = 1; ; scale *= SMALLER) {
    const sized = wanted.map((bed) => inside({ ...bed, width: bed.width * scale, height: bed.height * scale }));
    const laid = laidApart(sized, { held: beds.map(({ at }) => at !== undefined), wide: WIDE });
    if (laid) return laid;
  }
}

/** The least and the most, a metre apart at least. */
function rangeOf(values: readonly number[]): [number, number] {
  if (values.length === 0) return [-0.5, 0.5];
  const [low, high] = [values.reduce((a, b) => Math.min(a, b)), values.reduce((a, b) => Math.max(a, b))];
  return high - low >= 1 ? [low, high] : [(low + high) / 2 - 0.5, (low + high) / 2 + 0.5];
}
