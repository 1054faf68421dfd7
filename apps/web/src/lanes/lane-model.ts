import { attributeInfo, placeHeads, fan, type Attribute, type Fan, type Part, type PlacedHead, type Shape } from "@vexa/core";
import type { LaneMode } from "../selection/interface-store";
import { screenScale, screenUnit } from "./sketch-edits";

/** One of the four curves of a part over the same axis of heads. */
export interface LaneCurve {
  readonly fan: Fan | null;
  readonly shape: Shape;
  readonly kind: "open" | "round";
  readonly scale: number;
  readonly unit: string;
  /** What the plot shows at least, in inside units. */
  readonly range: readonly [number, number];
  /** Smallest and largest value that makes sense, in inside units. */
  readonly limits: readonly [number, number];
}

/** The curve that a lane shows in a mode; null where there is none to show (phase without a motion). */
export function laneCurve(attribute: Attribute, part: Part, mode: LaneMode): LaneCurve | null {
  switch (mode) {
    case "value": {
      const { usual, unit } = attributeInfo(attribute);
      const limits: readonly [number, number] = unit === "percent" ? [0, 1] : [-100000, 100000];
      return {
        fan: part.level ?? null,
        shape: part.shape,
        kind: "open",
        scale: screenScale(attribute),
        unit: screenUnit(attribute),
        range: usual,
        limits,
      };
    }
    case "fade":
    case "delay":
      return { fan: part[mode] ?? null, shape: part.shape, kind: "open", scale: 1, unit: "s", range: [0, 2], limits: [0, 3600] };
    case "phase":
      if (!part.motion) return null;
      return {
        fan: part.motion.phase,
        shape: part.motion.phaseShape,
        kind: "round",
        scale: 1,
        unit: "°",
        range: [0, 360],
        limits: [-36000, 36000],
      };
  }
}

/** The part with another fan in this mode's curve; null takes fade or delay away. */
export function withFan(part: Part, mode: LaneMode, next: Fan | null): Part {
  if (mode === "phase") return part.motion && next ? { ...part, motion: { ...part.motion, phase: next } } : part;
  const field = mode === "value" ? "level" : mode;
  const { [field]: _, ...rest } = part;
  return next ? { ...rest, [field]: next } : rest;
}

/** The part with another shape: phases have their own, values, fades and delays share one. */
export function withShape(part: Part, mode: LaneMode, shape: Shape): Part {
  if (mode === "phase") return part.motion ? { ...part, motion: { ...part.motion, phaseShape: shape } } : part;
  return { ...part, shape };
}

export interface PlotPoints {
  /** Places 0..1 of each head, and its value in inside units. */
  readonly values: readonly number[];
  /** Where each knot stands along the plot, 0..1. */
  readonly knotX: readonly number[];
  readonly low: number;
  readonly high: number;
}

/** What a plot draws: every head's value along the selection, and where the knots are. */
export function plotPoints(curve: LaneCurve, heads: readonly PlacedHead[]): PlotPoints {
  const places = placeHeads(heads, curve.shape, curve.kind);
  const knots = curve.fan?.knots ?? [];
  const values = [...places].map((u) => (curve.fan ? fan(knots, u, curve.fan.path) : 0));
  const shown = [...curve.range, ...knots];
  return {
    values,
    knotX: knots.map((_, knot) => knotPosition(places, knot, knots.length)),
    low: Math.min(...shown),
    high: Math.max(...shown),
  };
}

/** A knot stands over the first head that takes its value; on a plain spread, over its exact place. */
function knotPosition(places: Float64Array, knot: number, knots: number): number {
  const u = knots > 1 ? knot / (knots - 1) : 0.5;
  const count = places.length;
  if (count < 2) return 0.5;
  const plain = places.every((place, index) => index === 0 || place > places[index - 1]!);
  if (plain || knots === 1) return u;
  let nearest = 0;
  places.forEach((place, index) => {
    if (Math.abs(place - u) < Math.abs(places[nearest]! - u) - 1e-9) nearest = index;
  });
  return nearest / (count - 1);
}
