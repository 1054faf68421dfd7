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

const FILM = { columns: 16, rows: 12, frames: 24 } as const;

/** Embers that rise and go out, round and round: each climbs its own column once or twice in the film. */
function embers(column: number, row: number, frame: number): readonly number[] {
  const climbs = 1 + (column % 2);
  const place = (column * 0.37 + (climbs * frame) / FILM.frames) % 1;
  const away = Math.abs(1 - row / FILM.rows - place);
  const glow = Math.max(0, 1 - Math.min(away, 1 - away) * 6) * (1 - place);
  return [255 * glow, 110 * glow * glow, 24 * glow * glow].map((value) => Math.round(Math.max(4, value)));
}

/** Pictures and a film to be laid over the stage. */
export function demoPictures(): Picture[] {
  const dots = dotsOf(Array.from({ length: COLUMNS * ROWS }, (_, at) => leaves(at % COLUMNS, Math.floor(at / COLUMNS))).flat());
  const { columns, rows, frames } = FILM;
  const size = columns * rows;
  const moving = Array.from({ length: size * frames }, (_, at) => {
    const dot = at % size;
    return embers(dot % columns, Math.floor(dot / columns), Math.floor(at / size));
  });
  return [
    { id: "picture-leaves", kind: "picture", version: 1, name: "Light through leaves", rank: 1, columns: COLUMNS, rows: ROWS, dots },
    { id: "picture-embers", kind: "picture", version: 1, name: "Embers", rank: 2, columns, rows, frames, dots: dotsOf(moving.flat()) },
  ];
}
