import type { Cue } from "../cue/cue";
import { cardLevel } from "../playback/card-level";
import { raisedPart } from "../playback/curtain";
import type { Playback, PlaybackState } from "../playback/playback";
import type { Row } from "../stroke/row";
import { listDrives, sketchDrives } from "../show/driving";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { coveredBy } from "./curtains";
import { highlightOverlay } from "./highlight-overlay";
import { rigWays } from "./rig-ways";
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
    const rides = [...of.running.map(({ rows }) => rows), ...sketches].some((rows) => rows.get(parameter)?.value === null);
    const seen = rides ? null : stage.value(parameter);
    const htp = parameter < htpCount;
    const said = [
      ...of.running.flatMap(({ rows, level }) => {
        const value = rows.get(parameter)?.value;
        return value === null || value === undefined ? [] : [htp ? value * level : value];
      }),
      ...sketches.flatMap((rows) => rows.get(parameter)?.value ?? []),
    ].map((value) => Math.min(1, Math.max(0, value)));
    const { home } = all[parameter]!;
    if (seen === null) values.set(parameter, htp ? Math.max(home, ...said) : (said.at(-1) ?? home));
    else values.set(parameter, [...said, home].findLast((value) => stage.shows(parameter, value)) ?? seen);
  }
  return values;
}

/** Rows to look up; rows are one a parameter. */
export function byParameter(rows: readonly Row[]): Map<number, Row> {
  return new Map(rows.map((row) => [row.parameter, row]));
}
