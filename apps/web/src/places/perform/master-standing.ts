import type { MasterState } from "@vexa/core";

/** What state a master is in, in a word and a mark that tells it without colour. */
export function masterStanding(state: MasterState | null): { mark: string; words: string; held: boolean; released: boolean } {
  const held = state?.tempo.running === "held";
  const released = state?.released !== undefined;
  if (released) return { mark: "○", words: held ? "released, held" : "released", held, released };
  return held ? { mark: "■", words: "held", held, released } : { mark: "●", words: "driving", held, released };
}

/** A tempo to a tenth. */
export function shownBpm(bpm: number): string {
  return (Math.round(bpm * 10) / 10).toFixed(1);
}
