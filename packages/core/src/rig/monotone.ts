/**
 * A smooth function through points whose x rises, that nowhere leaves what lies between two neighbours: cubic pieces with slopes limited after
 * Steffen (1990), as in d3-shape's `curveMonotoneX`. At least two points; beyond the ends it stays at the ends.
 */
export function monotone(points: readonly (readonly [x: number, y: number])[]): (x: number) => number {
  const slopes = slopesOf(points);
  const last = points.length - 1;
  return (x) => {
    if (x <= points[0]![0]) return points[0]![1];
    if (x >= points[last]![0]) return points[last]![1];
    let piece = 0;
    while (points[piece + 1]![0] <= x) piece++;
    const [[x0, y0], [x1, y1]] = [points[piece]!, points[piece + 1]!];
    const width = x1 - x0;
    const t = (x - x0) / width;
    const [t2, t3] = [t * t, t * t * t];
    return (
      y0 * (2 * t3 - 3 * t2 + 1) +
      slopes[piece]! * width * (t3 - 2 * t2 + t) +
      y1 * (3 * t2 - 2 * t3) +
      slopes[piece + 1]! * width * (t3 - t2)
    );
  };
}

function slopesOf(points: readonly (readonly [number, number])[]): number[] {
  const last = points.length - 1;
  const secant = (at: number): number => (points[at + 1]![1] - points[at]![1]) / (points[at + 1]![0] - points[at]![0]);
  if (last === 1) return [secant(0), secant(0)];
  const slopes = points.map((_, at) => {
    if (at === 0 || at === last) return 0;
    const [before, after] = [secant(at - 1), secant(at)];
    const [left, right] = [points[at]![0] - points[at - 1]![0], points[at + 1]![0] - points[at]![0]];
    const through = (before * right + after * left) / (left + right);
    return (Math.sign(before) + Math.sign(after)) * Math.min(Math.abs(before), Math.abs(after), Math.abs(through) / 2);
  });
  // At the ends the slope with which the piece is a parabola.
  slopes[0] = (3 * secant(0) - slopes[1]!) / 2;
  slopes[last] = (3 * secant(last - 1) - slopes[last - 1]!) / 2;
  return slopes;
}
