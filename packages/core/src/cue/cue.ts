import { fields, integerIn, nullable, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import { strokesSchema, type Strokes } from "../stroke/stroke";

/** A tracking list of cues. */
export interface CueList {
  readonly id: string;
  readonly kind: "cueList";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  /** Who it belongs to; null = common: anybody plays it. */
  readonly territoryId: string | null;
}

/** A cue changes what its strokes name; everything else stays. */
export interface Cue {
  readonly id: string;
  readonly kind: "cue";
  readonly version: number;
  readonly listId: string;
  /** Decimal, distinct within its list, in steps of a thousandth. */
  readonly number: number;
  readonly name: string;
  /** Time between the cue before and this one, for what has no time of its own. */
  readonly inSeconds: number;
  /** How colours travel when this cue fades in: even or round to the eye; without it as the lamps' own levels. */
  readonly colorPath?: "even" | "round";
  readonly strokes: Strokes;
}

const version = integerIn(0, Number.MAX_SAFE_INTEGER);

export const cueListSchema: Schema<CueList> = fields<CueList>({
  id: textUpTo(64),
  kind: oneOf(["cueList"]),
  version,
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  territoryId: nullable(textUpTo(64)),
});

export const cueSchema: Schema<Cue> = fields<Cue>({
  id: textUpTo(64),
  kind: oneOf(["cue"]),
  version,
  listId: textUpTo(64),
  number: numberIn(0.001, 99999),
  name: textUpTo(80),
  inSeconds: numberIn(0, 3600),
  colorPath: optional(oneOf(["even", "round"])),
  strokes: strokesSchema,
});
