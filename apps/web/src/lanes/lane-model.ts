import {
  attributeInfo,
  fan,
  headValues,
  keptPlaces,
  selectionName,
  sizeEnds,
  standingOf,
  type Attribute,
  type Fan,
  type HeadValue,
  type Part,
  type PlacedHead,
  type Shape,
  type Show,
  type PartStanding,
  type Strokes,
} from "@vexa/core";
import type { Selected } from "../selection/selected";
import { screenScale, screenUnit } from "./screen-units";

/** One attribute of the selected heads in one's sketch. */
export interface Lane {
  readonly attribute: Attribute;
  /** Each selected head's own value in thread order; null = nothing of the sketch is on it. */
  readonly values: readonly (HeadValue | null)[];
  readonly own: PartStanding["own"];
  /** Every value comes from one's own stroke on this selection: its knots are what is seen. */
  readonly editable: boolean;
  /** The strokes that values come from, in the order of the heads, by id with a name. */
  readonly sources: readonly { readonly id: string; readonly name: string }[];
  readonly touched: number;
  /** `as on stage`: nothing of it is in the sketch yet; it shows the stage, and the first touch takes it up. */
  readonly standing: "in the sketch" | "as on stage";
}

/** A lane that shows what is on stage, taken up as this part. */
export function stageLane(show: Show, part: Part, { attribute, selected }: { attribute: Attribute; selected: Selected }): Lane {
  const { heads, selection } = selected;
  const stroke = { who: selection, parts: { [attribute]: part }, rank: 1 };
  const values = headValues({ stage: stroke }, { attribute, heads, show });
  const own = { id: "stage", stroke, part };
  return { attribute, values, own, editable: !part.taken, sources: [], touched: 0, standing: "as on stage" };
}

/** The lanes of a selection: every attribute that the sketch says anything of on any of its heads, the latest touched first. */
export function lanesOf(show: Show, strokes: Strokes, selected: Selected): Lane[] {
  const { heads, selection } = selected;
  if (heads.length === 0) return [];
  const attributes = new Set(Object.values(strokes).flatMap(({ parts }) => Object.keys(parts) as Attribute[]));
  return [...attributes]
    .flatMap((attribute): Lane[] => {
      const values = headValues(strokes, { attribute, heads, show });
      if (values.every((entry) => entry === null)) return [];
      const { own, onTop } = standingOf(show, strokes, { selection, attribute });
      const says = own !== null && own.part.nudge === undefined && own.part.taken === undefined;
      const ids = new Set(values.flatMap((entry) => entry?.strokeId ?? []));
      const sources = [...ids].map((id) => ({ id, name: selectionName(show, strokes[id]!.who) }));
      const touched = Math.max(...Object.values(strokes).map(({ parts }) => parts[attribute]?.touched ?? 0));
      return [{ attribute, values, own, editable: onTop && says, sources, touched, standing: "in the sketch" }];
    })
    .sort((a, b) => b.touched - a.touched);
}

/** One of the curves of a part over the same axis of heads. */
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

/** What of a part is a curve over the heads. */
export type CurveName = "value" | "fade" | "delay" | "phase" | "rate" | "size";

/** A curve of a part; null where there is none (phase without a motion). */
export function laneCurve(attribute: Attribute, part: Part, mode: CurveName): LaneCurve | null {
  switch (mode) {
    case "value": {
      const { usual } = attributeInfo(attribute);
      const shown = part.level ?? part.nudge ?? null;
      const scale = screenScale(attribute);
      return { fan: shown, shape: part.shape, kind: "open", scale, unit: screenUnit(attribute), range: usual, limits: [-100000, 100000] };
    }
    case "fade":
    case "delay": {
      const plain = { fan: part[mode] ?? null, shape: part.shape, kind: "open" } as const;
      if (part.timesIn === "parts") return { ...plain, scale: 100, unit: "%", range: [0, 1], limits: [0, 100] };
      return { ...plain, scale: 1, unit: "s", range: [0, 2], limits: [0, 3600] };
    }
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
    case "rate":
      if (!part.motion) return null;
      return { fan: part.motion.rate, shape: part.shape, kind: "open", scale: 1, unit: "×", range: [0, 2], limits: [-64, 64] };
    case "size":
      if (!part.motion) return null;
      return {
        fan: part.motion.size ?? { knots: [1] },
        shape: part.shape,
        kind: "open",
        scale: 100,
        unit: "%",
        range: [0, 1],
        limits: sizeEnds(part.motion),
      };
  }
}

/** The part with another fan in one of its curves; null takes fade or delay away. */
export function withFan(part: Part, mode: CurveName, next: Fan | null): Part {
  if (mode === "phase" || mode === "rate" || mode === "size")
    return part.motion && next ? { ...part, motion: { ...part.motion, [mode]: next } } : part;
  const field = mode === "value" ? "level" : mode;
  const { [field]: _, ...rest } = part;
  return next ? { ...rest, [field]: next } : rest;
}

/** The part with another shape: phases have their own, everything else shares one. */
export function withShape(part: Part, mode: CurveName, shape: Shape): Part {
  if (mode === "phase") return part.motion ? { ...part, motion: { ...part.motion, phaseShape: shape } } : part;
  return { ...part, shape };
}

export interface PlotPoints {
  /** Each head's value in inside units; null = none. */
  readonly values: readonly (number | null)[];
  /** Where each knot stands along the plot, 0..1. */
  readonly knotX: readonly number[];
  readonly low: number;
  readonly high: number;
}

/** What a plot draws of a curve: every head's value along the selection, and where the knots are. */
export function plotPoints(curve: LaneCurve, heads: readonly PlacedHead[]): PlotPoints {
  const places = keptPlaces(heads, curve.shape, curve.kind);
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

/** What a plot draws of values that come from several strokes: the dots alone. */
export function mixedPoints(values: readonly (number | null)[], range: readonly [number, number]): PlotPoints {
  let [low, high] = range;
  for (const value of values)
    if (value !== null) {
      low = Math.min(low, value);
      high = Math.max(high, value);
    }
  return { values, knotX: [], low, high };
}

/** A knot stands over the first head that takes its value; on a plain spread, over its exact place. */
export function knotPosition(places: Float64Array, knot: number, knots: number): number {
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
