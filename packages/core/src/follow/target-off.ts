import { fields, integerIn, listOf, oneOf, optional, textUpTo, yesOrNo, type Schema } from "../document/schema";
import type { HeadKey } from "../rig/fixture";
import type { Target } from "./target";

/** A target that isn't followed as ever: nobody is to, or nothing is heard of it. There is none while all is as it should be. */
export interface TargetOff {
  readonly id: string;
  readonly kind: "targetOff";
  readonly version: number;
  readonly targetId: string;
  /** Somebody said that nobody follows it. */
  readonly off: boolean;
  /** Heads that follow it all the same while nobody else does. */
  readonly but?: readonly HeadKey[];
  /** It wasn't heard of for a second. */
  readonly lost: boolean;
}

export function targetOffIdOf(targetId: string): string {
  return `off.${targetId}`;
}

/** Heads that are named one by one. */
export const butSchema = listOf(textUpTo(80), { min: 1, max: 20_000 });

export const targetOffSchema: Schema<TargetOff> = fields<TargetOff>({
  id: textUpTo(80),
  kind: oneOf(["targetOff"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  targetId: textUpTo(64),
  off: yesOrNo,
  but: optional(butSchema),
  lost: yesOrNo,
});

/** What heads that follow a target let go of: where they look, or their light while they look where it was. */
export type TargetLetsGo = "position" | "light";

/** What a head that follows a target lets go of now; null = it follows it. */
export function letGoOf(target: Target | null, off: TargetOff | null, head: HeadKey): TargetLetsGo | null {
  if (!target || !off) return null;
  if (off.off && !off.but?.includes(head)) return "position";
  return off.lost && target.whenLost ? (target.whenLost === "beneath" ? "position" : "light") : null;
}
