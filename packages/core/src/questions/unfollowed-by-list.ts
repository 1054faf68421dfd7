import type { Cue } from "../cue/cue";
import { targetOffIdOf } from "../follow/target-off";
import type { Target } from "../follow/target";
import { isLost, targetStateIdOf } from "../follow/target-state";
import type { Show } from "../show/show";
import { partReads } from "../stroke/part-reads";
import type { Seconds } from "../units/units";

/** The targets that a list's cues follow and that nobody follows now, or of which nothing is heard. */
export function unfollowedByList(
  show: Show,
  listId: string,
  t: Seconds,
): { readonly off: readonly Target[]; readonly lost: readonly Target[] } {
  const ids = new Set(show.cuesOf(listId).flatMap((cue) => followedIn(cue, show)));
  const targets = [...ids].flatMap((id) => show.target(id) ?? []);
  const isOff = ({ id }: Target): boolean => show.targetOff(targetOffIdOf(id))?.off ?? false;
  const silent = (target: Target): boolean => {
    const state = show.get("targetState", targetStateIdOf(target.id));
    return state !== null && isLost(state, t);
  };
  return { off: targets.filter(isOff), lost: targets.filter((target) => !isOff(target) && silent(target)) };
}

/** Also by way of presets. */
function followedIn({ strokes }: Cue, show: Show): string[] {
  return Object.values(strokes).flatMap(({ parts }) => Object.values(parts).flatMap((part) => partReads(part, show)));
}
