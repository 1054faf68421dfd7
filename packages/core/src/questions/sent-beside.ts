import { sendsToGroups } from "../playback/output";
import type { Show } from "../show/show";

/** Of the universes that somebody else sends those that this show sends to groups, too: receivers hear both. */
export function sentBeside(show: Show, universes: readonly number[]): number[] {
  const ours = new Set(
    show
      .all("output")
      .filter(sendsToGroups)
      .flatMap(({ universes: range, shift }) =>
        show.rig.universes.filter((own) => !range || (own >= range.from && own <= range.to)).map((own) => own + shift),
      ),
  );
  return universes.filter((universe) => ours.has(universe));
}
