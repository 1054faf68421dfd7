import { colorFanSchema, type ColorFan } from "../color/color-fan";
import { integerIn, numberIn, oneOf, optional, textUpTo, where, yesOrNo } from "../document/schema";
import { formulaOf, LONGEST_FORMULA, notNumberAt, readFormula, shareOfFormula } from "../formula/formula";
import type { Vector } from "../geometry/beam";
import { clamp, fraction, type Metres } from "../units/units";
import { patternAt, PATTERNS, type PatternKind } from "./patterns";
import { clearnessOf, offBlack, opaqueOf } from "./clearness";
import { filmAt, framesOf } from "./film";
import { amountOf, averagesIn, PICTURE_PARTS, type Box, type Picture, type PicturePart } from "./picture";

/** `flat`: over the plan, seen from above; `across`: seen from the front; `along`: seen from a side. */
export const VEIL_PLANES = ["flat", "across", "along"] as const;
export type VeilPlane = (typeof VEIL_PLANES)[number];

/** Where a picture goes in a cycle, by its whole width or height; what leaves at one edge comes in at the other. */
export const PICTURE_RUNS = ["left", "right", "up", "down"] as const;
export type PictureRun = (typeof PICTURE_RUNS)[number];

/** A pattern or a picture laid over the stage: heads take what it shows where they hang. */
export interface Veil {
  readonly pattern: PatternKind;
  readonly plane: VeilPlane;
  /** In place of the pattern: how bright it is at x to the right and y up, -1 to 1 from edge to edge, and t, 0 to 1 a cycle. */
  readonly formula?: string;
  /** In place of the pattern: a picture of the show. */
  readonly pictureId?: string;
  /** Of a picture; none = it stands still. Films don't run. */
  readonly runs?: PictureRun;
  /** Of a picture: the one of its colours that counts; none = how bright it is. */
  readonly counts?: PicturePart;
  /** The middle of it, in metres on stage; of its three measures the one across the plane doesn't count. */
  readonly centre: Vector;
  /** Metres from edge to edge. */
  readonly width: number;
  readonly height: number;
  /** Degrees by which it is turned against the clock. */
  readonly turn: number;
  /** Beyond its edges it is dark, unless it is repeated there… */
  readonly repeat?: boolean;
  /** …or leaves what lies beneath alone; not where it is repeated. */
  readonly open?: boolean;
  /** About the middle grey: 0 = grey, 1 = as it is, more = harder. None = 1. */
  readonly contrast?: number;
  /** Over so many metres it is softened, so that movers glide. */
  readonly blur?: Metres;
  /** Of patterns with dice in them. */
  readonly seed?: number;
  /** What dark and bright come to, in the attribute's unit. */
  readonly low: number;
  readonly high: number;
  /** From dark to bright, in place of numbers; only of the attribute `Color`. */
  readonly colors?: ColorFan;
}

export const MOST_BLUR = 50;
export const VEIL_NAMES = ["x", "y", "t"] as const;
/** So many places each way, and moments, are looked at for what is no number. */
const LOOKED_AT = [9, 9, 7] as const;

/** Why a formula can't be a veil; null = it can. */
export function veilFormulaFlaw(text: string): string | null {
  const read = readFormula(text, VEIL_NAMES);
  if (!read.ok) return String(read.error.details["why"]);
  const [columns, rows, moments] = LOOKED_AT;
  const places = Array.from({ length: columns * rows * moments }, (_, index) => {
    const [column, row, moment] = [index % columns, Math.floor(index / columns) % rows, Math.floor(index / (columns * rows))];
    return [(2 * column) / (columns - 1) - 1, (2 * row) / (rows - 1) - 1, moment / moments];
  });
  const at = notNumberAt(read.value, places);
  return at && `it is no number at ${VEIL_NAMES.map((name, index) => `${name} = ${Math.round(at[index]! * 100) / 100}`).join(", ")}`;
}

export const veilFields = {
  pattern: oneOf(PATTERNS),
  formula: optional(where(textUpTo(LONGEST_FORMULA), veilFormulaFlaw)),
  pictureId: optional(textUpTo(64)),
  runs: optional(oneOf(PICTURE_RUNS)),
  counts: optional(oneOf(PICTURE_PARTS)),
  plane: oneOf(VEIL_PLANES),
  width: numberIn(0.01, 1000),
  height: numberIn(0.01, 1000),
  turn: numberIn(-3600, 3600),
  repeat: optional(yesOrNo),
  open: optional(yesOrNo),
  contrast: optional(numberIn(0, 20)),
  blur: optional(numberIn(0, MOST_BLUR)),
  seed: optional(integerIn(0, 1_000_000)),
  low: numberIn(-100000, 100000),
  high: numberIn(-100000, 100000),
  colors: optional(colorFanSchema),
} as const;

/** The measures of each plane: to the right and up. */
const AXES = { flat: ["x", "y"], across: ["x", "z"], along: ["y", "z"] } as const;
/** Where around a place it is looked at, in halves of the blur. */
const AROUND = [
  [0, 0],
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

/** Metres from a veil's middle, along its own axes. */
function onSurface({ plane, centre, turn }: Veil, place: Vector): readonly [x: number, y: number] {
  const [right, up] = AXES[plane];
  const angle = (-turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [dx, dy] = [place[right] - centre[right], place[up] - centre[up]];
  return [dx * cos - dy * sin, dx * sin + dy * cos];
}

/** What lies beyond a veil's edges. */
export const VEIL_EDGES = ["dark", "repeat", "open"] as const;
export type VeilEdge = (typeof VEIL_EDGES)[number];

export function edgeOfVeil({ repeat, open }: Pick<Veil, "repeat" | "open">): VeilEdge {
  return repeat ? "repeat" : open ? "open" : "dark";
}

/** The same veil with this beyond its edges. */
export function withVeilEdge<V extends Pick<Veil, "repeat" | "open">>(veil: V, edge: VeilEdge): V {
  const { repeat: _, open: __, ...rest } = veil;
  return (edge === "dark" ? rest : { ...rest, [edge]: true }) as V;
}

/** Whether a veil says anything for what hangs at a place. */
export function veilCovers(veil: Veil, place: Vector): boolean {
  if (edgeOfVeil(veil) !== "open") return true;
  const [x, y] = onSurface(veil, place);
  return Math.abs(2 * x) <= veil.width && Math.abs(2 * y) <= veil.height;
}

/** A veil as it meets what lies beneath: where it rides, what is clear of its picture lets that through; else it is seen on black. */
export type LaidVeil = Veil & { readonly base?: "absolute" | "relative" };
type LaidPicture = Pick<LaidVeil, "base" | "contrast" | "repeat" | "open" | "runs">;

interface Looks {
  readonly cycles: ArrayLike<number>;
  readonly picture: Picture;
  /** Over so many dots. */
  readonly size: { readonly across: number; readonly down: number };
}

/** What is seen of a picture, look by look. */
export interface SeenDots {
  /** Red, green and blue of each, 0..255. */
  readonly dots: Float64Array;
  /** How opaque each is, 0..1; null = all are. */
  readonly opaque: Float64Array | null;
}

/** What is seen of a veil's picture over a place on stage at each of these cycles: averages over a dot, or over the blur where that is more. */
export function veilSeen(veil: LaidVeil, place: Vector, cycles: ArrayLike<number>, picture: Picture): SeenDots {
  const { width, height, blur = 0 } = veil;
  const [x, y] = onSurface(veil, place);
  const size = { across: (blur / width) * picture.columns, down: (blur / height) * picture.rows };
  return pictureSeen(veil, { u: (2 * x) / width, v: (2 * y) / height }, { cycles, picture, size });
}

/** The same at a place of its own surface, -1 to 1 from edge to edge. */
export function pictureSeen(veil: LaidPicture, at: { u: number; v: number }, of: Looks): SeenDots {
  const { contrast = 1 } = veil;
  const opaque = opaqueAt(veil, at, of);
  const dots = opaque ? offBlack(averagesAt(veil, at, of), opaque) : averagesAt(veil, at, of);
  return { dots: contrast === 1 ? dots : dots.map((value) => clamp(127.5 + (value - 127.5) * contrast, 0, 255)), opaque };
}

function opaqueAt(veil: LaidPicture, at: { u: number; v: number }, of: Looks): Float64Array | null {
  const clearness = veil.base === "relative" ? clearnessOf(of.picture) : null;
  if (!clearness) return null;
  // Where heads out there are left alone, what of a box lies beyond the edges is as clear as can be.
  const within = edgeOfVeil(veil) === "open" ? partWithin(boxAt(at, of), of.picture) : 1;
  return opaqueOf(averagesAt(veil, at, { ...of, picture: clearness }), within);
}

/** Of its dots, from its top left. */
function boxAt({ u, v }: { u: number; v: number }, { picture: { columns, rows }, size }: Looks): Box {
  const [middleX, middleY] = [((u + 1) / 2) * columns, ((1 - v) / 2) * rows];
  const [halfX, halfY] = [Math.max(1, size.across) / 2, Math.max(1, size.down) / 2];
  return { left: middleX - halfX, right: middleX + halfX, top: middleY - halfY, bottom: middleY + halfY };
}

/** The part of a box that lies on a picture. */
function partWithin({ left, right, top, bottom }: Box, { columns, rows }: Picture): number {
  const [across, down] = [Math.min(right, columns) - Math.max(left, 0), Math.min(bottom, rows) - Math.max(top, 0)];
  return (Math.max(0, across) * Math.max(0, down)) / ((right - left) * (bottom - top));
}

function averagesAt({ repeat = false, runs }: LaidPicture, at: { u: number; v: number }, of: Looks): Float64Array {
  const { columns, rows } = of.picture;
  const box = boxAt(at, of);
  // A film goes by its pictures: it doesn't run besides.
  const film = framesOf(of.picture) > 1 ? filmAt(of.picture, box, { cycles: of.cycles, repeat }) : null;
  const upright = runs === "up" || runs === "down";
  const whole = runs === undefined ? 0 : (upright ? rows : columns) * (runs === "left" || runs === "up" ? -1 : 1);
  const run = Float64Array.from(of.cycles, (at) => fraction(at) * whole);
  return film ?? averagesIn(of.picture, box, { repeat, axis: upright ? "down" : "across", run });
}

/** How bright a veil is over a place on stage after so many cycles, 0..1. `picture`: the one that it names. */
export function veilAt(veil: LaidVeil, place: Vector, cycles: number, picture: Picture | null = null): number {
  if (picture) return clamp(amountOf(veilSeen(veil, place, [cycles], picture).dots, veil.counts), 0, 1);
  const { blur = 0 } = veil;
  const [x, y] = onSurface(veil, place);
  if (blur === 0) return shown(veil, x, y, cycles);
  let sum = 0;
  for (const [offX, offY] of AROUND) sum += shown(veil, x + (offX * blur) / 2, y + (offY * blur) / 2, cycles);
  return sum / AROUND.length;
}

/** At metres from its middle, along its own axes. */
function shown(veil: Veil, x: number, y: number, cycles: number): number {
  const { width, height, repeat } = veil;
  let [u, v] = [(2 * x) / width, (2 * y) / height];
  if (repeat) [u, v] = [u - 2 * Math.round(u / 2), v - 2 * Math.round(v / 2)];
  else if (Math.abs(u) > 1 || Math.abs(v) > 1) return 0;
  return brightAt(veil, { u, v }, cycles);
}

/** How bright it is at a place of its own surface, -1 to 1 from edge to edge. */
export function brightAt(
  veil: Pick<Veil, "pattern" | "formula" | "contrast" | "seed">,
  { u, v }: { u: number; v: number },
  cycles: number,
): number {
  const { pattern, formula, contrast = 1, seed } = veil;
  const written = formula === undefined ? null : formulaOf(formula, VEIL_NAMES);
  const plain = written ? shareOfFormula(written, [u, v, fraction(cycles)]) : patternAt(pattern, { u, v }, cycles, seed);
  const bright = 0.5 + (plain - 0.5) * contrast;
  return clamp(bright, 0, 1);
}
