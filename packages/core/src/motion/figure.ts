/** Closed curves that a path draws, within -1..1 both ways; x to the right, y up. */
export const FIGURES = ["circle", "line", "eight", "polygon", "rounded-square", "drawn"] as const;
export type FigureKind = (typeof FIGURES)[number];

export interface FigurePoint {
  readonly x: number;
  readonly y: number;
}

export interface Figure {
  readonly figure: FigureKind;
  /** Of a polygon, 3 to 12. */
  readonly corners?: number;
  /** Of a drawn one, in order; it closes by itself. */
  readonly points?: readonly FigurePoint[];
}

/** How round the corners of a rounded square are: the radius of their quarter circles. */
const CORNER = 0.4;

/**
 * Where a figure is at place 0..1 of one turn, each at its own even speed. All begin at the right, (1, 0), and go up, against
 * the clock; a polygon has a corner there, a line runs there and back as a cosine does, an eight lies on its side (x = cos t, y = sin 2t).
 */
export function figurePoint(figure: Figure, place: number): FigurePoint {
  const angle = 2 * Math.PI * place;
  switch (figure.figure) {
    case "circle":
      return { x: Math.cos(angle), y: Math.sin(angle) };
    case "line":
      return { x: Math.cos(angle), y: 0 };
    case "eight":
      return { x: Math.cos(angle), y: Math.sin(2 * angle) };
    case "polygon": {
      const corners = figure.corners ?? 4;
      const corner = (at: number): FigurePoint => figurePoint({ figure: "circle" }, at / corners);
      return along(
        corner(Math.floor(place * corners)),
        corner(Math.floor(place * corners) + 1),
        place * corners - Math.floor(place * corners),
      );
    }
    case "rounded-square":
      return roundedSquare(place);
    case "drawn":
      return alongLine(figure.points ?? [], place);
  }
}

/** Four sides and four quarter circles at even speed, from the middle of the right side upward. */
function roundedSquare(place: number): FigurePoint {
  const side = 1 - CORNER;
  const arc = (Math.PI / 2) * CORNER;
  const quarter = 2 * side + arc;
  const quadrant = Math.min(3, Math.floor(place * 4));
  const way = (place * 4 - quadrant) * quarter;
  const point = (): FigurePoint => {
    if (way < side) return { x: 1, y: way };
    if (way < side + arc) {
      const angle = (way - side) / CORNER;
      return { x: side + CORNER * Math.cos(angle), y: side + CORNER * Math.sin(angle) };
    }
    return { x: side - (way - side - arc), y: 1 };
  };
  const { x, y } = point();
  const turned: readonly FigurePoint[] = [
    { x, y },
    { x: -y, y: x },
    { x: -x, y: -y },
    { x: y, y: -x },
  ];
  return turned[quadrant]!;
}

/** Along a closed line through points, at even speed. */
function alongLine(points: readonly FigurePoint[], place: number): FigurePoint {
  const lengths = points.map((point, index) => {
    const next = points[(index + 1) % points.length]!;
    return Math.hypot(next.x - point.x, next.y - point.y);
  });
  let way = place * lengths.reduce((sum, length) => sum + length, 0);
  for (let index = 0; index < points.length; index++) {
    const length = lengths[index]!;
    if (way < length) return along(points[index]!, points[(index + 1) % points.length]!, way / length);
    way -= length;
  }
  return points[0] ?? { x: 0, y: 0 };
}

function along(from: FigurePoint, to: FigurePoint, s: number): FigurePoint {
  return { x: from.x + (to.x - from.x) * s, y: from.y + (to.y - from.y) * s };
}
