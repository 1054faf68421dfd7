import type { Cue } from "../cue/cue";
import { cardLevel } from "../playback/card-level";
import { raisedPart } from "../playback/curtain";
import { fadedSeconds, roleOf, type Playback, type PlaybackState } from "../playback/playback";
import type { Row } from "../stroke/row";
import { listDrives, sketchDrives } from "../show/driving";
import type { Rig } from "../rig/rig";
import type { Show } from "../show/show";
import { clamp, type Seconds } from "../units/units";
import { coveredBy } from "./curtains";
import { highlightOverlay } from "./highlight-overlay";
import { progressAt } from "./fade-progress";
import { rigWays } from "./rig-ways";
import { RANK_OF } from "./source";
import { timesOfContent } from "./row-times";
import { stageOverlay } from "./stage-overlay";

/** A card that runs, at its cue; the one on top comes last. */
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
    .sort((a, b) => rankOf(a.playback) - rankOf(b.playback) || a.state.goSeconds - b.state.goSeconds);
}

function rankOf({ priority }: Playback): number {
  return RANK_OF[priority ?? "normal"];
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
 * stage shows it, else what the stage shows, taken back through the masters and through nudges that ride on it. Where that is hidden, or
 * something swings on it, it is what lies on top there.
 */
export function stageBeneath(
  show: Show,
  of: { stage: Float32Array; now: Seconds; parameters: readonly number[]; running: readonly RunningPlayback[] },
): Map<number, number> {
  const stage = seenStage(show, of);
  const { htpCount, parameters: all } = show.rig;
  const layers = layersOf(show, of);
  const values = new Map<number, number>();
  for (const parameter of of.parameters) {
    const rows = layers.flatMap(({ rows: own, come, ...layer }): Lying[] => {
      const row = own.get(parameter);
      return row ? [{ ...layer, row, come: () => come(row) }] : [];
    });
    const riders = rows.filter(({ row }) => row.value === null);
    const htp = parameter < htpCount;
    const said = rows
      .flatMap(({ row, level }) => {
        const value = plainValue(row);
        return value === null ? [] : [htp ? value * level : value];
      })
      .map(limited);
    const { home } = all[parameter]!;
    const swings = riders.some(({ row }) => row.motions.length > 0);
    const nudged = riders.reduce((sum, { row, come }) => sum + (swings ? 0 : row.nudge * come()), 0);
    const seen = stage.value(parameter);
    const over = higherParts(rows);
    const seenAs = (value: number): number =>
      limited(over.reduce((below, above) => below + (above.value - below) * above.share, value) + nudged);
    const exact = swings || seen === null ? undefined : [...said, home].findLast((value) => stage.shows(parameter, seenAs(value)));
    const below = (value: number): number =>
      over.reduceRight((whole, above) => limited((whole - above.share * above.value) / (1 - above.share)), value);
    if (exact !== undefined) values.set(parameter, exact);
    else if (seen !== null && !swings) values.set(parameter, below(seen - nudged));
    else values.set(parameter, (htp ? Math.max(home, ...said) : onTop(rows, home)) ?? seen ?? said.at(-1) ?? home);
  }
  return values;
}

const limited = (value: number): number => clamp(value, 0, 1);

interface Layer {
  readonly rank: number;
  readonly level: number;
  /** The level is the part by which it replaces what lies beneath it. */
  readonly scaled: boolean;
}

/** What a layer says of a parameter, and how much of that there is by now, 0..1. */
interface Lying extends Layer {
  readonly row: Row;
  readonly come: () => number;
}

/** Cards and sketches from the lowest to the topmost. */
function layersOf(
  show: Show,
  { running, now }: { running: readonly RunningPlayback[]; now: Seconds },
): (Layer & { readonly rows: ReadonlyMap<number, Row>; readonly come: (row: Row) => number })[] {
  const cards = running.map((run) => ({
    rank: rankOf(run.playback),
    rows: run.rows,
    level: run.level,
    scaled: roleOf(run.playback) === "everything" && run.playback.colors !== "add",
    come: (row: Row): number => comeOf(row, run, { rig: show.rig, now }),
  }));
  const sketches = show.all("sketch").flatMap((sketch) => {
    const driven = sketchDrives(show, sketch);
    return driven ? [{ rank: RANK_OF.normal, rows: byParameter(driven.rows), level: 1, scaled: false, come: () => 1 }] : [];
  });
  return [...cards, ...sketches].sort((a, b) => a.rank - b.rank);
}

/** What higher cards lay over a sketch in part, by their faders; none where one of them can't be looked through. */
function higherParts(rows: readonly Lying[]): { readonly value: number; readonly share: number }[] {
  const higher = rows.filter(({ rank, row }) => rank > RANK_OF.normal && row.value !== null);
  const parts = higher.flatMap(({ row, level, scaled }) => {
    const value = scaled && level < 1 ? plainValue(row) : null;
    return value === null ? [] : [{ value: limited(value), share: level }];
  });
  return parts.length === higher.length ? parts : [];
}

/** What the topmost row says that takes the value's place, home where none does; null = it moves, or is still on its way. */
function onTop(rows: readonly Lying[], home: number): number | null {
  const top = rows.findLast(({ row }) => row.value !== null);
  if (!top) return home;
  const value = top.come() >= 1 ? plainValue(top.row) : null;
  return value === null ? null : limited(value);
}

/** What a row says without moving; null = it only rides, or a motion takes the value's place. */
function plainValue(row: Row | undefined): number | null {
  return row === undefined || row.motions.some(({ relative }) => !relative) ? null : row.value;
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

/** Rows to look up; rows are one a parameter. */
export function byParameter(rows: readonly Row[]): Map<number, Row> {
  return new Map(rows.map((row) => [row.parameter, row]));
}
