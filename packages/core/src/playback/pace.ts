import { fields, integerIn, listOf, nullable, numberIn, oneOf, optional, textUpTo, yes, type Schema } from "../document/schema";
import type { Seconds } from "../units/units";

/** One time for many: cues of its company that are started while it is on take it in place of their own. Kept through a restart, never undone. */
export interface Pace {
  readonly id: string;
  readonly kind: "pace";
  readonly version: number;
  /** null = everybody's own times. */
  readonly seconds: Seconds | null;
  /** Lists in its company. */
  readonly listIds: readonly string[];
  /** Colour boards in its company. */
  readonly boardIds?: readonly string[];
  /** What is under way takes it, too, for what is left of it. */
  readonly live?: true;
  /** Who set it last. */
  readonly personId: string;
}

export const PACE_ID = "pace";
export const MOST_PACE_SECONDS = 600;
/** Where a drag along the track catches. */
export const PACE_NOTCHES = [0, 0.5, 1, 2, 4, 8] as const;

export const paceSchema: Schema<Pace> = fields<Pace>({
  id: oneOf([PACE_ID]),
  kind: oneOf(["pace"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  seconds: nullable(numberIn(0, MOST_PACE_SECONDS)),
  listIds: listOf(textUpTo(64), { max: 2000 }),
  boardIds: optional(listOf(textUpTo(64), { max: 500 })),
  live: yes,
  personId: textUpTo(64),
});
