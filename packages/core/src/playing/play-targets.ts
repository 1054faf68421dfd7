import { fieldChanges } from "../document/field-changes";
import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { heardAt, placeAt } from "../follow/target-path";
import { targetStateIdOf, unheard, type TargetState } from "../follow/target-state";
import type { Target } from "../follow/target";
import type { Vector } from "../geometry/beam";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** What moves the points that heads follow. Positions are metres on stage. */
export type TargetCommand =
  /** It was heard of. By hand: nobody else moves it until it is left to them again. */
  | { readonly type: "target-at"; readonly targetId: string; readonly place: Vector; readonly by?: "hand" }
  /** Out of the hand, and not held any more. */
  | { readonly type: "target-free"; readonly targetId: string }
  /** Targets stand still, or go on from there; none named = all. */
  | { readonly type: "target-hold"; readonly targetIds?: readonly string[]; readonly on: boolean };

interface By {
  readonly t: Seconds;
  readonly personId: string;
}

export function targetChanges(show: Show, command: TargetCommand, by: By): Result<Change[]> {
  const ids = command.type === "target-hold" ? (command.targetIds ?? show.all("target").map(({ id }) => id)) : [command.targetId];
  const targets = [...new Set(ids)].map((id) => show.target(id));
  if (targets.some((target) => !target)) return fail("record.unknown", { what: "target" });
  return ok(targets.flatMap((target) => changesOf(show, target!, stateAfter(show, target!, command, by))));
}

function stateOf(show: Show, { id }: Target): TargetState | null {
  return show.get("targetState", targetStateIdOf(id));
}

/** Null = it makes no difference. */
function stateAfter(show: Show, target: Target, command: TargetCommand, { t, personId }: By): TargetState | null {
  const present = stateOf(show, target);
  switch (command.type) {
    case "target-at": {
      const handId = command.by === "hand" ? personId : null;
      // Whoever has it in hand, or has it stand still, has the say; another hand may take it.
      if (present && handId === null && (present.held || present.handId !== null)) return null;
      const { place: at } = command;
      // There is nothing yet that it could come from.
      if (!present || present.heardSeconds === 0) return { ...unheard(target), at, half: at, smooth: at, heardSeconds: t, handId };
      return { ...heardAt(present, target.smoothSeconds, { at, t }), handId, held: false };
    }
    case "target-free":
      return present && { ...present, held: false, handId: null };
    case "target-hold": {
      if (!command.on) return present && { ...present, held: false };
      const from = present ?? unheard(target);
      const at = placeAt(from, target.smoothSeconds, t);
      return { ...from, at, half: at, smooth: at, held: true };
    }
  }
}

function changesOf(show: Show, target: Target, after: TargetState | null): Change[] {
  const present = stateOf(show, target);
  if (!after) return [];
  return present ? fieldChanges(present, after) : [{ op: "add", record: after }];
}
