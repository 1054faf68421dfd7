import type { TargetsAt } from "../follow/followed-head";
import { isGliding, newPathPlace, pathAt, type PathPlace } from "../follow/target-path";
import { targetStateIdOf, type TargetState } from "../follow/target-state";
import type { Target } from "../follow/target";
import type { Seconds } from "../units/units";

export interface TargetRecord {
  target: Target;
  targetState: TargetState;
}

/** Targets, and what was heard of them. Never changes in place. */
export interface HeardTargets {
  get<K extends keyof TargetRecord>(kind: K, id: string): TargetRecord[K] | null;
}

/** Where a target was at the moment at which it was asked for last. */
interface Known {
  readonly stateId: string;
  readonly place: PathPlace;
  moves: ReturnType<TargetsAt>;
  heard: HeardTargets | null;
  t: Seconds;
}

/** Where targets are, in the show as it is when they are asked for. Many heads follow one: it is worked out once for a moment. */
export function targetReader(now: () => HeardTargets): TargetsAt {
  const byId = new Map<string, Known>();
  return (targetId, t, into) => {
    const heard = now();
    let known = byId.get(targetId);
    if (!known)
      byId.set(targetId, (known = { stateId: targetStateIdOf(targetId), place: newPathPlace(), moves: null, heard: null, t: NaN }));
    if (known.heard !== heard || known.t !== t) {
      known.moves = lookUp(targetId, known, heard, t);
      known.heard = heard;
      known.t = t;
    }
    for (let axis = 0; axis < 6; axis++) into[axis] = known.place[axis]!;
    return known.moves;
  };
}

function lookUp(targetId: string, { stateId, place }: Known, heard: HeardTargets, t: Seconds): ReturnType<TargetsAt> {
  const target = heard.get("target", targetId);
  if (!target) return null;
  const state = heard.get("targetState", stateId);
  if (state) {
    pathAt(state, target.smoothSeconds, t, place);
    return isGliding(state, target.smoothSeconds, t) ? "moves" : "still";
  }
  place.fill(0);
  place[0] = target.home.x;
  place[1] = target.home.y;
  place[2] = target.home.z;
  return "still";
}
