import { MEETS } from "../stroke/meeting";
import { MOST_SIZE, type VeilMotion, type WaveMotion } from "./motion";

/** What a motion does to the value beneath it, in one word. */
export const HOW_IT_MEETS = ["absolute", "relative", ...MEETS] as const;
export type HowItMeets = (typeof HOW_IT_MEETS)[number];

export function howItMeets({ base, meets }: Pick<WaveMotion, "base" | "meets">): HowItMeets {
  return meets ?? base;
}

/** The least and the most that its size may be said to be; of what covers it is an opacity. */
export function sizeEnds({ meets }: Pick<WaveMotion, "meets">): readonly [number, number] {
  return meets === "covers" ? [0, 1] : [-MOST_SIZE, MOST_SIZE];
}

/** The same motion that meets what lies beneath so. */
export function meetingSo<M extends WaveMotion | VeilMotion>(motion: M, how: HowItMeets): M {
  const { meets: _, ...rest } = motion;
  if (how === "absolute" || how === "relative") return { ...rest, base: how } as M;
  return { ...rest, base: "relative", meets: how } as M;
}
