import { sameJson } from "../document/record";
import type { Kind, ShowRecord } from "../show/records";

/**
 * Parts of the engine that are made anew when a record of a kind changes: what lies over the stage, the highlight, what a curtain covers,
 * who reaches what, what begins from the levels on stage, and how values leave.
 */
export type EnginePart = "overlay" | "highlight" | "curtain" | "reach" | "from stage" | "tests" | "exits";

/** What reads which kind. Every kind has an entry, so that a new one can't be forgotten. */
const READS: { readonly [K in Kind]: readonly EnginePart[] } = {
  profile: ["overlay", "highlight", "curtain"],
  fixture: ["overlay", "highlight", "curtain", "exits"],
  curve: ["exits"],
  scenery: [],
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
  macro: [],
  macroCard: [],
  runningMacro: [],
  pace: [],
  song: [],
  evening: [],
  target: [],
  tracking: [],
  targetState: [],
  targetOff: [],
  board: [],
  coat: ["from stage"],
  curtain: ["curtain", "from stage"],
  slotTest: ["tests"],
  settings: [],
  output: [],
  input: [],
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
  picture: [],
  preset: [],
};

const RENEWED = new Map<Kind, ReadonlySet<EnginePart>>((Object.keys(READS) as Kind[]).map((kind) => [kind, new Set(READS[kind])]));

/** The parts that have to be made anew after records of these kinds have changed. */
export function partsToRenew(kinds: readonly Kind[]): ReadonlySet<EnginePart> {
  const alone = kinds.length === 1 ? RENEWED.get(kinds[0]!) : undefined;
  return alone ?? new Set(kinds.flatMap((kind) => READS[kind]));
}

/** Fields that tell who reaches what, of the kinds that do. */
const REACH_FIELDS: ReadonlyMap<Kind, readonly string[]> = new Map<Kind, readonly string[]>([
  ["territory", ["parts", "personIds"]],
  ["loan", ["state", "part", "fromTerritoryId", "toTerritoryId"]],
  ["person", ["role"]],
]);

/** Whether a record's change, its coming or its going moves who reaches what: a new name doesn't. */
export function movesReach(before: ShowRecord | undefined, after: ShowRecord | undefined): boolean {
  const fields = REACH_FIELDS.get((after ?? before)!.kind);
  if (!fields) return false;
  return !before || !after || fields.some((field) => !sameJson(before[field as keyof ShowRecord], after[field as keyof ShowRecord]));
}
