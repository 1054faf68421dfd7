import type { MasterState } from "@vexa/core";

/** How a speed master stands. */
export interface MasterStanding {
  readonly mark: string;
  readonly words: string;
  readonly held: boolean;
  readonly released: boolean;
  /** Nothing that it drives moves: it is held, or scaled to nothing. */
  readonly stands: boolean;
  /** What scales its tempo, "at 50 %"; null when nothing does. */
  readonly scaled: string | null;
}

export function masterStanding(state: MasterState | null): MasterStanding {
  const held = state?.tempo.running === "held";
  const released = state?.released !== undefined;
  const scale = state?.tempo.scale ?? 1;
  const stands = !released && (held || scale === 0);
  const scaled = scale === 1 ? null : `at ${Math.round(scale * 100)} %`;
  const common = { held, released, stands, scaled };
  if (released) return { mark: "○", words: held ? "released, held" : "released", ...common };
  if (held) return { mark: "■", words: "held", ...common };
  return scale === 0 ? { mark: "■", words: "stands at 0 %", ...common } : { mark: "●", words: "driving", ...common };
}

/** A tempo to a tenth. */
export function shownBpm(bpm: number): string {
  return (Math.round(bpm * 10) / 10).toFixed(1);
}
