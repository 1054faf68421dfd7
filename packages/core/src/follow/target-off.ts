import { fields, integerIn, oneOf, textUpTo, yesOrNo, type Schema } from "../document/schema";
import type { Target } from "./target";

/** A target that isn't followed as ever: nobody is to, or nothing is heard of it. There is none while all is as it should be. */
export interface TargetOff {
  readonly id: string;
  readonly kind: "targetOff";
  readonly version: number;
  readonly targetId: string;
  /** Somebody said that nobody follows it. */
  readonly off: boolean;
  /** It wasn't heard of for a second. */
  readonly lost: boolean;
}

export function targetOffIdOf(targetId: string): string {
  return `off.${targetId}`;
}

export const targetOffSchema: Schema<TargetOff> = fields<TargetOff>({
  id: textUpTo(80),
  kind: oneOf(["targetOff"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  targetId: textUpTo(64),
  off: yesOrNo,
  lost: yesOrNo,
});

/** What heads that follow a target let go of: where they look, or their light while they look where it was. */
export type TargetLetsGo = "position" | "light";

/** What the heads that follow a target let go of now; null = they follow it. */
export function letGoOf(target: Target | null, off: TargetOff | null): TargetLetsGo | null {
  if (!target || !off) return null;
  if (off.off) return "position";
  return target.whenLost ? (target.whenLost === "beneath" ? "position" : "light") : null;
}
