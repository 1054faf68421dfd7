import {
  counted,
  isTargetLost,
  otpText,
  placeAt,
  targetOffIdOf,
  targetStateIdOf,
  type Target,
  type TargetOff,
  type TargetState,
  type Vector,
  type WhenLost,
} from "@vexa/core";
import type { ShowClient } from "../session/show-client";

/** Who says where a target is; `lost`: nobody any more. */
export type TargetStanding = "unheard" | "hand" | "held" | "walk" | "lost" | "heard";

/** Where a target is now, and what was heard of it last. */
export interface TargetNow {
  /** Home where it was never heard of. */
  readonly place: Vector;
  readonly state: TargetState | null;
  readonly standing: TargetStanding;
  /** Who follows it by somebody's word, as of `followersLeft`; null = all who are to. */
  readonly left: string | null;
}

export const NOBODY_FOLLOWS = "nobody follows";

/** Who still follows targets that others don't follow any more: "nobody follows", "only 3 heads follow". */
export function followersLeft(offs: readonly Pick<TargetOff, "but">[]): string {
  const left = new Set(offs.flatMap(({ but }) => but ?? []));
  return left.size === 0 ? NOBODY_FOLLOWS : `only ${counted(left.size, "head")} ${left.size === 1 ? "follows" : "follow"}`;
}

export function targetNow(client: ShowClient, target: Target): TargetNow {
  const state = client.view.get("targetState", targetStateIdOf(target.id));
  const now = client.now();
  const off = client.view.targetOff(targetOffIdOf(target.id));
  const left = off?.off ? followersLeft([off]) : null;
  if (!state) return { place: target.home, state, standing: "unheard", left };
  return { place: placeAt(state, target.smoothSeconds, now), state, standing: standingOf(state, now), left };
}

function standingOf(state: TargetState, now: number): TargetStanding {
  if (state.handId !== null) return "hand";
  if (state.held) return "held";
  if (state.walk) return "walk";
  return isTargetLost(state, now) ? "lost" : "heard";
}

/** What heads that follow it do meanwhile. */
const LOST_HEADS: Readonly<Record<WhenLost, string>> = { beneath: "its heads let go", dark: "its heads are dark" };

/** Who says where it is: "by hand, Ines", "held", "lost 4 s", "heard", "heard as OTP 1/1/3", "not heard yet"; and before it that nobody follows, or who alone. */
export function targetWords(client: ShowClient, target: Target): string {
  const now = targetNow(client, target);
  return now.left === null ? heardWords(client, target, now) : `${now.left}; ${heardWords(client, target, now)}`;
}

function heardWords(client: ShowClient, target: Target, { state, standing }: TargetNow): string {
  switch (standing) {
    case "unheard":
      return "not heard yet";
    case "hand":
      return `by hand, ${client.view.get("person", state?.handId)?.name ?? "somebody"}`;
    case "held":
      return "held";
    case "walk":
      return "on its walk";
    case "heard":
      return target.otp ? `heard as ${otpText(target.otp)}` : "heard";
    case "lost": {
      const since = `lost ${Math.round(client.now() - (state?.heardSeconds ?? 0))} s`;
      return target.whenLost ? `${since}: ${LOST_HEADS[target.whenLost]}` : since;
    }
  }
}
