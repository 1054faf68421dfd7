import { sendsToGroups } from "../playback/output";
import type { Show } from "../show/show";
import { sentNumbers } from "./sent-numbers";

/** Of the universes that somebody else sends those that this show sends to groups, too: receivers hear both. */
export function sentBeside(show: Show, universes: readonly number[]): number[] {
  const outputs = show.all("output").filter(sendsToGroups);
  const ours = new Set(outputs.flatMap((output) => sentNumbers(show, output)));
  return universes.filter((universe) => ours.has(universe));
}
