import { coatedHeads, MASK_PAIRS, type PlaceMask } from "./coat-mask";
import type { Mask } from "./mask";
import { placedHeads, type Who, type WhoContext } from "./who";
import type { HeadKey } from "../rig/fixture";

/** The masks that a typed selection may have, for people. */
export const MASKS_ARE =
  "masks are /odd, /even, /3, /3.2, /pairs, /runs 4, /first 4, /last 4, /first half, /left, /right, /near, /far, /ends, /middle, /checker, /lit and /parked";

/** Which heads are lit and which parked now, in the rig's order; left out where nobody knows. */
export interface StageHeads {
  readonly lit?: () => readonly HeadKey[];
  readonly parked?: () => readonly HeadKey[];
}

/** Those that stand as a stage's heads do: `lit`, `parked`; null = another word, or nobody knows. */
export function standingHeads(word: string, stage: StageHeads): readonly HeadKey[] | null {
  const plain = word.toLowerCase();
  return (plain === "lit" ? stage.lit?.() : plain === "parked" ? stage.parked?.() : null) ?? null;
}

/**
 * Who a mask lets through, as it is typed behind a stroke; null = there is none of these words. What counts along the heads stays a mask, and
 * with it the groups; what goes by places or by the stage is the heads that are meant now.
 */
export function withMask(who: Who, word: string, context: WhoContext & StageHeads): Who | null {
  const plain = word.toLowerCase().replace(/\s+/g, " ");
  const heads = placedHeads(who, context);
  const mask = readMask(plain, heads.length);
  if (mask) return who.mask ? { heads: heads.map(({ key }) => key), mask } : { ...who, mask };
  const last = /^last(?: ([1-9]\d{0,4}))?$/.exec(plain);
  if (last) return { heads: heads.slice(-Number(last[1] ?? 1)).map(({ key }) => key) };
  if (isPlace(plain)) return { heads: coatedHeads(heads, plain).map(({ key }) => key) };
  const standing = standingHeads(plain, context);
  if (!standing) return null;
  const those = new Set(standing);
  return { heads: heads.flatMap(({ key }) => (those.has(key) ? [key] : [])) };
}

function isPlace(word: string): word is PlaceMask {
  return (MASK_PAIRS.flat() as readonly string[]).includes(word);
}

function readMask(word: string, count: number): Mask | null {
  if (word === "odd") return { type: "every", n: 2, at: 1 };
  if (word === "even") return { type: "every", n: 2, at: 2 };
  if (word === "pairs") return { type: "pairs", at: 1 };
  const half = Math.max(1, Math.ceil(count / 2));
  if (word === "first half") return { type: "runs", n: half, at: 1 };
  if (word === "second half" || word === "last half") return { type: "runs", n: half, at: 2 };
  const first = /^first(?: (\d{1,5}))?$/.exec(word);
  if (first) return counted("runs", Number(first[1] ?? 1), 1);
  const runs = /^runs (\d{1,4})(?:\.(\d{1,4}))?$/.exec(word);
  if (runs) return counted("runs", Number(runs[1]), Number(runs[2] ?? 1));
  const every = /^(\d{1,4})(?:\.(\d{1,4}))?$/.exec(word);
  return every ? counted("every", Number(every[1]), Number(every[2] ?? 1)) : null;
}

function counted(type: "runs" | "every", n: number, at: number): Mask | null {
  return n >= 1 && n <= 20000 && at >= 1 && (type === "runs" || at <= n) ? { type, n, at } : null;
}
