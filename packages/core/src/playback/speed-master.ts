import { fields, integerIn, listOf, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import { FAMILIES, type Family } from "../rig/attributes";
import { beatsAt, MAX_BPM, MIN_BPM, steadyTempo, tempoSchema, type TempoState } from "../tempo/tempo-clock";
import { clamp, fraction, softly, type Bpm, type Seconds } from "../units/units";

/** A clock with a name that drives motions. */
export interface SpeedMaster {
  readonly id: string;
  readonly kind: "master";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  /** The tempo with which it begins, where nobody has set one since: files and kept shows take it along. None = FIRST_BPM. */
  readonly bpm?: Bpm;
  /** Drives motions of these families only; none = of all. */
  readonly families?: readonly Family[];
  /** Whose people may rename and change it, besides the lead; none = the lead's alone. Anybody who plays taps it. */
  readonly territoryId?: string;
}

/** The clock's present run. Kept through a restart, never undone. */
export interface MasterState {
  readonly id: string;
  readonly kind: "masterState";
  readonly version: number;
  readonly masterId: string;
  readonly tempo: TempoState;
  /** While it is released: since when, and the beats counted until then. What it drives runs on its own clock from there. */
  readonly released?: { readonly atSeconds: Seconds; readonly beats: number };
  /** When its count was set to a start last: from then on nothing that it drives is ahead any more. */
  readonly resyncedSeconds?: Seconds;
  /** What made the count jump lately, the latest last: what it drives glides over the gap. */
  readonly jumps?: readonly Jump[];
}

/** A jump of the count, at a re-sync or when a released master is taken back. */
export interface Jump {
  readonly atSeconds: Seconds;
  /** Where the count stood before; or, for each motion, where its own clock had come to since the release. */
  readonly from: { readonly beats: number } | { readonly releasedSeconds: Seconds; readonly releasedBeats: number };
  readonly toBeats: number;
}

export const MOST_JUMPS = 8;

/** The tempo of a master that nobody has touched yet. */
const FIRST_BPM = 120;

export function masterStateIdOf(masterId: string): string {
  return `state-${masterId}`;
}

/** Tempos of masters that nobody has touched: frames make none. */
const FIRST_TEMPOS = new WeakMap<SpeedMaster, TempoState>();

/** A master's tempo: as somebody has set it, or the one with which it begins. */
export function tempoOf(master: SpeedMaster, state: MasterState | null): TempoState {
  if (state) return state.tempo;
  let tempo = FIRST_TEMPOS.get(master);
  if (!tempo) FIRST_TEMPOS.set(master, (tempo = steadyTempo(master.bpm ?? FIRST_BPM)));
  return tempo;
}

/** What a motion says of how it is driven. */
export interface Driven {
  /** Cycles per beat. */
  readonly rate: number;
  /** Beats a minute of its own clock. */
  readonly ownBpm: Bpm;
  readonly family: Family;
  /** Cycles by which it is ahead of its clock, since a moment: they count until the next re-sync. */
  readonly lead?: number;
  readonly leadSeconds?: Seconds;
}

/** How long positions glide after a re-sync, and everything after a master is taken back. */
export const GLIDE_SECONDS = 1;

/**
 * Cycles that a motion has gone through at time t: its master's beats times its rate, or those of its own clock where it has no
 * master, where the master isn't for its family, or while the master is released. Never jumps but at a re-sync, and there
 * positions glide. Source: 2-model.md sections 5 and 6.
 */
export function drivenCycles(master: SpeedMaster | null, state: MasterState | null, driven: Driven, t: Seconds): number {
  const ownPerSecond = driven.ownBpm / 60;
  const { lead = 0, leadSeconds = 0 } = driven;
  if (!follows(master, driven)) return t * ownPerSecond * driven.rate + lead;
  const tempo = tempoOf(master, state);
  const released = state?.released;
  const beats = released ? released.beats + (t - released.atSeconds) * ownPerSecond : beatsAt(tempo, t);
  const ahead = (state?.resyncedSeconds ?? -1) > leadSeconds ? 0 : lead;
  return beats * driven.rate + ahead + glideAt(state?.jumps, driven, t);
}

/**
 * What every motion on a clock multiplies by its rate at a time: the master's beats, or those of its own; NaN while a glide makes each go
 * its own way. Equals `drivenCycles` for motions that aren't ahead. The row's first number is the time, and afterwards these beats: what is
 * handed over and returned would be made anew for each clock of a frame.
 */
export function putSteadyBeats(
  master: SpeedMaster | null,
  state: MasterState | null,
  driven: Pick<Driven, "family" | "ownBpm">,
  row: Float64Array,
): void {
  const t = row[0]!;
  const ownPerSecond = driven.ownBpm / 60;
  if (!follows(master, driven)) {
    row[0] = t * ownPerSecond;
    return;
  }
  const last = state?.jumps?.at(-1);
  const released = state?.released;
  if (last && t - last.atSeconds < GLIDE_SECONDS) row[0] = NaN;
  else row[0] = released ? released.beats + (t - released.atSeconds) * ownPerSecond : beatsAt(tempoOf(master, state), t);
}

/** Whether a master drives what is of this family. */
function follows(master: SpeedMaster | null, { family }: Pick<Driven, "family">): master is SpeedMaster {
  return master !== null && (!master.families || master.families.includes(family));
}

/** A clock's count at t: the beats that all motions on it multiply, or the seconds of which each makes its own. */
export type ClockCount = { readonly beats: number } | { readonly ownSeconds: Seconds };

/** What the clock of motions has counted at t, without any glide. */
export function clockCount(
  master: SpeedMaster | null,
  state: MasterState | null,
  driven: Pick<Driven, "family" | "ownBpm">,
  t: Seconds,
): ClockCount {
  if (!follows(master, driven)) return { ownSeconds: t };
  const released = state?.released;
  return { beats: released ? released.beats + ((t - released.atSeconds) * driven.ownBpm) / 60 : beatsAt(tempoOf(master, state), t) };
}

/** What is left at t of the gaps that jumps tore, each by the short way; a jump in the middle of a glide takes over what is left of it. */
function glideAt(jumps: readonly Jump[] | undefined, { rate, ownBpm, family, lead = 0, leadSeconds = 0 }: Driven, t: Seconds): number {
  if (!jumps) return 0;
  let gap = 0;
  let since = 0;
  for (let index = 0; index < jumps.length; index++) {
    const { atSeconds, from, toBeats } = jumps[index]!;
    // At a re-sync only positions glide: light is to be on the beat.
    if ("beats" in from && family !== "Position") continue;
    const fromBeats = "beats" in from ? from.beats : from.releasedBeats + ((atSeconds - from.releasedSeconds) * ownBpm) / 60;
    // What was ahead until a re-sync glides away with it.
    const ahead = "beats" in from && atSeconds > leadSeconds ? lead : 0;
    gap = shortWay((fromBeats - toBeats) * rate + gap * left(atSeconds - since) + (since <= leadSeconds ? ahead : 0));
    since = atSeconds;
  }
  return gap * left(t - since);
}

/** A difference of phases by the short way round, in -0.5 to 0.5 cycles. */
function shortWay(cycles: number): number {
  const rest = fraction(cycles);
  return rest > 0.5 ? rest - 1 : rest;
}

/** What is left of a glide, 1 to 0, beginning and ending softly. */
function left(elapsed: Seconds): number {
  return 1 - softly(clamp(elapsed / GLIDE_SECONDS, 0, 1));
}

const version = integerIn(0, Number.MAX_SAFE_INTEGER);
const id = textUpTo(64);
const time = numberIn(0, 1e12);
const beats = numberIn(-1e12, 1e12);

const jumpFrom: Schema<Jump["from"]> = (value, path) =>
  typeof value === "object" && value !== null && "beats" in value
    ? fields<{ beats: number }>({ beats })(value, path)
    : fields<{ releasedSeconds: number; releasedBeats: number }>({ releasedSeconds: time, releasedBeats: beats })(value, path);

export const masterSchema: Schema<SpeedMaster> = fields<SpeedMaster>({
  id,
  kind: oneOf(["master"]),
  version,
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  bpm: optional(numberIn(MIN_BPM, MAX_BPM)),
  families: optional(listOf(oneOf(FAMILIES), { min: 1, max: FAMILIES.length })),
  territoryId: optional(id),
});

export const masterStateSchema: Schema<MasterState> = fields<MasterState>({
  id: textUpTo(80),
  kind: oneOf(["masterState"]),
  version,
  masterId: id,
  tempo: tempoSchema,
  released: optional(fields<NonNullable<MasterState["released"]>>({ atSeconds: time, beats })),
  resyncedSeconds: optional(time),
  jumps: optional(listOf(fields<Jump>({ atSeconds: time, from: jumpFrom, toBeats: beats }), { max: MOST_JUMPS })),
});
