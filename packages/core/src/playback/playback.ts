import {
  fields,
  hexColor,
  integerIn,
  listOf,
  mapOf,
  nullable,
  numberIn,
  oneOf,
  optional,
  textUpTo,
  yes,
  yesOrNo,
  type Schema,
} from "../document/schema";
import { sayingsSchema, type Saying } from "../cue/saying";
import { cellsSchemas } from "./page-grid";

/** A sheet of cards. */
export interface Page {
  readonly id: string;
  readonly kind: "page";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  readonly territoryId: string | null;
  /** Whose page it is: they see it first, and a guest sees no other. */
  readonly personId?: string;
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
  /** None = normal. Decides between values that replace each other; high and top lie above sketches. */
  readonly priority?: Exclude<Priority, "normal">;
  /** None = the level of its intensities. */
  readonly fader?: Exclude<FaderRole, "intensities">;
  /** Of a dial: what its bottom is; none = the first cue. */
  readonly bottom?: "lets-go";
  /** Its colours mix with what is there, the higher of each light; without it they replace. */
  readonly colors?: "add";
  /** Lets go when all that it drives has been taken over by others. */
  readonly givesWay?: true;
  /** How a press of Flash comes and goes; none = to full, at once. */
  readonly flash?: FlashTimes;
  /** Buttons on the card, from left to right; none = Go and Let go. */
  readonly buttons?: readonly CardButton[];
  /** Where the button Go to leads. */
  readonly goToCueId?: string;
  /** Each Go counts, also two within 400 ms: for those who play it as an instrument. Else the second is taken for the half of a double touch. */
  readonly quickGo?: true;
  /** What stands on it instead of its list's name. */
  readonly label?: string;
  /** `#rrggbb` of its edge. */
  readonly color?: string;
  /** The preset whose picture it shows. */
  readonly pictureOf?: string;
  /** What it tells other machines when it begins from nothing, and when it is let go. */
  readonly says?: readonly Saying[];
  readonly saysAfter?: readonly Saying[];
}

export const PRIORITIES = ["low", "normal", "high", "top"] as const;
export type Priority = (typeof PRIORITIES)[number];

/** What the fader of a card does. */
export const FADER_ROLES = ["intensities", "everything", "dial", "tempo", "motion-size", "crossfade", "nothing"] as const;
export type FaderRole = (typeof FADER_ROLES)[number];

export const CARD_BUTTONS = ["go", "back", "pause", "flash", "toggle", "let-go", "go-to", "tap"] as const;
export type CardButton = (typeof CARD_BUTTONS)[number];

/** The buttons of a card that doesn't say. */
export const USUAL_BUTTONS: readonly CardButton[] = ["go", "let-go"];

export interface FlashTimes {
  /** The level that it goes to, 0..1. */
  readonly level: number;
  readonly inSeconds: number;
  readonly outSeconds: number;
}

const AT_ONCE: FlashTimes = { level: 1, inSeconds: 0, outSeconds: 0 };

export function flashTimes({ flash }: Pick<Playback, "flash">): FlashTimes {
  return flash ?? AT_ONCE;
}

/** The role of a card's fader. */
export function roleOf({ fader }: Pick<Playback, "fader">): FaderRole {
  return fader ?? "intensities";
}

/** What the motions of a run are ahead of their new clock: beats of masters, and seconds of which each makes its own beats. */
export interface RunLead {
  readonly beats: number;
  readonly ownSeconds: number;
  readonly atSeconds: number;
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
  /** When it was started last from nothing; none = with its go. */
  readonly runSeconds?: number;
  /** Since its master was changed while it ran. */
  readonly lead?: RunLead;
  /** The time chosen for this go, in place of all times of the cue; 0 = a cut. */
  readonly seconds?: number;
  /** The chosen time is a pace's: delays, fans and families keep their share of it. */
  readonly byPace?: true;
  /** When its fades were paused; motions go on. */
  readonly pausedSeconds?: number;
  /** For how long they have been paused since the go. */
  readonly heldSeconds?: number;
  /** Seconds of fading by which it is further than its go tells, or less far: the pace was changed while it was under way. */
  readonly furtherSeconds?: number;
  /** Steps that its chase has made by itself since somebody's go. */
  readonly steps?: number;
  /** What goes ahead to a cue to come: since when, by head, and how long each takes. */
  readonly ahead?: { readonly cueId: string; readonly seconds: number; readonly starts: Readonly<Record<string, number>> };
  /** A press of Flash; `alone`: it started the playback, and ends it. */
  readonly flash?: { readonly onSeconds: number; readonly offSeconds?: number; readonly alone?: true };
  /** A crossfade by hand: from which end of the fader it began, and the part that is done. */
  readonly hand?: { readonly from: "bottom" | "top"; readonly part: number };
  /** The time of letting go that holds this once, in place of the card's. */
  readonly letGoIn?: number;
  /** Who touched it last. */
  readonly personId: string;
}

/** Seconds of fading that a playback has behind it at t: without its pauses, and as its present times count. */
export function fadedSeconds({ goSeconds, pausedSeconds, heldSeconds = 0, furtherSeconds = 0 }: PlaybackState, t: number): number {
  return (pausedSeconds ?? t) - goSeconds - heldSeconds + furtherSeconds;
}

/** Whether a run goes on with other times than before. */
export function isRetimed(before: PlaybackState | null, after: PlaybackState | null): boolean {
  if (!before || !after || after.cueId === null || before.cueId !== after.cueId || before.goSeconds !== after.goSeconds) return false;
  return before.seconds !== after.seconds || before.byPace !== after.byPace || before.furtherSeconds !== after.furtherSeconds;
}

export function playbackStateIdOf(playbackId: string): string {
  return `state-${playbackId}`;
}

const version = integerIn(0, Number.MAX_SAFE_INTEGER);
const id = textUpTo(64);
const stateId = textUpTo(80);
const time = numberIn(0, 1e12);
export const MOST_BUTTONS = 6;
const MOST_AHEAD = 20000;
export const pageSchema: Schema<Page> = fields<Page>({
  id,
  kind: oneOf(["page"]),
  version,
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  territoryId: nullable(id),
  personId: optional(id),
});

export const playbackSchema: Schema<Playback> = fields<Playback>({
  id,
  kind: oneOf(["playback"]),
  version,
  pageId: id,
  listId: id,
  ...cellsSchemas,
  releaseSeconds: numberIn(0, 3600),
  startsOnRaise: yesOrNo,
  letsGoAtZero: yesOrNo,
  masterId: optional(id),
  priority: optional(oneOf(["low", "high", "top"])),
  fader: optional(oneOf(["everything", "dial", "tempo", "motion-size", "crossfade", "nothing"])),
  bottom: optional(oneOf(["lets-go"])),
  colors: optional(oneOf(["add"])),
  givesWay: yes,
  flash: optional(fields<FlashTimes>({ level: numberIn(0, 1), inSeconds: numberIn(0, 3600), outSeconds: numberIn(0, 3600) })),
  buttons: optional(listOf(oneOf(CARD_BUTTONS), { max: MOST_BUTTONS })),
  goToCueId: optional(id),
  quickGo: yes,
  label: optional(textUpTo(80)),
  color: optional(hexColor),
  pictureOf: optional(id),
  says: optional(sayingsSchema),
  saysAfter: optional(sayingsSchema),
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
  runSeconds: optional(time),
  lead: optional(fields<RunLead>({ beats: numberIn(-1e12, 1e12), ownSeconds: numberIn(-1e12, 1e12), atSeconds: time })),
  seconds: optional(numberIn(0, 3600)),
  byPace: yes,
  pausedSeconds: optional(time),
  heldSeconds: optional(numberIn(0, 1e9)),
  furtherSeconds: optional(numberIn(-1e9, 1e9)),
  steps: optional(integerIn(0, Number.MAX_SAFE_INTEGER)),
  ahead: optional(fields<NonNullable<PlaybackState["ahead"]>>({ cueId: id, seconds: numberIn(0, 600), starts: mapOf(time, MOST_AHEAD) })),
  flash: optional(fields<NonNullable<PlaybackState["flash"]>>({ onSeconds: time, offSeconds: optional(time), alone: yes })),
  hand: optional(fields<NonNullable<PlaybackState["hand"]>>({ from: oneOf(["bottom", "top"]), part: numberIn(0, 1) })),
  letGoIn: optional(numberIn(0, 3600)),
  personId: id,
});
