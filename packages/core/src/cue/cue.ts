import { fields, integerIn, listOf, nullable, numberIn, oneOf, optional, textUpTo, yes, type Flaw, type Schema } from "../document/schema";
import { DIRECTIONS, type Direction } from "../motion/direction";
import { strokesSchema, type Strokes } from "../stroke/stroke";
import { familiesSchema, type CueTimes } from "./cue-times";
import { movesDarkSchema, type MovesDark } from "./moves-dark";
import { sayingsSchema, type Saying } from "./saying";
import { listTimeSchema, type ListTime } from "./list-time";

/** A tracking list of cues. */
export interface CueList {
  readonly id: string;
  readonly kind: "cueList";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  /** Who it belongs to; null = common: anybody plays it. */
  readonly territoryId: string | null;
  /** One of eight tints, to find it again. */
  readonly tint?: number;
  /** `one-shot`: lets go by itself when its last cue has arrived. Without it the last cue stays. */
  readonly ends?: "one-shot";
  /** Its cues are steps that follow each other at a tempo. */
  readonly chase?: Chase;
  /** The sound or timecode by which its cues with a time are started. */
  readonly time?: ListTime;
  /** Dark heads go ahead to where the next cue lights them; none = they wait for it. */
  readonly movesDark?: MovesDark;
}

/** How a list runs as a chase: a step a beat. */
export interface Chase {
  /** Its own tempo, where no speed master drives it. */
  readonly bpm: number;
  readonly masterId: string | null;
  /** The part of a step over which it comes in: 0 = at once, 1 = all of it. */
  readonly fadePart: number;
  readonly direction: Direction;
  /** Ends after so many rounds; none = endless. */
  readonly rounds?: number;
}

/** Days of the week, Monday first, as they are numbered: 1 to 7 (ISO 8601). */
export const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const;

/** A time of day, by the clock on the wall of the machine that plays; on some days of the week, or on all. */
export interface ClockTrigger {
  readonly type: "clock";
  /** From midnight, 0 to 86,399. */
  readonly seconds: number;
  /** 1 = Monday; none = every day. */
  readonly days?: readonly number[];
}

/**
 * What starts a cue besides a go: the end of the cue before, so many seconds after that one was started, a time of the list's timecode or
 * sound, or a time of day.
 */
export type CueTrigger = { readonly type: "follow" } | { readonly type: "wait" | "timecode"; readonly seconds: number } | ClockTrigger;

/** A cue changes what its strokes name; everything else stays. */
export interface Cue extends CueTimes {
  readonly id: string;
  readonly kind: "cue";
  readonly version: number;
  readonly listId: string;
  /** Decimal, distinct within its list, in steps of a thousandth. */
  readonly number: number;
  /** Null = called by what it says. */
  readonly name: string | null;
  readonly note?: string;
  /** One of eight tints, to find it again. */
  readonly tint?: number;
  /** None = a go. */
  readonly trigger?: CueTrigger;
  /** What it tells other machines when it is started. */
  readonly says?: readonly Saying[];
  /** The macro that begins when it is started, with the reach of its list. */
  readonly macroId?: string;
  /** The cue that comes after this one; none = the next number. */
  readonly thenCueId?: string;
  /** Its content isn't carried on into the next cue: that one has what was there before. */
  readonly cueOnly?: true;
  /** Nothing is carried into it: it says everything itself. */
  readonly block?: true;
  /** How colours travel when this cue fades in: even or round to the eye; without it as the lamps' own levels. */
  readonly colorPath?: "even" | "round";
  /** Nothing goes ahead to this cue while it is dark, whatever its list says. */
  readonly movesDark?: "never";
  readonly strokes: Strokes;
}

export const CUE_TINTS = 8;

const version = integerIn(0, Number.MAX_SAFE_INTEGER);
const clockTrigger = fields<ClockTrigger>({
  type: oneOf(["clock"]),
  seconds: integerIn(0, 86399),
  days: optional(listOf(integerIn(1, 7), { min: 1, max: 6 })),
});
const trigger: Schema<CueTrigger> = (value, path): Flaw | null =>
  (value as { type?: unknown } | null)?.type === "clock"
    ? clockTrigger(value, path)
    : typeof value === "object" && value !== null && "seconds" in value
      ? fields<{ type: "wait" | "timecode"; seconds: number }>({ type: oneOf(["wait", "timecode"]), seconds: numberIn(0, 360000) })(
          value,
          path,
        )
      : fields<{ type: "follow" }>({ type: oneOf(["follow"]) })(value, path);

export const cueListSchema: Schema<CueList> = fields<CueList>({
  id: textUpTo(64),
  kind: oneOf(["cueList"]),
  version,
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  territoryId: nullable(textUpTo(64)),
  tint: optional(integerIn(1, CUE_TINTS)),
  ends: optional(oneOf(["one-shot"])),
  chase: optional(
    fields<Chase>({
      bpm: numberIn(1, 600),
      masterId: nullable(textUpTo(64)),
      fadePart: numberIn(0, 1),
      direction: oneOf(DIRECTIONS),
      rounds: optional(integerIn(1, 9999)),
    }),
  ),
  time: optional(listTimeSchema),
  movesDark: optional(movesDarkSchema),
});

export const cueSchema: Schema<Cue> = fields<Cue>({
  id: textUpTo(64),
  kind: oneOf(["cue"]),
  version,
  listId: textUpTo(64),
  number: numberIn(0.001, 99999),
  name: nullable(textUpTo(80)),
  note: optional(textUpTo(2000)),
  tint: optional(integerIn(1, CUE_TINTS)),
  trigger: optional(trigger),
  says: optional(sayingsSchema),
  macroId: optional(textUpTo(64)),
  thenCueId: optional(textUpTo(64)),
  cueOnly: yes,
  block: yes,
  inSeconds: numberIn(0, 3600),
  outSeconds: optional(numberIn(0, 3600)),
  delaySeconds: optional(numberIn(0, 3600)),
  families: optional(familiesSchema),
  colorPath: optional(oneOf(["even", "round"])),
  movesDark: optional(oneOf(["never"])),
  strokes: strokesSchema,
});
