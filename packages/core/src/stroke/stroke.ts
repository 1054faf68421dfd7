import { colorFanSchema, type ColorFan } from "../color/color-fan";
import { fields, integerIn, mapOf, optional, where, type Flaw, type Schema } from "../document/schema";
import { motionSchema, type Motion } from "../motion/motion";
import { isAttribute, type Attribute } from "../rig/attributes";
import { whoSchema, type Who } from "../selection/who";
import { fanSchema, type Fan } from "../shape/fan";
import { shapeSchema, type Shape } from "../shape/place";

/** What a stroke says of one attribute: a level or a fan, a motion, how it lies and when it comes. */
export interface Part {
  /** In the attribute's unit (percent attributes: 0..1). */
  readonly level?: Fan;
  /** Whole colours; only of the attribute `Color`. */
  readonly colors?: ColorFan;
  /** Added to what lies beneath, in the attribute's unit: a fan that is nudged stays that fan, in another place. */
  readonly nudge?: Fan;
  readonly motion?: Motion;
  readonly shape: Shape;
  /** Seconds; without it the cue's own time holds. */
  readonly fade?: Fan;
  readonly delay?: Fan;
  /** Rises with each touch: the latest lane comes first. */
  readonly touched: number;
}

/** The unit of all content: who, what, how it lies and when. */
export interface Stroke {
  readonly who: Who;
  readonly parts: Readonly<Partial<Record<Attribute, Part>>>;
  /** Later strokes (higher rank) win, attribute by attribute. */
  readonly rank: number;
}

export type Strokes = Readonly<Record<string, Stroke>>;

const partSchema: Schema<Part> = where(
  fields<Part>({
    level: optional(fanSchema(-100000, 100000)),
    colors: optional(colorFanSchema),
    nudge: optional(fanSchema(-100000, 100000)),
    motion: optional(motionSchema),
    shape: shapeSchema,
    fade: optional(fanSchema(0, 3600)),
    delay: optional(fanSchema(0, 3600)),
    touched: integerIn(0, Number.MAX_SAFE_INTEGER),
  }),
  ({ level, motion, colors, nudge }) => (level || motion || colors || nudge ? null : "it must have a level, a colour, a nudge or a motion"),
);

const partsSchema: Schema<Stroke["parts"]> = (value, path): Flaw | null => {
  const flaw = mapOf(partSchema, 64)(value, path);
  const stranger = Object.keys(value ?? {}).find((name) => !isAttribute(name));
  const colors = Object.entries((value ?? {}) as Stroke["parts"]).find(
    ([name, part]) => (name === "Color") !== (part?.colors !== undefined),
  );
  if (!flaw && colors !== undefined)
    return { path: [...path, colors[0]], value: colors[0], why: "whole colours, and they alone, belong to Colour" };
  if (!flaw && stranger !== undefined) return { path, value: stranger, why: "no head has an attribute of this name" };
  return flaw;
};

export const strokesSchema: Schema<Strokes> = mapOf(
  fields<Stroke>({ who: whoSchema, parts: partsSchema, rank: integerIn(0, Number.MAX_SAFE_INTEGER) }),
  2000,
);

/** The strokes from the first to the last to win. */
export function inRank(strokes: Strokes): [string, Stroke][] {
  return Object.entries(strokes).sort(([idA, a], [idB, b]) => a.rank - b.rank || (idA < idB ? -1 : 1));
}
