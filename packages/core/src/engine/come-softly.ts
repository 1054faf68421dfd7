import type { Seconds } from "../units/units";
import { rowsIn } from "./carry-over";
import type { CompiledRows } from "./compile";
import { followedAngles } from "./flat-follows";
import { copiedFloats } from "./kernels";
import type { Source } from "./source";

/** What a source may say again, or says in another way, comes over this time. */
const COMING_SECONDS = 2;

/** Rows that come softly, and how: a timing of their own, where they start from, and what moves on beneath them meanwhile. */
class SoftRows {
  readonly delays: number[] = [];
  readonly fades: number[] = [];
  /** By row: which of these timings, or -1. */
  readonly timing: Int32Array;
  readonly from: Float32Array;
  /** By row: its row in what moves on beneath, or -1. */
  readonly beneath: Int32Array;

  constructor(next: Source) {
    const { length } = next.from;
    this.timing = new Int32Array(length).fill(-1);
    this.from = copiedFloats(next.from);
    this.beneath = new Int32Array(length).fill(-1);
  }

  add(delay: Seconds, fade: Seconds): number {
    this.delays.push(delay);
    return this.fades.push(fade) - 1;
  }

  get any(): boolean {
    return this.fades.length > 0;
  }
}

/**
 * The same run, in which what it didn't say before comes softly from what is on stage, and so does what followed before and doesn't now, or
 * the other way round: targets are followed again, or not any more. What followed does so on beneath meanwhile. What came softly already goes on
 * to do so.
 */
export function comingSoftly(
  present: Source,
  next: Source,
  at: Seconds,
  { merged, htpCount }: { merged: Float32Array; htpCount: number },
): Source {
  const { compiled, startSeconds, pause, htpRows } = next;
  const before = rowsIn(compiled.parameters, present.compiled);
  const [followed, follows] = [followingRows(present.compiled), followingRows(compiled)];
  const soft = stillComing(present, next, before);
  const comes = before.map((old, row) => Number(old < 0 || followed.has(old) !== follows.has(row)));
  if (comes.includes(1)) {
    const timing = soft.add((pause.since ?? at) - startSeconds - pause.heldSeconds, COMING_SECONDS);
    comes.forEach((isComing, row) => {
      if (isComing === 0) return;
      const old = before[row]!;
      soft.timing[row] = timing;
      // Of light it had nothing: what others say of it goes on meanwhile.
      soft.from[row] = old >= 0 ? present.rowValue(old) : row < htpRows ? 0 : merged[compiled.parameters[row]!]!;
      soft.beneath[row] = followed.has(old) && !present.beneath ? old : -1;
    });
  }
  return withSoft(next, soft, { present, htpCount });
}

/** The same run after an edit: what came softly goes on to do so. */
export function goOnSoftly(present: Source, next: Source, htpCount: number): Source {
  if (present.settled || present.soft.size === 0) return next;
  return withSoft(next, stillComing(present, next, rowsIn(next.compiled.parameters, present.compiled)), { present, htpCount });
}

/** The rows of both that haven't arrived in the one, as they come there. */
function stillComing(present: Source, next: Source, before: Int32Array): SoftRows {
  const soft = new SoftRows(next);
  if (present.settled || present.soft.size === 0) return soft;
  const { timing, delays, fades } = present.compiled;
  const known = new Map<number, number>();
  before.forEach((old, row) => {
    const was = old < 0 ? -1 : timing[old]!;
    if (!present.soft.has(was) || present.progress[was]! >= 1) return;
    // A sketch that is made anew begins anew: its times are counted from then.
    if (!known.has(was)) known.set(was, soft.add(present.startSeconds + delays[was]! - next.startSeconds, fades[was]!));
    soft.timing[row] = known.get(was)!;
    soft.from[row] = present.from[old]!;
    soft.beneath[row] = present.beneath?.rows[old] ?? -1;
  });
  return soft;
}

function withSoft(next: Source, soft: SoftRows, { present, htpCount }: { present: Source; htpCount: number }): Source {
  if (!soft.any) return next;
  const { compiled } = next;
  const { fades, delays } = compiled;
  const timing = compiled.timing.map((own, row) => (soft.timing[row]! < 0 ? own : fades.length + soft.timing[row]!));
  const times = { delays: Float64Array.from([...delays, ...soft.delays]), fades: Float64Array.from([...fades, ...soft.fades]) };
  const coming = next.retimed({ ...compiled, timing, ...times }, soft.from, htpCount);
  coming.soft = new Set(soft.fades.map((_, index) => fades.length + index));
  const moving = next.beneath ?? present.beneath ?? { source: present, rows: soft.beneath, gain: 1 };
  // What moves on beneath already does so for the others alone: two deep is deep enough.
  const rows = soft.beneath.map((old, row) => (soft.timing[row]! >= 0 ? old : (next.beneath?.rows[row] ?? -1)));
  coming.beneath = rows.some((old) => old >= 0) ? { ...moving, rows } : null;
  return coming;
}

function followingRows({ follows }: CompiledRows): ReadonlySet<number> {
  return new Set(followedAngles(follows).map(({ row }) => row));
}
