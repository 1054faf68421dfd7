/**
 * A smooth function through points whose x rises, that nowhere leaves what lies between two neighbours: cubic pieces with slopes limited after
 * Steffen (1990), as in d3-shape's `curveMonotoneX`. At least two points; beyond the ends it stays at the ends.
 */
export function monotone(points: readonly (readonly [x: number, y: number])[]): (x: number) => number {
  const slopes = Float64Array.from(slopesOf(points));
  const [xs, ys] = [Float64Array.from(points, ([x]) => x), Float64Array.from(points, ([, y]) => y)];
  const last = points.length - 1;
  // Frames ask this: no lists, whose reading makes things.
  return (x) => {
    if (x <= xs[0]!) return ys[0]!;
    if (x >= xs[last]!) return ys[last]!;
    let piece = 0;
    while (xs[piece + 1]! <= x) piece++;
    const width = xs[piece + 1]! - xs[piece]!;
    const t = (x - xs[piece]!) / width;
    const t2 = t * t;
    const t3 = t * t * t;
    return (
      ys[piece]! * (2 * t3 - 3 * t2 + 1) +
      slopes[piece]! * width * (t3 - 2 * t2 + t) +
      ys[piece + 1]! * (3 * t2 - 2 * t3) +
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
