import { fields, integerIn, listOf, numberIn, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";
import { softly } from "../units/units";
import { monotone } from "./monotone";

/** How much light is asked for, against what the lamp is sent: both in parts of full. */
export type CurvePoint = readonly [asked: number, sent: number];

export const CURVE_SHAPES = ["linear", "square", "inverse square", "s", "drawn"] as const;
export type CurveShape = (typeof CURVE_SHAPES)[number];

/** A response curve: the last thing that becomes of an intensity, after all masters. Zero stays zero and full stays full. */
export interface Curve {
  readonly id: string;
  readonly kind: "curve";
  readonly version: number;
  readonly name: string;
  readonly shape: CurveShape;
  /** Of a drawn one, between its ends: both measures rise from point to point. */
  readonly points?: readonly CurvePoint[];
}

/** Most points between the ends of a drawn curve. */
export const MOST_CURVE_POINTS = 30;

const pointSchema: Schema<CurvePoint> = where(listOf(numberIn(0, 1), { min: 2, max: 2 }) as unknown as Schema<CurvePoint>, () => null);

export const curveSchema: Schema<Curve> = where(
  fields<Curve>({
    id: textUpTo(64),
    kind: oneOf(["curve"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    name: textUpTo(80),
    shape: oneOf(CURVE_SHAPES),
    points: optional(listOf(pointSchema, { max: MOST_CURVE_POINTS })),
  }),
  ({ shape, points = [] }) => {
    if (shape !== "drawn") return points.length === 0 ? null : "only drawn curves have points";
    const all: readonly CurvePoint[] = [[0, 0], ...points, [1, 1]];
    const falls = all.some(([asked, sent], at) => at > 0 && (asked <= all[at - 1]![0] || sent < all[at - 1]![1]));
    return falls ? "its points must rise from 0 to full" : null;
  },
);

const BUILT_IN: readonly Curve[] = [
  { id: "curve square", kind: "curve", version: 0, name: "Square", shape: "square" },
  { id: "curve inverse square", kind: "curve", version: 0, name: "Inverse square", shape: "inverse square" },
  { id: "curve s", kind: "curve", version: 0, name: "S", shape: "s" },
];

/** The curves that every show has. */
export const CURVE_LIBRARY: ReadonlyMap<string, Curve> = new Map(BUILT_IN.map((curve) => [curve.id, curve]));

/** What is sent where so much is asked for: a continuous rising function with 0 at 0 and 1 at 1. */
export function curveFunction({ shape, points = [] }: Pick<Curve, "shape" | "points">): (asked: number) => number {
  switch (shape) {
    case "linear":
      return (asked) => asked;
    case "square":
      return (asked) => asked * asked;
    case "inverse square":
      return (asked) => Math.sqrt(asked);
    case "s":
      return softly;
    case "drawn":
      return monotone([[0, 0], ...points, [1, 1]]);
  }
}

/** What was asked for where so much is sent, as near as numbers go: where a curve stands still, the least. */
export function curveInverse(curve: Pick<Curve, "shape" | "points">, sent: number): number {
  const of = curveFunction(curve);
  let [low, high] = [0, 1];
  for (let step = 0; step < 70; step++) {
    const middle = (low + high) / 2;
    if (of(middle) < sent) low = middle;
    else high = middle;
  }
  return high;
}
