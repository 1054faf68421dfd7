/** A point of a plot, in pixels. */
export type PlotPoint = readonly [x: number, y: number];

/** A line may pass a point so far above or below, in pixels: nobody sees it. */
const SEEN = 0.1;

/**
 * An SVG path through points that rise from left to right, broken at null; a point alone is a line of no length, a dot where ends are round. What
 * lies on the way from one point to another is left out: a plain fan over thousands of heads comes to a few points.
 */
export function lineThrough(points: readonly (PlotPoint | null)[]): string {
  let path = "";
  for (let begin = 0; begin < points.length;) {
    if (points[begin] === null) {
      begin++;
      continue;
    }
    let end = begin;
    while (end + 1 < points.length && points[end + 1] !== null) end++;
    path += stretch(points as readonly PlotPoint[], begin, end);
    begin = end + 1;
  }
  return path;
}

function stretch(points: readonly PlotPoint[], begin: number, end: number): string {
  let path = `M${text(points[begin]!)}`;
  if (begin === end) return `${path}h0`;
  for (let from = begin; from < end;) {
    const to = farthest(points, from, end);
    path += `L${text(points[to]!)}`;
    from = to;
  }
  return path;
}

/** How far a straight line from a point goes while it passes all in between. */
function farthest(points: readonly PlotPoint[], from: number, end: number): number {
  const [x0, y0] = points[from]!;
  let [least, most] = [-Infinity, Infinity];
  for (let to = from + 1; to <= end; to++) {
    const [x, y] = points[to]!;
    const width = x - x0;
    const slope = (y - y0) / width;
    // Straight up there is nothing in between.
    if (!(width > 0) || slope < least || slope > most) return Math.max(from + 1, to - 1);
    least = Math.max(least, (y - SEEN - y0) / width);
    most = Math.min(most, (y + SEEN - y0) / width);
  }
  return end;
}

const text = ([x, y]: PlotPoint): string => `${Math.round(x * 10) / 10} ${Math.round(y * 10) / 10}`;
