import { changedId, edit, phaseChanges, type Show, type Transaction } from "@vexa/core";

/** An edit with what goes with it so that nothing that moves jumps, at the very moment at which it holds; `more` are the ids that this adds. */
export function withPhasesKept(
  before: Show,
  { edited, asked, at }: { edited: Show; asked: Transaction; at: number },
): { readonly next: Show; readonly transaction: Transaction; readonly more: readonly string[] } {
  const phases = phaseChanges(before, edited, { changes: asked.changes, t: at });
  const moved = phases.length > 0 ? edit(edited, phases) : null;
  if (!moved?.ok) return { next: edited, transaction: asked, more: [] };
  return { next: moved.value, transaction: { ...asked, changes: [...asked.changes, ...phases] }, more: phases.map(changedId) };
}
