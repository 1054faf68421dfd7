import { fields, integerIn, listOf, nullable, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import type { HeadKey } from "../rig/fixture";
import type { Seconds } from "../units/units";

/**
 * Holds what is on stage when it falls, so that the next look is built behind it; raised over a time or by hand. It covers heads within
 * its person's reach.
 */
export interface Curtain {
  readonly id: string;
  readonly kind: "curtain";
  readonly version: number;
  readonly personId: string;
  /** Null = all that the person reaches. */
  readonly heads: readonly HeadKey[] | null;
  /** Show time at which it fell. */
  readonly fellSeconds: Seconds;
  readonly raise?: { readonly startSeconds: Seconds; readonly seconds: Seconds };
  /** How far a hand has raised it, 0..1. */
  readonly hand?: number;
}

export function curtainIdOf(personId: string): string {
  return `curtain-${personId}`;
}

/** How far a curtain is raised at t, 0..1. */
export function raisedPart({ raise, hand = 0 }: Pick<Curtain, "raise" | "hand">, t: Seconds): number {
  if (!raise) return hand;
  const done = raise.seconds === 0 ? 1 : Math.min(1, Math.max(0, (t - raise.startSeconds) / raise.seconds));
  return hand + (1 - hand) * done;
}

export const curtainSchema: Schema<Curtain> = fields<Curtain>({
  id: textUpTo(80),
  kind: oneOf(["curtain"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  personId: textUpTo(64),
  heads: nullable(listOf(textUpTo(80), { max: 20000 })),
  fellSeconds: numberIn(0, 1e12),
  raise: optional(fields({ startSeconds: numberIn(0, 1e12), seconds: numberIn(0, 86400) })),
  hand: optional(numberIn(0, 1)),
});
