import { fields, integerIn, mapOf, nullable, numberIn, oneOf, textUpTo, type Schema } from "../document/schema";
import type { Seconds } from "../units/units";

/** Where the evening is: which song is on, since when, and how long each was. Kept through a restart, never undone. */
export interface Evening {
  readonly id: string;
  readonly kind: "evening";
  readonly version: number;
  readonly songId: string | null;
  /** Show time at which it began. */
  readonly sinceSeconds: Seconds;
  /** By song: when it was begun first, and how long it was on, all times together. */
  readonly played: Readonly<Record<string, PlayedSong>>;
  /** Who went on last. */
  readonly personId: string;
}

export interface PlayedSong {
  readonly startSeconds: Seconds;
  readonly seconds: Seconds;
}

export const EVENING_ID = "evening";
export const MOST_SONGS = 500;
const showTime = numberIn(0, 1e12);

export const eveningSchema: Schema<Evening> = fields<Evening>({
  id: oneOf([EVENING_ID]),
  kind: oneOf(["evening"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  songId: nullable(textUpTo(64)),
  sinceSeconds: showTime,
  played: mapOf(fields<PlayedSong>({ startSeconds: showTime, seconds: showTime }), MOST_SONGS),
  personId: textUpTo(64),
});
