import type { Cue } from "../cue/cue";
import { cardLevel } from "../playback/card-level";
import { raisedPart } from "../playback/curtain";
import { fadedSeconds, roleOf, type Playback, type PlaybackState } from "../playback/playback";
import type { Row } from "../stroke/row";
import { listDrives, sketchDrives } from "../show/driving";
import type { Rig } from "../rig/rig";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { coveredBy } from "./curtains";
import { highlightOverlay } from "./highlight-overlay";
import { progressAt } from "./fade-progress";
import { rigWays } from "./rig-ways";
import { timesOfContent } from "./row-times";
import { stageOverlay } from "./stage-overlay";

/** A card that runs, at its cue; the one started last comes last. */
export interface RunningPlayback {
  readonly playback: Playback;
  readonly state: PlaybackState;
  readonly cue: Cue;
  readonly rows: ReadonlyMap<number, Row>;
  readonly level: number;
}

export function runningPlaybacks(show: Show, now: Seconds): RunningPlayback[] {
  return show
    .all("playbackState")
    .flatMap((state): RunningPlayback[] => {
      const playback = show.get("playback", state.playbackId);
      const cue = show.get("cue", state.cueId);
      if (!playback || !cue) return [];
      const { rows } = listDrives(show, { listId: playback.listId, cueId: cue.id });
      return [{ playback, state, cue, rows: byParameter(rows), level: cardLevel(playback, state, now) }];
    })
    .sort((a, b) => a.state.goSeconds - b.state.goSeconds);
}

/** The cues of a list that count at one of them, the latest first; blocks end the row. */
export function countingCues(show: Show, { listId, cueId }: { listId: string; cueId: string }): Cue[] {
  const cues = show.cuesOf(listId);
  const at = cues.findIndex(({ id }) => id === cueId);
  const counting: Cue[] = [];
  for (let index = at; index >= 0; index--) {
    const cue = cues[index]!;
    if (index === at || !cue.cueOnly) counting.push(cue);
    if (cue.block) break;
  }
  return counting;
}

/** Values that are no further apart than this are the same: the stage may be known to 16 bits only. */
const SAME = 1.01 / 65535;
/** Through masters that leave less than this nothing can be told of what is beneath. */
const FAINTEST = 0.02;

/** The stage as a browser has it, taken back through what lies over the merge. */
export interface SeenStage {
  /** What the merge gave; null where masters, a highlight, parking or a curtain hide it. */
  value(parameter: number): number | null;
  /** Whether this is what shows; never where it is hidden. */
  shows(parameter: number, value: number): boolean;
}

export function seenStage(show: Show, { stage, now }: { stage: Float32Array; now: Seconds }): SeenStage {
  const ways = rigWays(show.rig);
  const { factors, parked } = stageOverlay(show, ways);
  const curtains = show.all("curtain").filter((curtain) => raisedPart(curtain, now) < 1);
  const hidden = new Set<number>([
    ...parked.parameters,
    ...highlightOverlay(show).parameters,
    ...curtains.flatMap((curtain) => [...coveredBy(curtain, show)]),
  ]);
  const factorOf = (parameter: number): number => (factors && ways.dims[parameter] === 1 ? factors[parameter]! : 1);
  const value = (parameter: number): number | null => {
    const factor = factorOf(parameter);
    return factor >= FAINTEST && !hidden.has(parameter) ? stage[parameter]! / factor : null;
  };
  return {
    value,
    shows: (parameter, wanted) => {
      const seen = value(parameter);
      return seen !== null && Math.abs(wanted - seen) * factorOf(parameter) <= SAME;
    },
  };
}

/**
 * What the merge gives for parameters, before highlight, masters, parking and curtains: the exact value of a cue or sketch where the
 * stage shows it, else what the stage shows, taken back through the masters. Where that is hidden, or something rides on it, it is what runs
 * there.
 */
export function stageBeneath(
  show: Show,
  of: { stage: Float32Array; now: Seconds; parameters: readonly number[]; running: readonly RunningPlayback[] },
): Map<number, number> {
  const stage = seenStage(show, of);
  const { htpCount, parameters: all } = show.rig;
  const sketches = show.all("sketch").flatMap((sketch) => {
    const driven = sketchDrives(show, sketch);
    return driven ? [byParameter(driven.rows)] : [];
  });
  const values = new Map<number, number>();
  for (const parameter of of.parameters) {
    const riders = [
      ...of.running.flatMap((run) => riderOf(run.rows.get(parameter), (row) => comeOf(row, run, { rig: show.rig, now: of.now }))),
      ...sketches.flatMap((rows) => riderOf(rows.get(parameter), () => 1)),
    ];
    const htp = parameter < htpCount;
    const seen = riders.length > 0 ? null : stage.value(parameter);
    const said = [
      ...of.running.flatMap(({ rows, level }) => {
        const value = plainValue(rows.get(parameter));
        return value === null ? [] : [htp ? value * level : value];
      }),
      ...sketches.flatMap((rows) => plainValue(rows.get(parameter)) ?? []),
    ].map((value) => Math.min(1, Math.max(0, value)));
    const { home } = all[parameter]!;
    if (seen !== null) values.set(parameter, [...said, home].findLast((value) => stage.shows(parameter, value)) ?? seen);
    else if (said.length > 0) values.set(parameter, htp ? Math.max(home, ...said) : said.at(-1)!);
    // What lies beneath moves by itself, or isn't there.
    else values.set(parameter, withoutRiders(stage.value(parameter), riders) ?? home);
  }
  return values;
}

/** What a row says without moving; null = it only rides, or a motion takes the value's place. */
function plainValue(row: Row | undefined): number | null {
  return row === undefined || row.motions.some(({ relative }) => !relative) ? null : row.value;
}

/** What only rides, and how far it has come. */
interface Rider {
  readonly row: Row;
  readonly come: () => number;
}

function riderOf(row: Row | undefined, comeOf: (row: Row) => number): Rider[] {
  return row?.value === null ? [{ row, come: () => comeOf(row) }] : [];
}

/** How much of a row of a running cue there is by now, 0..1: by its fade, and by the card's fader where that scales it. */
function comeOf(row: Row, run: RunningPlayback, { rig, now }: { rig: Rig; now: Seconds }): number {
  const scaled = row.parameter < rig.htpCount || roleOf(run.playback) === "everything";
  return fadedPart(row, run, { rig, now }) * (scaled ? run.level : 1);
}

function fadedPart(row: Row, { state, cue }: RunningPlayback, { rig, now }: { rig: Rig; now: Seconds }): number {
  if (state.hand) return state.hand.part;
  const { home } = rig.parameters[row.parameter]!;
  const { fades, delays } = timesOfContent(cue, [[row]], { rig, startOf: () => home, chosen: state.seconds, byPace: state.byPace });
  return progressAt(fadedSeconds(state, now), delays[0]!, fades[0]!);
}

/** What is seen of a parameter without what nudges add to it, so that with them it is seen again; null where something swings on it. */
function withoutRiders(seen: number | null, riders: readonly Rider[]): number | null {
  if (seen === null || riders.some(({ row }) => row.motions.length > 0)) return null;
  return riders.reduce((value, { row, come }) => value - row.nudge * come(), seen);
}

/** Rows to look up; rows are one a parameter. */
export function byParameter(rows: readonly Row[]): Map<number, Row> {
  return new Map(rows.map((row) => [row.parameter, row]));
}
