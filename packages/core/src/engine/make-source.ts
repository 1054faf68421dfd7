import type { Cue } from "../cue/cue";
import { cardLevel } from "../playback/card-level";
import { fadedSeconds, roleOf, type Playback, type PlaybackState } from "../playback/playback";
import type { Rig } from "../rig/rig";
import { listDrives } from "../show/driving";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { colorTravel } from "./color-travel";
import { carryBeneath, layOver, movingRows, startsInRun, startsOf } from "./carry-over";
import { compile, type TimesOfRows } from "./compile";
import type { RigWays } from "./rig-ways";
import { timesInRun, timesOfContent } from "./row-times";
import { Source } from "./source";
import { ABOVE, homeCounts } from "./home-share";
import { layRow, shownAt } from "./lay-rows";
import { numbersOf, rowNumbers } from "./numbers-of";

export interface SourceContext {
  readonly show: Show;
  /** What is on stage now, by parameter; for a sketch it is worked out when it is asked for. */
  readonly merged: Float32Array;
  readonly ways: RigWays;
  /** What plays, from the lowest to the topmost. */
  readonly playing: readonly Source[];
}

/** What a playback starts from: its own source so far, and the stage. */
export interface StartingPoint {
  readonly present: Source | null;
  readonly merged: Float32Array;
  /** The same run before its content or times were changed at a moment. */
  readonly retimed?: { readonly present: Source; readonly at: Seconds };
}

/** The source of a playback at its cue, or null when there is nothing to play. */
export function playbackSource(state: PlaybackState, context: SourceContext, start: StartingPoint): Source | null {
  const { show } = context;
  const cue = show.get("cue", state.cueId);
  const playback = show.get("playback", state.playbackId);
  if (!cue || !playback) return null;
  const { rig } = show;
  const resolved = listDrives(show, { listId: playback.listId, cueId: cue.id });
  const level = cardLevel(playback, state, state.goSeconds);
  const startOf = startValues(level, { ...start, playback, ways: context.ways });
  const { content } = resolved;
  const own = (): TimesOfRows => timesOfContent(cue, content, { rig, startOf, chosen: state.seconds, byPace: state.byPace });
  const { retimed } = start;
  const times = retimed ? timesInRun(content, own, { present: retimed.present, elapsed: fadedSeconds(state, retimed.at) }) : own();
  const compiled = compile(content, {
    times,
    inSeconds: cue.inSeconds,
    masterId: playback.masterId ?? null,
    sinceSeconds: state.runSeconds ?? state.goSeconds,
    lead: state.lead,
  });
  const source = new Source({
    id: state.playbackId,
    compiled,
    reads: resolved.reads,
    from: retimed
      ? startsInRun(compiled.parameters, retimed.present, freshIn(start.merged, context.ways))
      : rowNumbers(compiled.parameters, startOf),
    startSeconds: state.goSeconds,
    level,
    htpCount: rig.htpCount,
  });
  // Where the cue comes at once by itself there is no share.
  source.pacedSeconds = state.byPace && cue.inSeconds > 0 ? (state.seconds ?? 0) : 0;
  source.follow(playback, state, context.ways.adding);
  layTravel(source, cue, rig);
  const { present, merged } = start;
  if (present && level > 0) layOver(source, present, { merged, gain: (present.level * present.weight) / level });
  return source;
}

/** Where the cue wants colours to travel even or round, their levels along the way. */
function layTravel(source: Source, { colorPath }: Pick<Cue, "colorPath">, rig: Rig): void {
  if (!colorPath) return;
  const { parameters, base, motions } = source.compiled;
  const moving = new Set(motions.targets);
  const rowOf = new Map<number, number>();
  const legs = [...parameters].flatMap((parameter, row) => {
    if (moving.has(row) || row < source.htpRows) return [];
    rowOf.set(parameter, row);
    return [{ parameter, from: source.from[row]!, to: base[row]! }];
  });
  source.travel = new Map([...colorTravel(legs, rig, colorPath)].map(([parameter, table]) => [rowOf.get(parameter)!, table]));
}

/**
 * Where the rows of a new cue start from. HTP rows: what this playback itself was giving, else nothing, or where home isn't nothing
 * the stage. LTP rows: the stage; but where the fader scales them, what the playback says, for the stage shows only a part of that.
 */
function startValues(level: number, of: StartingPoint & { playback: Playback; ways: RigWays }): (parameter: number) => number {
  const { present, merged, retimed, playback, ways } = of;
  const fresh = freshIn(merged, ways);
  if (retimed) return startsOf(retimed.present, fresh);
  const own = new Map<number, number>();
  const gain = present && level > 0 ? (present.level * present.weight) / level : 0;
  present?.compiled.parameters.forEach((parameter, row) => {
    if (row < present.htpRows) own.set(parameter, Math.min(1, present.rowValue(row) * gain));
    else if (isScaled(parameter, playback, ways) && !present.lettingGo) own.set(parameter, present.rowValue(row));
  });
  return (parameter) => Math.fround(own.get(parameter) ?? fresh(parameter));
}

/** Where what is new in a run starts from. */
function freshIn(merged: Float32Array, { htpCount, home }: RigWays): (parameter: number) => number {
  return (parameter) => (parameter < htpCount && home[parameter] === 0 ? 0 : merged[parameter]!);
}

function isScaled(parameter: number, playback: Playback, { adding }: RigWays): boolean {
  return roleOf(playback) === "everything" || (playback.colors === "add" && adding[parameter]! > 0);
}

/** After a restart, a fade that was under way goes on from the state of the cue before it. */
export function continuation(state: PlaybackState, context: SourceContext): StartingPoint {
  const merged = context.merged.slice();
  const before =
    state.previousCueId === null
      ? null
      : playbackSource({ ...state, cueId: state.previousCueId, previousCueId: null, goSeconds: 0 }, context, { present: null, merged });
  if (!before) return { present: null, merged };
  before.settled = true;
  const { home } = context.ways;
  const counts = homeCounts([before], context.ways);
  // What is there beside home's part was said by somebody.
  const said = merged.map((value, parameter) =>
    counts?.[parameter] ? value - home[parameter]! + (counts[parameter] === ABOVE ? 1 : 0) : value,
  );
  const stage = { said, covered: new Float32Array(merged.length), rest: home, counts, changes: context.ways.changes };
  before.compiled.parameters.forEach((parameter, row) => {
    layRow(before, row, stage);
    merged[parameter] = shownAt(stage, parameter);
  });
  return { present: before, merged };
}

/**
 * What a playback no longer says at its new cue goes back to what lies beneath, over the new cue's time, or over
 * `reachSeconds` where it is no longer its own. What moved there moves
 * on meanwhile, and so does all that rode on what lies beneath: at the new cue it comes in anew.
 */
export function leavingSource(
  present: Source,
  next: Source,
  at: Seconds,
  { show, reachSeconds }: SourceContext & { reachSeconds?: Seconds },
): Source | null {
  const stays = new Set(next.compiled.parameters);
  const rows = [...present.compiled.parameters.keys()].filter((row) => !stays.has(present.compiled.parameters[row]!));
  const { clocks, delays, fades } = present.compiled;
  // When reach is lost the run goes on, and with it what rides.
  const riders = reachSeconds === undefined ? present.compiled.riders : compile([], { inSeconds: 0 }).riders;
  if (rows.length === 0 && riders.targets.length === 0) return null;
  const held = rowNumbers(rows, (row) => present.rowValue(row));
  const moving = movingRows(present);
  const leaving = new Source({
    id: `${present.id} leaving`,
    compiled: {
      ...compile([], { inSeconds: 0 }),
      parameters: numbersOf(Int32Array, rows, (row) => present.compiled.parameters[row]!),
      base: held,
      to: held,
      riders,
      clocks,
      // Rows never arrive: each stays where it was, or with what moves on beneath. Riders keep the timings that they had.
      timing: new Uint32Array(rows.length).fill(fades.length),
      delays: Float64Array.from([...delays, Infinity]),
      fades: Float64Array.from([...fades, 0]),
    },
    reads: new Set(),
    from: held,
    startSeconds: present.startSeconds,
    level: present.level,
    htpCount: show.rig.htpCount,
  });
  if (rows.some((row) => moving[row] === 1))
    leaving.beneath = { source: present, rows: numbersOf(Int32Array, rows, (row) => (moving[row] === 1 ? row : -1)), gain: 1 };
  leaving.pause = present.pause;
  leaving.lieLike(present);
  const state = show.playbackState(present.id);
  if (reachSeconds !== undefined) leaving.letGo(at, reachSeconds);
  else if (state?.hand) {
    leaving.motions.stop(at);
    leaving.leaveByHand(state.hand.part);
  } else leaving.letGo(at, state?.seconds ?? show.get("cue", state?.cueId)?.inSeconds ?? 0);
  return leaving;
}

/** What goes out of somebody's reach lets go over this time. */
const REACH_SECONDS = 2;

/** What a source may no longer drive, as sources that go softly to what lies beneath. */
export function lostSources(source: Source, next: Source | null, at: Seconds, context: SourceContext): Source[] {
  if (next) {
    const leaving = leavingSource(source, next, at, { ...context, reachSeconds: REACH_SECONDS });
    return leaving ? [leaving] : [];
  }
  source.letGo(at, REACH_SECONDS);
  return [source];
}

/** The same run with new content: what it already said keeps where it came from. */
export function revisedSource(present: Source, next: Source | null, show: Show): Source | null {
  if (!next) return null;
  carryBeneath(present, next);
  next.motions.carryCounts(present.motions);
  next.follows.goOnFrom(present.follows);
  const cue = show.get("cue", show.playbackState(next.id)?.cueId);
  if (cue && !present.settled) layTravel(next, cue, show.rig);
  return next;
}
