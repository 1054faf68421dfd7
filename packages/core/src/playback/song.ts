import { fields, integerIn, nullable, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import type { Seconds } from "../units/units";
import { MOST_PACE_SECONDS } from "./pace";

/** A song of the evening: what is at hand while it is on. A list or a page that is gone is shown as such. */
export interface Song {
  readonly id: string;
  readonly kind: "song";
  readonly version: number;
  readonly name: string;
  /** Place in the order, rising. */
  readonly rank: number;
  readonly listId: string | null;
  /** Of cards, or of a board. */
  readonly pageId: string | null;
  /** The pace that comes with it; null = everybody's own times; without it the pace stays as it is. */
  readonly paceSeconds?: Seconds | null;
  /** What to think of while it is on. */
  readonly note?: string;
}

export const LONGEST_SONG_NOTE = 500;

export const songSchema: Schema<Song> = fields<Song>({
  id: textUpTo(64),
  kind: oneOf(["song"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  listId: nullable(textUpTo(64)),
  pageId: nullable(textUpTo(64)),
  paceSeconds: optional(nullable(numberIn(0, MOST_PACE_SECONDS))),
  note: optional(textUpTo(LONGEST_SONG_NOTE)),
});
