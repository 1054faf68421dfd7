import { fields, integerIn, nullable, numberIn, oneOf, optional, textUpTo, yesOrNo, type Schema } from "../document/schema";

/** A sheet of cards. */
export interface Page {
  readonly id: string;
  readonly kind: "page";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  readonly territoryId: string | null;
}

/** A card on a page that plays a cue list. */
export interface Playback {
  readonly id: string;
  readonly kind: "playback";
  readonly version: number;
  readonly pageId: string;
  readonly listId: string;
  /** Place and size on the page's grid, in cells from 0. */
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
  /** The time of letting go. */
  readonly releaseSeconds: number;
  /** Starts its first cue when the fader leaves zero. */
  readonly startsOnRaise: boolean;
  /** Lets go when the fader reaches zero. */
  readonly letsGoAtZero: boolean;
  /** The speed master of its motions that name none themselves. */
  readonly masterId?: string;
}

/** What a playback is doing: kept through a restart, never undone. */
export interface PlaybackState {
  readonly id: string;
  readonly kind: "playbackState";
  readonly version: number;
  readonly playbackId: string;
  /** The fader, 0..1. */
  readonly level: number;
  /** The cue that plays; null = let go. */
  readonly cueId: string | null;
  readonly previousCueId: string | null;
  /** When it was last started or moved to its cue. */
  readonly goSeconds: number;
  readonly letGoSeconds: number | null;
  /** The time chosen for this go, in place of all times of the cue; 0 = a cut. */
  readonly seconds?: number;
  /** When its fades were paused; motions go on. */
  readonly pausedSeconds?: number;
  /** For how long they have been paused since the go. */
  readonly heldSeconds?: number;
  /** Steps that its chase has made by itself since somebody's go. */
  readonly steps?: number;
  /** Who touched it last. */
  readonly personId: string;
}

/** Seconds of fading that a playback has behind it at t: without its pauses. */
export function fadedSeconds({ goSeconds, pausedSeconds, heldSeconds = 0 }: PlaybackState, t: number): number {
  return (pausedSeconds ?? t) - goSeconds - heldSeconds;
}

export function playbackStateIdOf(playbackId: string): string {
  return `state-${playbackId}`;
}

const version = integerIn(0, Number.MAX_SAFE_INTEGER);
const id = textUpTo(64);
const stateId = textUpTo(80);
const time = numberIn(0, 1e12);
export const pageSchema: Schema<Page> = fields<Page>({
  id,
  kind: oneOf(["page"]),
  version,
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  territoryId: nullable(id),
});

export const playbackSchema: Schema<Playback> = fields<Playback>({
  id,
  kind: oneOf(["playback"]),
  version,
  pageId: id,
  listId: id,
  column: integerIn(0, 63),
  row: integerIn(0, 63),
  columns: integerIn(1, 16),
  rows: integerIn(1, 16),
  releaseSeconds: numberIn(0, 3600),
  startsOnRaise: yesOrNo,
  letsGoAtZero: yesOrNo,
  masterId: optional(id),
});

export const playbackStateSchema: Schema<PlaybackState> = fields<PlaybackState>({
  id: stateId,
  kind: oneOf(["playbackState"]),
  version,
  playbackId: id,
  level: numberIn(0, 1),
  cueId: nullable(id),
  previousCueId: nullable(id),
  goSeconds: time,
  letGoSeconds: nullable(time),
  seconds: optional(numberIn(0, 3600)),
  pausedSeconds: optional(time),
  heldSeconds: optional(numberIn(0, 1e9)),
  steps: optional(integerIn(0, Number.MAX_SAFE_INTEGER)),
  personId: id,
});
