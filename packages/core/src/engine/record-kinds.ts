import type { Kind } from "../show/records";

/**
 * Parts of the engine that are made anew when a record of a kind changes: what lies over the stage, the highlight, what a curtain covers,
 * who reaches what, and what begins from the levels on stage.
 */
export type EnginePart = "overlay" | "highlight" | "curtain" | "reach" | "from stage";

/** What reads which kind. Every kind has an entry, so that a new one can't be forgotten. */
const READS: { readonly [K in Kind]: readonly EnginePart[] } = {
  profile: [],
  fixture: [],
  group: ["overlay", "highlight", "curtain"],
  cueList: [],
  cue: [],
  page: ["overlay"],
  playback: [],
  playbackState: ["from stage"],
  master: [],
  masterState: [],
  sound: [],
  groupMaster: ["overlay"],
  control: [],
  groupMasterState: ["overlay"],
  stageState: ["overlay"],
  park: ["overlay"],
  curtain: ["curtain", "from stage"],
  settings: [],
  timeState: [],
  territory: ["overlay", "highlight", "curtain", "reach"],
  loan: ["overlay", "highlight", "curtain", "reach"],
  note: [],
  device: [],
  person: ["highlight", "curtain", "reach"],
  sketch: ["from stage"],
  highlight: ["highlight"],
  savedShape: [],
  savedWave: [],
  preset: [],
};

/** The parts that have to be made anew after records of these kinds have changed. */
export function partsToRenew(kinds: readonly Kind[]): ReadonlySet<EnginePart> {
  return new Set(kinds.flatMap((kind) => READS[kind]));
}

/** It tells who reaches what. */
export function tellsReach(kind: Kind): boolean {
  return READS[kind].includes("reach");
}
