import { COLOR_PATHS, colorFanSchema, type ColorFan, type ColorPath } from "../color/color-fan";
import { fields, integerIn, listOf, mapOf, oneOf, optional, textUpTo, where, type Flaw, type Schema } from "../document/schema";
import { FOLLOWING, followKind, followSchema, type Follow } from "../follow/target";
import { pointFanSchema, type PointFan } from "../geometry/point-fan";
import { motionSchema, type Motion } from "../motion/motion";
import { isAttribute, type Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { whoSchema, type Who } from "../selection/who";
import { fanSchema, type Fan } from "../shape/fan";
import { shapeSchema, type Shape } from "../shape/place";
import { headNumbersSchema, type HeadNumbers } from "./head-numbers";

/** Presets by id in the order of the fan, and the path that colours take between them. */
export interface PresetRef {
  readonly ids: readonly string[];
  readonly path: ColorPath;
}

const presetRefSchema: Schema<PresetRef> = fields<PresetRef>({ ids: listOf(textUpTo(64), { min: 1, max: 16 }), path: oneOf(COLOR_PATHS) });

/** A cue that gave what was taken up, and to whom. */
export interface TakenFrom {
  readonly cueId: string;
  /** None = to all heads of the stroke. */
  readonly heads?: readonly HeadKey[];
}

/** A part without where it was taken up from. */
export function withoutOrigin(part: Part): Part {
  const { takenFrom: _, ...rest } = part;
  return rest;
}

/** What a stroke says of one attribute: a level or a fan, a motion, how it lies and when it comes. */
export interface Part {
  /** In the attribute's unit (percent attributes: 0..1). */
  readonly level?: Fan;
  /** Whole colours; only of the attribute `Color`. */
  readonly colors?: ColorFan;
  /** Points on stage; only of the attribute `Position`. */
  readonly points?: PointFan;
  /** Points that move on stage; only of the attribute `Position`. */
  readonly follow?: Follow;
  /** Content by reference: one preset, or a fan between several along the selection. */
  readonly presets?: PresetRef;
  /** Added to what lies beneath, in the attribute's unit: a fan that is nudged stays that fan, in another place. */
  readonly nudge?: Fan;
  readonly motion?: Motion;
  /** Each head's own values as they were taken up from the stage; heads that aren't in it are left alone. A nudge beside it moves them all. */
  readonly taken?: HeadNumbers;
  /** The cues from which it was taken up, with the heads that had it from there: it can be put back into them. */
  readonly takenFrom?: readonly TakenFrom[];
  readonly shape: Shape;
  /** Seconds; without it the cue's own time holds. */
  readonly fade?: Fan;
  readonly delay?: Fan;
  /** Fade and delay are parts of the cue's in-time (1 = all of it) instead of seconds. */
  readonly timesIn?: "parts";
  /** Rises with each touch: the latest lane comes first. */
  readonly touched: number;
}

/** The unit of all content: who, what, how it lies and when. */
export interface Stroke {
  readonly who: Who;
  readonly parts: Readonly<Record<Attribute, Part>>;
  /** Later strokes (higher rank) win, attribute by attribute. */
  readonly rank: number;
}

export type Strokes = Readonly<Record<string, Stroke>>;

const partSchema: Schema<Part> = where(
  fields<Part>({
    level: optional(fanSchema(-100000, 100000)),
    colors: optional(colorFanSchema),
    points: optional(pointFanSchema),
    follow: optional(followSchema),
    presets: optional(presetRefSchema),
    nudge: optional(fanSchema(-100000, 100000)),
    motion: optional(motionSchema),
    taken: optional(headNumbersSchema),
    takenFrom: optional(
      listOf(fields<TakenFrom>({ cueId: textUpTo(64), heads: optional(listOf(textUpTo(80), { max: 20000 })) }), { max: 64 }),
    ),
    shape: shapeSchema,
    fade: optional(fanSchema(0, 3600)),
    delay: optional(fanSchema(0, 3600)),
    timesIn: optional(oneOf(["parts"])),
    touched: integerIn(0, Number.MAX_SAFE_INTEGER),
  }),
  ({ level, motion, colors, points, follow, presets, nudge, taken }) =>
    level || motion || colors || points || follow || presets || nudge || taken
      ? null
      : "it must have a level, a colour, a point, a target, a preset, a nudge, a motion or values of single heads",
);

function fitsFollow(name: string, follow: Follow, { points, motion, level }: Part): boolean {
  return !points && !motion && !level && followKind(follow) === FOLLOWING[name];
}

/** Whole colours and points have names of their own; presets may stand under any. */
function fitsItsName(name: string, part: Part): boolean {
  const { colors, points, follow, level, motion, nudge } = part;
  if (follow && !fitsFollow(name, follow, part)) return false;
  const numbers = level ?? nudge;
  const steps = motion?.kind === "steps" ? motion.steps : [];
  if (name === "Color" || name === "Position") {
    const other = name === "Color" ? points : (colors ?? steps.find(({ color }) => color));
    const veiled =
      name === "Color" &&
      motion?.kind === "veil" &&
      (motion.colors ?? motion.pictureId) !== undefined &&
      (motion.base === "absolute" || motion.meets !== undefined);
    const moved = motion === undefined || motion.kind === "steps" || veiled || (motion.kind === "path" && name === "Position");
    return other === undefined && numbers === undefined && moved && steps.every(({ level: number }) => number === undefined);
  }
  if (motion?.kind === "path" || (motion?.kind === "veil" && motion.colors)) return false;
  return colors === undefined && points === undefined && steps.every(({ color }) => color === undefined);
}

export const partsSchema: Schema<Stroke["parts"]> = (value, path): Flaw | null => {
  const flaw = mapOf(partSchema, 64)(value, path);
  if (flaw) return flaw;
  const parts = Object.entries<Part>(value as Record<string, Part>);
  const stranger = parts.find(([name]) => !isAttribute(name));
  if (stranger) return { path, value: stranger[0], why: "no head has an attribute of this name" };
  const wrong = parts.find(([name, part]) => !fitsItsName(name, part));
  if (!wrong) return null;
  return {
    path: [...path, wrong[0]],
    value: wrong[0],
    why: "whole colours belong to Colour, points, targets and paths to Position, and numbers to the others",
  };
};

export const strokesSchema: Schema<Strokes> = mapOf(
  fields<Stroke>({ who: whoSchema, parts: partsSchema, rank: integerIn(0, Number.MAX_SAFE_INTEGER) }),
  2000,
);

/** The strokes from the first to the last to win. */
export function inRank(strokes: Strokes): [string, Stroke][] {
  return Object.entries(strokes).sort(([idA, a], [idB, b]) => a.rank - b.rank || (idA < idB ? -1 : 1));
}
