import { fields, integerIn, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";

/** A picture, or a film, that is laid over the stage: its dots, row by row from the top left, six hex digits each (red, green, blue as in sRGB). */
export interface Picture {
  readonly id: string;
  readonly kind: "picture";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  readonly columns: number;
  readonly rows: number;
  readonly dots: string;
  /** How clear each dot is, two hex digits: 00 = opaque. `dots` are then as they look on black. None = all are opaque. */
  readonly clear?: string;
  /** Of a film: so many pictures one after the other, at equal times. None = one. */
  readonly frames?: number;
}

/** A rig has fewer heads than this across, but for words that run. */
export const MOST_PICTURE_COLUMNS = 512;
export const MOST_PICTURE_ROWS = 128;
export const MOST_DOTS = 8192;
/** Of all pictures of a film together. */
export const MOST_FILM_DOTS = 65536;
export const MOST_FRAMES = 240;
const DIGITS = 6;
const CLEAR_DIGITS = 2;
const HEX = /^[0-9a-f]*$/;

export const pictureSchema: Schema<Picture> = where(
  fields<Picture>({
    id: textUpTo(64),
    kind: oneOf(["picture"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    name: textUpTo(80),
    rank: integerIn(0, 1000000),
    columns: integerIn(1, MOST_PICTURE_COLUMNS),
    rows: integerIn(1, MOST_PICTURE_ROWS),
    dots: textUpTo(MOST_FILM_DOTS * DIGITS),
    clear: optional(textUpTo(MOST_FILM_DOTS * CLEAR_DIGITS)),
    frames: optional(integerIn(2, MOST_FRAMES)),
  }),
  ({ columns, rows, dots, clear, frames = 1 }) => {
    const count = columns * rows * frames;
    if (columns * rows > MOST_DOTS) return `it has at most ${MOST_DOTS} dots`;
    if (dots.length !== count * DIGITS || !HEX.test(dots)) return "each of its dots must be six hex digits";
    if (clear !== undefined && (clear.length !== count * CLEAR_DIGITS || !HEX.test(clear)))
      return "how clear a dot is must be two hex digits";
    return null;
  },
);

/** Red, green and blue, 0..255 as in sRGB. */
export type Dot = ArrayLike<number>;

/** A rectangle on a picture, in dots from its top left. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Sums of all dots above and left of each corner, component by component: one more column and row than there are dots. */
interface Sums {
  readonly columns: number;
  readonly rows: number;
  readonly of: readonly [Float64Array, Float64Array, Float64Array];
}

// Pictures never change in place.
const known = new WeakMap<Picture, Sums>();

/** Worked out once for each picture. */
export function sumsOf(picture: Picture): Sums {
  let sums = known.get(picture);
  if (sums) return sums;
  const { columns, rows } = picture;
  const octets = octetsOf(picture);
  const wide = columns + 1;
  const of = [0, 1, 2].map(() => new Float64Array(wide * (rows + 1))) as [Float64Array, Float64Array, Float64Array];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const at = 3 * (row * columns + column);
      const corner = (row + 1) * wide + column + 1;
      for (let part = 0; part < 3; part++) {
        const sum = of[part]!;
        sum[corner] = octets[at + part]! + sum[corner - 1]! + sum[corner - wide]! - sum[corner - wide - 1]!;
      }
    }
  known.set(picture, (sums = { columns, rows, of }));
  return sums;
}

const between = (value: number, most: number): number => Math.min(most, Math.max(0, value));

/** A place along one side, the picture being repeated there: how many whole pictures lie before it, then how many whole dots, then the part of a dot. */
interface Edge {
  readonly pictures: number;
  readonly dot: number;
  readonly part: number;
}

export function edgeAt(place: number, count: number): Edge {
  const pictures = Math.floor(place / count);
  const rest = between(place - pictures * count, count);
  const dot = Math.min(count - 1, Math.floor(rest));
  return { pictures, dot, part: rest - dot };
}

/** The sum up to an edge of a row of sums that begins at `from`, `stride` apart, the picture being repeated on all sides. */
function sumUpTo(sum: Float64Array, edge: Edge, of: { from: number; stride: number; count: number }): number {
  const { from, stride, count } = of;
  const at = from + edge.dot * stride;
  const within = sum[at]! + (sum[at + stride]! - sum[at]!) * edge.part;
  return edge.pictures === 0 ? within : within + edge.pictures * sum[from + count * stride]!;
}

/**
 * The averages of a picture in a box: exact, by the area of each dot; red, green and blue, for each of the places to which it has run by then, in
 * dots to the right (`across`) or down. Beyond its edges it is black, unless it is repeated; what leaves at one edge comes in at the other.
 */
export function averagesIn(
  picture: Picture,
  box: Box,
  of: { repeat: boolean; axis: "across" | "down"; run: ArrayLike<number> },
): Float64Array {
  const { repeat, axis, run } = of;
  const sums = sumsOf(picture);
  const { columns, rows } = sums;
  const averages = new Float64Array(3 * run.length);
  const area = (box.right - box.left) * (box.bottom - box.top);
  if (!(area > 0)) return averages;
  const [left, right] = repeat ? [box.left, box.right] : [between(box.left, columns), between(box.right, columns)];
  const [top, bottom] = repeat ? [box.top, box.bottom] : [between(box.top, rows), between(box.bottom, rows)];
  const wide = columns + 1;
  const [along, beside] =
    axis === "across"
      ? [
          { count: columns, stride: 1 },
          { count: rows, stride: wide },
        ]
      : [
          { count: rows, stride: wide },
          { count: columns, stride: 1 },
        ];
  const [low, high, from, to] = axis === "across" ? [left, right, top, bottom] : [top, bottom, left, right];
  // Across the way that it runs the box stays the same: what it holds there is summed up once for each dot along that way.
  const [near, far] = [edgeAt(from, beside.count), edgeAt(to, beside.count)];
  const way = { from: 0, stride: 1, count: along.count };
  const row = { ...beside, from: 0 };
  // What stands still is asked for there alone.
  const still = run.length === 1 && run[0] === 0 && !repeat;
  const [first, last] = still ? [Math.floor(low), Math.ceil(high)] : [0, along.count];
  const held = sums.of.map((sum) => {
    const own = new Float64Array(along.count + 1);
    for (let dot = first; dot <= last; dot++) {
      row.from = dot * along.stride;
      own[dot] = sumUpTo(sum, far, row) - sumUpTo(sum, near, row);
    }
    return own;
  });
  for (let at = 0; at < run.length; at++) {
    const [begin, end] = [edgeAt(low - run[at]!, along.count), edgeAt(high - run[at]!, along.count)];
    for (let part = 0; part < 3; part++)
      averages[3 * at + part] = (sumUpTo(held[part]!, end, way) - sumUpTo(held[part]!, begin, way)) / area;
  }
  return averages;
}

/** How bright a dot is, 0..1: its luma (ITU-R BT.709); of a row of them the one that begins there. */
export function brightnessOf(dot: Dot, at = 0): number {
  return (0.2126 * dot[at]! + 0.7152 * dot[at + 1]! + 0.0722 * dot[at + 2]!) / 255;
}

/** One of a picture's colours. */
export const PICTURE_PARTS = ["red", "green", "blue"] as const;
export type PicturePart = (typeof PICTURE_PARTS)[number];

/** How much of a dot counts, 0..1: how bright it is, or how much of one colour there is in it; of a row of them the one that begins there. */
export function amountOf(dot: Dot, part: PicturePart | undefined, at = 0): number {
  return part === undefined ? brightnessOf(dot, at) : dot[at + PICTURE_PARTS.indexOf(part)]! / 255;
}

/** A picture's dots as they are kept; `octets`: red, green, blue, dot by dot. */
export function dotsOf(octets: ArrayLike<number>): string {
  let dots = "";
  for (let at = 0; at < octets.length; at++) dots += (octets[at]! & 0xff).toString(16).padStart(2, "0");
  return dots;
}

/** Red, green and blue of each dot, from the top left. */
export function octetsOf({ dots }: Pick<Picture, "dots">): Uint8Array {
  return Uint8Array.from({ length: dots.length / 2 }, (_, at) => parseInt(dots.slice(2 * at, 2 * at + 2), 16));
}
