import type { Change } from "../document/transaction";
import { MOST_CURVE_POINTS, type Curve, type CurvePoint } from "../rig/curve";
import type { Show } from "../show/show";
import { freeName } from "./new-records";

/** Points of a drawn curve are kept at least so far apart. */
const APART = 0.005;

/** The change that adds a drawn curve; it begins as a filament's, which is slow at first. */
export function newCurve(show: Show, newId: () => string): { change: Change; id: string } {
  const id = `curve-${newId()}`;
  const record: Curve = { id, kind: "curve", version: 1, name: freeName("Drawn", show.all("curve")), shape: "drawn", points: [[0.5, 0.3]] };
  return { change: { op: "add", record }, id };
}

/** The points with one of them somewhere else, kept between its neighbours. */
export function movedCurvePoint(points: readonly CurvePoint[], at: number, to: CurvePoint): CurvePoint[] {
  const [before, after] = [points[at - 1] ?? [0, 0], points[at + 1] ?? [1, 1]];
  const between = (value: number, low: number, high: number): number => Math.round(Math.min(high, Math.max(low, value)) * 1000) / 1000;
  return points.map((point, index) =>
    index === at ? [between(to[0], before[0] + APART, after[0] - APART), between(to[1], before[1], after[1])] : point,
  );
}

/** The points with one more; null where there is no room for it. */
export function addedCurvePoint(points: readonly CurvePoint[], point: CurvePoint): { points: CurvePoint[]; at: number } | null {
  if (points.length >= MOST_CURVE_POINTS) return null;
  const at = points.filter(([asked]) => asked < point[0]).length;
  const [before, after] = [points[at - 1]?.[0] ?? 0, points[at]?.[0] ?? 1];
  if (after - before < 3 * APART) return null;
  return { at, points: movedCurvePoint([...points.slice(0, at), point, ...points.slice(at)], at, point) };
}
