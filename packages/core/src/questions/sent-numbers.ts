import type { OutputLine } from "../playback/output";
import type { Show } from "../show/show";

/** The numbers under which an output's universes arrive at its receivers. */
export function sentNumbers(show: Show, { universes: range, shift }: Pick<OutputLine, "universes" | "shift">): number[] {
  return show.rig.universes.filter((own) => !range || (own >= range.from && own <= range.to)).map((own) => own + shift);
}
