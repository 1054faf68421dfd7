import { PACE_ID } from "../playback/pace";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** The time that a pace gives to a cue of a list that is started now; undefined = its own. */
export function paceFor(show: Show, listId: string): Seconds | undefined {
  const pace = show.get("pace", PACE_ID);
  return pace && pace.seconds !== null && pace.listIds.includes(listId) ? pace.seconds : undefined;
}
