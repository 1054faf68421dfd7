/** How a row meets what lies beneath: replaces it, raises it, or, for flags that take light away, opens them. */
export type LayRule = "replaces" | "highest" | "lowest";

/** One that has a say in a parameter. Values are 0..1 of the channel's range. */
export interface TraceLink {
  /** Id of a playback, "… leaving" for what its cue before left, "sketch …" with a person's id, "light …" with a group master's. */
  readonly sourceId: string;
  /** What it says by itself; null = it only rides on what lies beneath. */
  readonly says: number | null;
  /** What its motions add to what lies beneath. */
  readonly rides: number | null;
  /** Where each of its motions is in its round, 0..1. */
  readonly phases: readonly number[];
  /** Ids of the targets that it follows. */
  readonly follows: readonly string[];
  /** The part of it that shows: level and letting go. */
  readonly share: number;
  readonly rule: LayRule;
  /** Its rank: sketches lie over normal playbacks, high and top ones over sketches. */
  readonly rank: number;
  readonly before: number;
  readonly after: number;
  readonly lettingGo: boolean;
}

/** What happens to a value after all have had their say. */
export interface TraceStep {
  readonly what:
    | "highlight"
    | "master"
    | "blackout"
    | "group"
    | "parked"
    | "curtain"
    | "dimmer"
    | "test"
    | "out of service"
    | "bent"
    | "input";
  /** Name of a master of a group, of whoever has the curtain down, or tests; how it leaves otherwise than it was worked out. */
  readonly name?: string;
  readonly before: number;
  readonly after: number;
}

/** Why a parameter is what it is: who says what, from the lowest to the topmost, and what becomes of it. */
export interface Trace {
  readonly parameter: number;
  /** What shows where nobody says anything. */
  readonly rest: number;
  readonly links: readonly TraceLink[];
  /** The link that decides; null = home, or left behind. */
  readonly winner: string | null;
  readonly steps: readonly TraceStep[];
  /** As the engine has it, before a virtual dimmer scales it. */
  readonly value: number;
  /** Octets that leave, coarse first; none without a patch. */
  readonly slots: readonly number[];
}

/** How much of what a playback says shows. */
export interface Showing {
  readonly playbackId: string;
  /** Parameters that it brings at its present level; 0 = its fader is down. */
  readonly brings: number;
  /** Those of them that show. */
  readonly shows: number;
  /** All that hides it are playbacks that have arrived. */
  readonly settled: boolean;
  /** Who hides the rest, those who hide most first: ids as in a trace. */
  readonly hiddenBy: readonly string[];
}
