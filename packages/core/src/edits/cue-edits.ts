import type { Cue } from "../cue/cue";
import { setChange, type Change } from "../document/transaction";
import { inRank, type Strokes } from "../stroke/stroke";
import type { Show } from "../show/show";

const THOUSANDTH = 1000;

/** A number between two cues with as few decimals as it takes; null where none of a thousandth is left. */
export function numberBetween(before: number, after: number): number | null {
  for (const step of [1, 10, 100, THOUSANDTH]) {
    const next = Math.floor(before * step + 1e-9) + 1;
    if (next / step < after - 1e-9) return next / step;
  }
  return null;
}

/** The number for a new cue behind another (null = at the end). */
export function numberAfter(cues: readonly Cue[], cueId: string | null): number | null {
  const at = cueId === null ? cues.length - 1 : cues.findIndex(({ id }) => id === cueId);
  const before = cues[at]?.number ?? 0;
  const after = cues[at + 1]?.number ?? Infinity;
  return numberBetween(before, after);
}

/** Numbers cues from 1 on in whole steps, in their order. Numbers are distinct at every moment in between: it goes by a detour. */
export function renumberChanges(cues: readonly Cue[]): Change[] {
  const moved = cues.flatMap((cue, index) => (cue.number === index + 1 ? [] : [{ cue, to: index + 1 }]));
  const taken = new Set([...cues.map(({ number }) => number), ...cues.map((_, index) => index + 1)]);
  let spare = 99999;
  const detours = moved.map(({ cue, to }) => {
    while (taken.has(spare)) spare--;
    return { cue, to, by: spare-- };
  });
  return [
    ...detours.map(({ cue, by }) => setChange(cue.id, ["number"], { from: cue.number, to: by })),
    ...detours.map(({ cue, to, by }) => setChange(cue.id, ["number"], { from: by, to })),
  ];
}

/** Copies of cues behind another of the same list, in their order; null where no numbers are left between it and the next. */
export function copyChanges(show: Show, copied: readonly Cue[], { behind, newId }: { behind: Cue; newId: () => string }): Change[] | null {
  let cues = show.cuesOf(behind.listId);
  let last = behind;
  const changes: Change[] = [];
  for (const cue of copied) {
    const number = numberAfter(cues, last.id);
    if (number === null) return null;
    const { thenCueId: _, ...rest } = cue;
    const record: Cue = { ...rest, id: newId(), version: 1, listId: behind.listId, number };
    changes.push({ op: "add", record });
    cues = [...cues, record].sort((a, b) => a.number - b.number);
    last = record;
  }
  return changes;
}

/** Moves a cue between its neighbours of another place in the list: its number changes; null where none is left there. */
export function moveChanges(cues: readonly Cue[], cue: Cue, way: "up" | "down"): Change[] | null {
  const at = cues.findIndex(({ id }) => id === cue.id);
  const [before, after] = way === "up" ? [cues[at - 2], cues[at - 1]] : [cues[at + 1], cues[at + 2]];
  if (way === "up" ? !after : !before) return [];
  const number = numberBetween(before?.number ?? 0, after?.number ?? Infinity);
  return number === null ? null : [setChange(cue.id, ["number"], { from: cue.number, to: number })];
}

/**
 * The strokes of all cues that count at a cue, laid in their order as its own: with them nothing needs to be carried into it any more.
 * Later strokes lie above earlier ones.
 */
export function blockedStrokes(cues: readonly Cue[], cue: Cue): Strokes {
  const at = cues.findIndex(({ id }) => id === cue.id);
  const start = cues.slice(0, at + 1).findLastIndex(({ block }, index) => block && index < at);
  const counting = cues.slice(Math.max(0, start), at + 1).filter(({ cueOnly, id }) => !cueOnly || id === cue.id);
  const laid = counting.flatMap(({ id, strokes }) =>
    inRank(strokes).map(([strokeId, stroke]) => ({ key: id === cue.id ? strokeId : `${strokeId}-of-${id}`, stroke })),
  );
  return Object.fromEntries(laid.map(({ key, stroke }, rank) => [key, { ...stroke, rank: rank + 1 }]));
}
