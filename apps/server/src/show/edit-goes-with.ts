import { changedId, edit, phaseChanges, scaleChanges, type Show, type Transaction } from "@vexa/core";

/**
 * An edit with what goes with it at the very moment at which it holds, so that nothing that moves jumps, and no tempo stays scaled by a fader
 * that is gone; `more` are the ids that this adds.
 */
export function withWhatGoesAlong(
  before: Show,
  { edited, asked, at }: { edited: Show; asked: Transaction; at: number },
): { readonly next: Show; readonly transaction: Transaction; readonly more: readonly string[] } {
  const of = { changes: asked.changes, t: at };
  const more = [...phaseChanges(before, edited, of), ...scaleChanges(before, edited, of)];
  const whole = more.length > 0 ? edit(edited, more) : null;
  if (!whole?.ok) return { next: edited, transaction: asked, more: [] };
  return { next: whole.value, transaction: { ...asked, changes: [...asked.changes, ...more] }, more: more.map(changedId) };
}
