import { fraction } from "../units/units";
import { edgeAt, sumsOf, type Box, type Picture } from "./picture";

// Pictures never change in place.
const known = new WeakMap<Picture, (Picture | undefined)[]>();

/** How many pictures it has in a row. */
export const framesOf = ({ frames = 1 }: Pick<Picture, "frames">): number => frames;

/** One picture of a film, from 0. */
export function filmFrame(film: Picture, index: number): Picture {
  if (framesOf(film) === 1) return film;
  let own = known.get(film);
  if (!own) known.set(film, (own = []));
  let frame = own[index];
  if (!frame) {
    const { frames: _, ...rest } = film;
    const digits = film.dots.length / framesOf(film);
    const clear = film.clear?.slice((index * digits) / 3, ((index + 1) * digits) / 3);
    own[index] = frame = {
      ...rest,
      dots: film.dots.slice(index * digits, (index + 1) * digits),
      ...(clear === undefined ? {} : { clear }),
    };
  }
  return frame;
}

/** Sums along one side, and how much of each counts: what lies between two places is their weighted sum. */
interface Weighed {
  readonly at: readonly number[];
  readonly weights: readonly number[];
}

function weighed(low: number, high: number, { count, repeat }: { count: number; repeat: boolean }): Weighed {
  const weights = new Map<number, number>();
  const add = (at: number, weight: number): void => void (weight !== 0 && weights.set(at, (weights.get(at) ?? 0) + weight));
  for (const [place, sign] of [
    [high, 1],
    [low, -1],
  ] as const) {
    const { pictures, dot, part } = edgeAt(repeat ? place : Math.min(count, Math.max(0, place)), count);
    // Beyond the first picture there are whole ones before it.
    add(count, sign * pictures);
    add(dot, sign * (1 - part));
    add(dot + 1, sign * part);
  }
  return { at: [...weights.keys()], weights: [...weights.values()] };
}

/** The averages of each of a film's pictures in a box, as `averagesIn` has them; red, green and blue each. */
function averagesOf(film: Picture, box: Box, repeat: boolean): Float64Array {
  const averages = new Float64Array(3 * framesOf(film));
  const area = (box.right - box.left) * (box.bottom - box.top);
  if (!(area > 0)) return averages;
  const [across, down] = [
    weighed(box.left, box.right, { count: film.columns, repeat }),
    weighed(box.top, box.bottom, { count: film.rows, repeat }),
  ];
  // The box is the same in all pictures: which sums count in it is worked out once.
  const at = down.at.flatMap((row) => across.at.map((column) => row * (film.columns + 1) + column));
  const weights = down.weights.flatMap((row) => across.weights.map((column) => (row * column) / area));
  for (let frame = 0; frame < framesOf(film); frame++) {
    const { of } = sumsOf(filmFrame(film, frame));
    for (let color = 0; color < 3; color++) {
      const sum = of[color]!;
      let average = 0;
      for (let corner = 0; corner < at.length; corner++) average += sum[at[corner]!]! * weights[corner]!;
      averages[3 * frame + color] = average;
    }
  }
  return averages;
}

/**
 * What a film shows in a box at each of these cycles (one is the whole of it), red, green and blue each: between two of its pictures the one
 * goes over into the other, and the last into the first.
 */
export function filmAt(film: Picture, box: Box, of: { cycles: ArrayLike<number>; repeat: boolean }): Float64Array {
  const { cycles, repeat } = of;
  const count = framesOf(film);
  const averages = averagesOf(film, box, repeat);
  const shown = new Float64Array(3 * cycles.length);
  for (let at = 0; at < cycles.length; at++) {
    const place = fraction(cycles[at]!) * count;
    const index = Math.min(count - 1, Math.floor(place));
    const [now, next, part] = [3 * index, 3 * ((index + 1) % count), place - index];
    for (let color = 0; color < 3; color++) {
      const value = averages[now + color]!;
      shown[3 * at + color] = value + (averages[next + color]! - value) * part;
    }
  }
  return shown;
}
