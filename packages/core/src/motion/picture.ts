import { fields, integerIn, oneOf, textUpTo, where, type Schema } from "../document/schema";

/** A picture that is laid over the stage: its dots, row by row from the top left, six hex digits each (red, green, blue as in sRGB). */
export interface Picture {
  readonly id: string;
  readonly kind: "picture";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  readonly columns: number;
  readonly rows: number;
  readonly dots: string;
}

/** A rig has fewer heads than this across, but for words that run. */
export const MOST_PICTURE_COLUMNS = 512;
export const MOST_PICTURE_ROWS = 128;
export const MOST_DOTS = 8192;
const DIGITS = 6;

export const pictureSchema: Schema<Picture> = where(
  fields<Picture>({
    id: textUpTo(64),
    kind: oneOf(["picture"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    name: textUpTo(80),
    rank: integerIn(0, 1000000),
    columns: integerIn(1, MOST_PICTURE_COLUMNS),
    rows: integerIn(1, MOST_PICTURE_ROWS),
    dots: textUpTo(MOST_DOTS * DIGITS),
  }),
  ({ columns, rows, dots }) =>
    columns * rows > MOST_DOTS
      ? `it has at most ${MOST_DOTS} dots`
      : dots.length === columns * rows * DIGITS && /^[0-9a-f]*$/.test(dots)
        ? null
        : "each of its dots must be six hex digits",
);

/** Red, green and blue, 0..255 as in sRGB. */
export type Dot = readonly [red: number, green: number, blue: number];

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

function sumsOf(picture: Picture): Sums {
  let sums = known.get(picture);
  if (sums) return sums;
  const { columns, rows, dots } = picture;
  const wide = columns + 1;
  const of = [0, 1, 2].map(() => new Float64Array(wide * (rows + 1))) as [Float64Array, Float64Array, Float64Array];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const at = (row * columns + column) * DIGITS;
      const corner = (row + 1) * wide + column + 1;
      for (let part = 0; part < 3; part++) {
        const sum = of[part]!;
        const value = parseInt(dots.slice(at + 2 * part, at + 2 * part + 2), 16);
        sum[corner] = value + sum[corner - 1]! + sum[corner - wide]! - sum[corner - wide - 1]!;
      }
    }
  known.set(picture, (sums = { columns, rows, of }));
  return sums;
}

const between = (value: number, most: number): number => Math.min(most, Math.max(0, value));

/** The sum from the top left to a place within the picture, in parts of dots. */
function sumWithin({ columns, rows }: Sums, sum: Float64Array, x: number, y: number): number {
  const wide = columns + 1;
  const [column, row] = [Math.min(columns - 1, Math.floor(x)), Math.min(rows - 1, Math.floor(y))];
  const [right, down] = [x - column, y - row];
  const at = row * wide + column;
  const above = sum[at]! + (sum[at + 1]! - sum[at]!) * right;
  const below = sum[at + wide]! + (sum[at + wide + 1]! - sum[at + wide]!) * right;
  return above + (below - above) * down;
}

/** The same where the picture is repeated on all sides. */
function sumRepeated(sums: Sums, sum: Float64Array, x: number, y: number): number {
  const { columns, rows } = sums;
  const [across, down] = [Math.floor(x / columns), Math.floor(y / rows)];
  const [restX, restY] = [between(x - across * columns, columns), between(y - down * rows, rows)];
  const whole = sumWithin(sums, sum, columns, rows);
  return (
    across * down * whole +
    down * sumWithin(sums, sum, restX, rows) +
    across * sumWithin(sums, sum, columns, restY) +
    sumWithin(sums, sum, restX, restY)
  );
}

/**
 * The average of a picture in a box: exact, by the area of each dot. Beyond its edges it is black, unless it is repeated. Within them it may have
 * run on, by dots to the right and down: what leaves at one edge comes in at the other.
 */
export function averageIn(picture: Picture, box: Box, { repeat = false, right = 0, down = 0 } = {}): Dot {
  const sums = sumsOf(picture);
  const area = (box.right - box.left) * (box.bottom - box.top);
  if (!(area > 0)) return [0, 0, 0];
  const within = (value: number, most: number): number => (repeat ? value : between(value, most));
  const [x0, x1] = [within(box.left, sums.columns) - right, within(box.right, sums.columns) - right];
  const [y0, y1] = [within(box.top, sums.rows) - down, within(box.bottom, sums.rows) - down];
  const average = (sum: Float64Array): number =>
    (sumRepeated(sums, sum, x1, y1) - sumRepeated(sums, sum, x0, y1) - sumRepeated(sums, sum, x1, y0) + sumRepeated(sums, sum, x0, y0)) /
    area;
  return [average(sums.of[0]), average(sums.of[1]), average(sums.of[2])];
}

/** How bright a dot is, 0..1: its luma (ITU-R BT.709). */
export function brightnessOf([red, green, blue]: Dot): number {
  return (0.2126 * red + 0.7152 * green + 0.0722 * blue) / 255;
}

/** A picture's dots as they are kept; `octets`: red, green, blue, dot by dot. */
export function dotsOf(octets: ArrayLike<number>): string {
  let dots = "";
  for (let at = 0; at < octets.length; at++) dots += (octets[at]! & 0xff).toString(16).padStart(2, "0");
  return dots;
}
