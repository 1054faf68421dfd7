import type { Cue } from "../cue/cue";
import { stateAt } from "../cue/state-at";
import type { PlaybackState } from "../playback/playback";
import type { Rig } from "../rig/rig";
import type { Show } from "../show/show";
import type { Sketch } from "../stroke/sketch";
import { resolve, type Resolved } from "../stroke/resolve";
import { reachOf, reachOfOwner, type Reach } from "../territory/reach";
import type { Seconds } from "../units/units";
import { colorTravel } from "./color-travel";
import { compile, type CompiledRows, type WaveBank } from "./compile";
import { Source } from "./source";

export interface SourceContext {
  readonly show: Show;
  readonly bank: WaveBank;
  /** What is on stage now, by parameter. */
  readonly merged: Float32Array;
}

/** What a playback starts from: its own source so far, and the stage. */
export interface StartingPoint {
  readonly present: Source | null;
  readonly merged: Float32Array;
}

/** The source of a playback at its cue, or null when there is nothing to play. */
export function playbackSource(state: PlaybackState, context: SourceContext, start: StartingPoint): Source | null {
  const { show, bank } = context;
  const cue = show.get("cue", state.cueId);
  const playback = show.get("playback", state.playbackId);
  const list = show.get("cueList", playback?.listId);
  if (!cue || !list) return null;
  const resolved = stateAt(show.cuesOf(list.id), cue.id, within(show, reachOfOwner(list.territoryId, show)));
  const compiled = compile(resolved.rows, cue.inSeconds, bank);
  const source = new Source({
    id: state.playbackId,
    compiled,
    reads: resolved.reads,
    from: startValues(compiled, state.level, { ...start, htpCount: show.rig.htpCount }),
    startSeconds: state.goSeconds,
    level: state.level,
    htpCount: show.rig.htpCount,
  });
  layTravel(source, cue, show.rig);
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

/** LTP rows start from the stage, HTP rows from what this playback itself was giving. */
function startValues(
  compiled: CompiledRows,
  level: number,
  { present, merged, htpCount }: StartingPoint & { htpCount: number },
): Float32Array {
  const from = new Float32Array(compiled.parameters.length);
  const own = new Map<number, number>();
  if (present && level > 0)
    present.compiled.parameters.forEach((parameter, row) => {
      const gain = (present.level * present.weight) / level;
      if (row < present.htpRows) own.set(parameter, Math.min(1, present.rowValue(row) * gain));
    });
  compiled.parameters.forEach((parameter, row) => {
    from[row] = parameter < htpCount ? (own.get(parameter) ?? 0) : merged[parameter]!;
  });
  return from;
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
  before.mergeInto(merged);
  return { present: before, merged };
}

/** What a playback no longer says at its new cue goes back to what lies beneath, over the new cue's time. */
export function leavingSource(present: Source, next: Source, at: Seconds, { show, bank }: SourceContext): Source | null {
  const stays = new Set(next.compiled.parameters);
  const rows = [...present.compiled.parameters.keys()].filter((row) => !stays.has(present.compiled.parameters[row]!));
  if (rows.length === 0) return null;
  const held = Float32Array.from(rows, (row) => present.rowValue(row));
  const leaving = new Source({
    id: `${present.id} leaving`,
    compiled: {
      ...compile([], 0, bank),
      parameters: Int32Array.from(rows, (row) => present.compiled.parameters[row]!),
      base: held,
      to: held,
      timing: new Uint32Array(rows.length),
      delays: new Float64Array(1),
      fades: new Float64Array(1),
    },
    reads: new Set(),
    from: held,
    startSeconds: at,
    level: present.level,
    htpCount: show.rig.htpCount,
  });
  const cueId = show.playbackState(present.id)?.cueId;
  leaving.letGo(at, show.get("cue", cueId)?.inSeconds ?? 0);
  return leaving;
}

/** The same run with new content: what it already said keeps where it came from. */
export function revisedSource(present: Source, next: Source | null, show: Show): Source | null {
  if (!next) return null;
  carryStarts(present, next);
  next.level = present.level;
  const cue = show.get("cue", show.playbackState(next.id)?.cueId);
  if (cue && !present.settled) layTravel(next, cue, show.rig);
  return next;
}

/** What both say starts where it started before. Parameters rise in both, so one walk along them is enough. */
function carryStarts(present: Source, next: Source): void {
  const [before, after] = [present.compiled.parameters, next.compiled.parameters];
  for (let row = 0, old = 0; row < after.length && old < before.length; row++) {
    while (old < before.length && before[old]! < after[row]!) old++;
    if (before[old] === after[row]) next.from[row] = present.from[old]!;
  }
}

/** The source of a sketch; null when it is empty. It takes over at once: times are for cues. */
export function sketchSource(sketch: Sketch, t: Seconds, { show, bank }: SourceContext): Source | null {
  const person = show.get("person", sketch.personId);
  if (!person || Object.keys(sketch.strokes).length === 0) return null;
  const resolved: Resolved = resolve(sketch.strokes, within(show, reachOf(person, show)));
  if (resolved.rows.length === 0) return null;
  const instant = resolved.rows.map((row) => ({ ...row, fade: 0, delay: 0 }));
  const compiled = compile(instant, 0, bank);
  return new Source({
    id: `sketch ${sketch.personId}`,
    compiled,
    reads: resolved.reads,
    from: compiled.base.slice(),
    startSeconds: t,
    level: 1,
    htpCount: 0,
  });
}

function within(show: Show, reaches: Reach): Parameters<typeof resolve>[1] {
  return { rig: show.rig, groupHeads: (id) => show.groupHeads(id), preset: (id) => show.preset(id), reaches };
}
