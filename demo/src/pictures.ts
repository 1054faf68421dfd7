import { dotsOf, type Picture } from "@vexa/core";

const COLUMNS = 48;
const ROWS = 32;

/** Light through leaves, dot by dot: gold where the sky shows, greens where it doesn't, dark along the ribs. */
function leaves(column: number, row: number): readonly number[] {
  const [x, y] = [column / COLUMNS, row / ROWS];
  const rib = Math.abs(Math.sin(Math.PI * 7 * x)) < 0.16;
  const leaf = Math.sin(9 * x + 4 * Math.sin(6 * y)) * Math.cos(11 * y - 3 * x);
  if (rib) return [6, 20, 10];
  return leaf > 0.35 ? [250, 190, 70] : leaf > -0.2 ? [110, 170, 50] : [14, 78, 44];
}

/** Pictures to be laid over the stage. */
export function demoPictures(): Picture[] {
  const dots = dotsOf(Array.from({ length: COLUMNS * ROWS }, (_, at) => leaves(at % COLUMNS, Math.floor(at / COLUMNS))).flat());
  return [{ id: "picture-leaves", kind: "picture", version: 1, name: "Light through leaves", rank: 1, columns: COLUMNS, rows: ROWS, dots }];
}
