import { placeAt, TARGET_LOST_AFTER_SECONDS, targetStateIdOf, type Target, type TargetState, type Vector } from "@vexa/core";
import type { ShowClient } from "../session/show-client";

/** Where a target is now, and what was heard of it last. */
export interface TargetNow {
  /** Home where it was never heard of. */
  readonly place: Vector;
  readonly state: TargetState | null;
  /** Nothing is heard of it any more, and nobody has it in hand or holds it. */
  readonly lost: boolean;
}

export function targetNow(client: ShowClient, target: Target): TargetNow {
  const state = client.view.get("targetState", targetStateIdOf(target.id));
  const now = client.now();
  if (!state) return { place: target.home, state, lost: false };
  const silent = now - state.heardSeconds > TARGET_LOST_AFTER_SECONDS;
  return { place: placeAt(state, target.smoothSeconds, now), state, lost: silent && !state.held && state.handId === null };
}

/** Who says where it is: "by hand, Ines", "held", "lost 4 s", "heard", "not heard yet". */
export function targetWords(client: ShowClient, target: Target): string {
  const { state, lost } = targetNow(client, target);
  if (!state) return "not heard yet";
  if (state.handId !== null) return `by hand, ${client.view.get("person", state.handId)?.name ?? "somebody"}`;
  if (state.held) return "held";
  return lost ? `lost ${Math.round(client.now() - state.heardSeconds)} s` : "heard";
}
