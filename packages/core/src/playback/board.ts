import { fields, integerIn, mapOf, numberIn, oneOf, optional, textUpTo, where, yes, type Schema } from "../document/schema";
import { coatColorSchema, type CoatColor } from "./coat";
import { cellsSchemas, type Cells } from "./page-grid";
import type { Priority } from "./playback";

/** A colour that stands ready on a board. */
export interface Pot {
  readonly rank: number;
  /** Instead of what the colour is called. */
  readonly name?: string;
  readonly color: CoatColor;
}

/** A group that takes colours from the pots. */
export interface Bed {
  readonly rank: number;
  readonly groupId: string;
  /** The middle of its shape on the board's picture, 0..1 from the left and from the top; none = where the group hangs. */
  readonly at?: { readonly x: number; readonly y: number };
  /** It has a strip for the level of its heads. */
  readonly level?: true;
}

/** Pots and beds: groups are painted with colours by touch. It lies on a page like a card, or fills it. */
export interface Board extends Cells {
  readonly id: string;
  readonly kind: "board";
  readonly version: number;
  readonly pageId: string;
  readonly name: string;
  /** None = normal. */
  readonly priority?: Exclude<Priority, "normal">;
  /** How long each head takes to its new colour. */
  readonly fadeSeconds: number;
  /** How long a swipe takes from the first head to the last. */
  readonly travelSeconds: number;
  /** The time of letting go. */
  readonly releaseSeconds: number;
  readonly pots: Readonly<Record<string, Pot>>;
  readonly beds: Readonly<Record<string, Bed>>;
}

export const MOST_POTS = 64;
export const MOST_BEDS = 64;
export const MOST_BOARD_SECONDS = 600;
/** Beds and pots are named by short keys, so that a coat's id has room. */
export const LONGEST_BED_KEY = 8;

const id = textUpTo(64);
const rank = integerIn(0, 1000000);
const time = numberIn(0, MOST_BOARD_SECONDS);
/** Keys stand in the ids of coats, between points. */
const shortKeys = (of: Readonly<Record<string, unknown>>): string | null =>
  Object.keys(of).every((key) => key.length <= LONGEST_BED_KEY && /^[a-z0-9-]+$/.test(key)) ? null : "its keys must be short";

export const boardSchema: Schema<Board> = fields<Board>({
  id: textUpTo(44),
  kind: oneOf(["board"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  pageId: id,
  name: textUpTo(80),
  priority: optional(oneOf(["low", "high", "top"])),
  fadeSeconds: time,
  travelSeconds: time,
  releaseSeconds: time,
  pots: where(mapOf(fields<Pot>({ rank, name: optional(textUpTo(40)), color: coatColorSchema }), MOST_POTS), shortKeys),
  beds: where(
    mapOf(
      fields<Bed>({
        rank,
        groupId: id,
        at: optional(fields<NonNullable<Bed["at"]>>({ x: numberIn(0, 1), y: numberIn(0, 1) })),
        level: yes,
      }),
      MOST_BEDS,
    ),
    shortKeys,
  ),
  ...cellsSchemas,
});

/** Pots or beds as they stand, from the first to the last. */
export function inTheirOrder<T extends { readonly rank: number }>(of: Readonly<Record<string, T>>): [string, T][] {
  return Object.entries(of).sort(([a, one], [b, other]) => one.rank - other.rank || (a < b ? -1 : 1));
}
