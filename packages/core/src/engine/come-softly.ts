import type { Seconds } from "../units/units";
import { rowsIn } from "./carry-over";
import type { CompiledRows } from "./compile";
import { followedAngles } from "./flat-follows";
import type { SourceContext } from "./make-source";
import type { Source } from "./source";

/** What a source may say again, or says in another way, comes over this time. */
const COMING_SECONDS = 2;

/**
 * The same run, in which what it didn't say before comes softly from what is on stage, and so does what followed before and doesn't now, or
 * the other way round: targets are followed again, or not any more. What followed does so on beneath meanwhile.
 */
export function comingSoftly(present: Source, next: Source, at: Seconds, { show, merged }: SourceContext): Source {
  const { compiled, startSeconds, pause, htpRows } = next;
  const { fades, delays, parameters } = compiled;
  const before = rowsIn(parameters, present.compiled);
  const [followed, follows] = [followingRows(present.compiled), followingRows(compiled)];
  const comes = before.map((old, row) => Number(old < 0 || followed.has(old) !== follows.has(row)));
  if (!comes.includes(1)) return next;
  const timing = compiled.timing.map((own, row) => (comes[row] === 1 ? fades.length : own));
  // Of light it had nothing: what others say of it goes on meanwhile.
  const startOf = (row: number): number =>
    before[row]! >= 0 ? present.rowValue(before[row]!) : row < htpRows ? 0 : merged[parameters[row]!]!;
  const from = next.from.map((start, row) => (comes[row] === 1 ? startOf(row) : start));
  const since = (pause.since ?? at) - startSeconds - pause.heldSeconds;
  const times = { delays: Float64Array.from([...delays, since]), fades: Float64Array.from([...fades, COMING_SECONDS]) };
  const coming = next.retimed({ ...compiled, timing, ...times }, from, show.rig.htpCount);
  // What moves on beneath already does so for the others alone: two deep is deep enough.
  const moving = coming.beneath ?? { source: present, rows: before.map((old) => (followed.has(old) ? old : -1)), gain: 1 };
  const isOwn = coming.beneath === null;
  coming.beneath = { ...moving, rows: moving.rows.map((old, row) => ((comes[row] === 1) === isOwn ? old : -1)) };
  return coming;
}

function followingRows({ follows }: CompiledRows): ReadonlySet<number> {
  return new Set(followedAngles(follows).map(({ row }) => row));
}
