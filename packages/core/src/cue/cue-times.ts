import { fields, numberIn, optional, type Flaw, type Schema } from "../document/schema";
import { type FAMILIES, type Family } from "../rig/attributes";
import type { Seconds } from "../units/units";

/** Seconds, or a part of the cue's in-time (1 = all of it): those stretch with it. */
export type CueTime = { readonly seconds: number } | { readonly part: number };

/** Times of one family; what is missing is taken from the cue. `out` is for intensities that go down. */
export interface FamilyTimes {
  readonly in?: CueTime;
  readonly out?: CueTime;
  readonly delay?: CueTime;
}

/** The times of a cue: how long it takes to come from the cue before. Not the time of letting go: that is the playback's. */
export interface CueTimes {
  /** For what has no time of its own. */
  readonly inSeconds: number;
  /** For intensities that go down; without it they take the in-time. */
  readonly outSeconds?: number;
  readonly delaySeconds?: number;
  readonly families?: Readonly<Partial<Record<Family, FamilyTimes>>>;
}

/** What is known of one value when its times are asked for. */
export interface Timed {
  readonly family: Family;
  /** The stroke's own times, if it has any. */
  readonly fade: Seconds | null;
  readonly fadePart?: number | undefined;
  readonly delay: Seconds | null;
  readonly delayPart?: number | undefined;
  /** An intensity that goes down. */
  readonly down: boolean;
}

/** Who says a time: the most specific that does. */
export type TimeSource = "stroke" | "family" | "cue";

export interface RowTimes {
  readonly fade: Seconds;
  readonly delay: Seconds;
  readonly fadeFrom: TimeSource;
  readonly delayFrom: TimeSource;
}

/** Fade and delay of a value in a cue: the stroke's own, else its family's, else the cue's. Source: 2-model.md section 7. */
export function rowTimes(cue: CueTimes, row: Timed): RowTimes {
  const seconds = (time: CueTime): Seconds => ("seconds" in time ? time.seconds : time.part * cue.inSeconds);
  const family = cue.families?.[row.family];
  const own = (plain: Seconds | null, part: number | undefined): Seconds | null => (part === undefined ? plain : part * cue.inSeconds);
  const fade = own(row.fade, row.fadePart);
  const delay = own(row.delay, row.delayPart);
  const out = row.down ? (family?.out ?? (cue.outSeconds === undefined ? undefined : { seconds: cue.outSeconds })) : undefined;
  const fadeTime = out ?? family?.in;
  return {
    fade: fade ?? (fadeTime ? seconds(fadeTime) : cue.inSeconds),
    delay: delay ?? (family?.delay ? seconds(family.delay) : (cue.delaySeconds ?? 0)),
    fadeFrom:
      fade !== null
        ? "stroke"
        : (row.down ? (family?.out ?? (cue.outSeconds === undefined ? family?.in : undefined)) : family?.in)
          ? "family"
          : "cue",
    delayFrom: delay !== null ? "stroke" : family?.delay ? "family" : "cue",
  };
}

const time: Schema<CueTime> = (value, path): Flaw | null =>
  typeof value === "object" && value !== null && "part" in value
    ? fields<{ part: number }>({ part: numberIn(0, 100) })(value, path)
    : fields<{ seconds: number }>({ seconds: numberIn(0, 3600) })(value, path);

const familyTimes = fields<FamilyTimes>({ in: optional(time), out: optional(time), delay: optional(time) });

export const familiesSchema: Schema<NonNullable<CueTimes["families"]>> = fields<NonNullable<CueTimes["families"]>>({
  Intensity: optional(familyTimes),
  Position: optional(familyTimes),
  Colour: optional(familyTimes),
  Beam: optional(familyTimes),
} satisfies Record<(typeof FAMILIES)[number], unknown>);
