import { fieldChanges } from "../document/field-changes";
import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { heardAt, placeAt } from "../follow/target-path";
import { targetOffIdOf, type TargetOff } from "../follow/target-off";
import { isLost, targetStateIdOf, unheard, type TargetState } from "../follow/target-state";
import { nearestIn } from "../follow/stage-box";
import type { Target } from "../follow/target";
import type { Vector } from "../geometry/beam";
import type { HeadKey } from "../rig/fixture";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** What moves the points that heads follow. Positions are metres on stage. */
export type TargetCommand =
  /** It was heard of. By hand: nobody else moves it until it is left to them again. */
  | { readonly type: "target-at"; readonly targetId: string; readonly place: Vector; readonly by?: "hand" }
  /** It goes the way that was recorded, from its beginning, round and round. */
  | { readonly type: "target-walk"; readonly targetId: string }
  /** Into the hand where it stands: nobody else moves it until it is left to them again. */
  | { readonly type: "target-take"; readonly targetId: string }
  /** Out of the hand, not held and not on its walk any more. */
  | { readonly type: "target-free"; readonly targetId: string }
  /** Targets stand still, or go on from there; none named = all. */
  | { readonly type: "target-hold"; readonly targetIds?: readonly string[]; readonly on: boolean }
  /** Nobody follows targets, but these heads where some are named, or those who did do so again; no targets named = all. */
  | { readonly type: "target-off"; readonly targetIds?: readonly string[]; readonly on: boolean; readonly but?: readonly HeadKey[] }
  /** Takes note of the targets that are lost by now, or are heard again. */
  | { readonly type: "target-watch" };

type StateCommand = Exclude<TargetCommand, { readonly type: "target-off" | "target-watch" }>;

interface By {
  readonly t: Seconds;
  readonly personId: string;
}

export function targetChanges(show: Show, command: TargetCommand, by: By): Result<Change[]> {
  if (command.type === "target-watch") return ok(lostChanges(show, by.t));
  const named = "targetId" in command ? [command.targetId] : command.targetIds;
  const targets = [...new Set(named ?? show.all("target").map(({ id }) => id))].map((id) => show.target(id));
  if (targets.some((target) => !target)) return fail("record.unknown", { what: "target" });
  if (command.type === "target-off") return ok(targets.flatMap((target) => offChanges(show, target!, offAs(command))));
  const idle = command.type === "target-walk" && targets.find((target) => !target!.walk);
  if (idle) return fail("value.invalid", { field: "The walk", value: idle.name, why: "nobody has recorded one" });
  return ok(targets.flatMap((target) => changesOf(show, target!, stateAfter(show, target!, command, by))));
}

/** Whether there are targets that are lost, or heard again, of which no note was taken. */
export function lostChanged(show: Show, t: Seconds): boolean {
  return show.all("target").some((target) => (offOf(show, target)?.lost ?? false) !== isLostNow(show, target, t));
}

function lostChanges(show: Show, t: Seconds): Change[] {
  return show.all("target").flatMap((target) => offChanges(show, target, (was) => ({ ...was, lost: isLostNow(show, target, t) })));
}

/** Only those are noted of which somebody has said what is to be done then. */
function isLostNow(show: Show, target: Target, t: Seconds): boolean {
  const state = stateOf(show, target);
  return target.whenLost !== undefined && state !== null && isLost(state, t);
}

function offOf(show: Show, { id }: Target): TargetOff | null {
  return show.targetOff(targetOffIdOf(id));
}

function fresh({ id: targetId }: Target): TargetOff {
  return { id: targetOffIdOf(targetId), kind: "targetOff", version: 1, targetId, off: false, lost: false };
}

function offAs({ on, but }: Extract<TargetCommand, { readonly type: "target-off" }>): (was: TargetOff) => TargetOff {
  return ({ but: _, ...was }) => ({ ...was, off: on, ...(on && but ? { but } : {}) });
}

/** There is no record while there is nothing to say. */
function offChanges(show: Show, target: Target, is: (was: TargetOff) => TargetOff): Change[] {
  const present = offOf(show, target);
  const next = is(present ?? fresh(target));
  if (!next.off && !next.lost) return present ? [{ op: "remove", record: present }] : [];
  return present ? fieldChanges(present, next) : [{ op: "add", record: next }];
}

function stateOf(show: Show, { id }: Target): TargetState | null {
  return show.get("targetState", targetStateIdOf(id));
}

/** A place that was heard, as its target may be there: within its part of the stage, and no further than it can have gone since it was heard of last. */
function allowed({ within: box, mostSpeed }: Target, place: Vector, last: { from: Vector; seconds: Seconds } | null): Vector {
  const { x, y, z } = box ? nearestIn(box, place) : place;
  if (mostSpeed === undefined || !last) return { x, y, z };
  const { from } = last;
  const away = Math.hypot(x - from.x, y - from.y, z - from.z);
  const part = Math.min(1, (mostSpeed * Math.max(0, last.seconds)) / away || 0);
  return away === 0 || part === 1
    ? { x, y, z }
    : { x: from.x + (x - from.x) * part, y: from.y + (y - from.y) * part, z: from.z + (z - from.z) * part };
}

/** Null = it makes no difference. */
function stateAfter(show: Show, target: Target, command: StateCommand, { t, personId }: By): TargetState | null {
  const present = stateOf(show, target);
  /** Where it is now, out of its walk. */
  const standing = (from: TargetState): TargetState => {
    const at = placeAt(from, target.smoothSeconds, t);
    const { walk: _, ...rest } = from;
    return { ...rest, at, half: at, smooth: at };
  };
  switch (command.type) {
    case "target-at": {
      const handId = command.by === "hand" ? personId : null;
      // Whoever has it in hand, or has it stand still, has the say; another hand may take it.
      if (present && handId === null && (present.held || present.handId !== null || present.walk)) return null;
      const last = present && present.heardSeconds > 0 ? { from: present.at, seconds: t - present.heardSeconds } : null;
      const at = handId === null ? allowed(target, command.place, last) : command.place;
      // There is nothing yet that it could come from.
      if (!present || present.heardSeconds === 0) return { ...unheard(target), at, half: at, smooth: at, heardSeconds: t, handId };
      return { ...heardAt(present.walk ? standing(present) : present, target.smoothSeconds, { at, t }), handId, held: false };
    }
    case "target-take":
      return { ...standing(present ?? unheard(target)), heardSeconds: t, handId: personId, held: false };
    case "target-free":
      return present && { ...(present.walk ? { ...standing(present), heardSeconds: t } : present), held: false, handId: null };
    case "target-walk": {
      const from = present ?? unheard(target);
      const walk = { ...target.walk!, sinceSeconds: t, from: placeAt(from, target.smoothSeconds, t) };
      return { ...from, walk, held: false, handId: null };
    }
    case "target-hold":
      if (!command.on) return present && { ...present, held: false };
      return { ...standing(present ?? unheard(target)), held: true };
  }
}

function changesOf(show: Show, target: Target, after: TargetState | null): Change[] {
  const present = stateOf(show, target);
  if (!after) return [];
  return present ? fieldChanges(present, after) : [{ op: "add", record: after }];
}
