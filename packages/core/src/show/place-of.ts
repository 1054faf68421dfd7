import type { Kind } from "./records";

/** The places of the screen, in the order of the work. */
export const PLACES = ["rig", "build", "score", "perform", "crew"] as const;
export type Place = (typeof PLACES)[number];

/** Where people work on records of a kind. */
export const PLACE_OF: Readonly<Record<Kind, Place>> = {
  profile: "rig",
  fixture: "rig",
  curve: "rig",
  scenery: "rig",
  settings: "rig",
  output: "rig",
  input: "rig",
  group: "build",
  preset: "build",
  sketch: "build",
  highlight: "build",
  savedShape: "build",
  savedWave: "build",
  master: "build",
  cueList: "score",
  cue: "score",
  sound: "score",
  timeState: "score",
  page: "perform",
  playback: "perform",
  groupMaster: "perform",
  control: "perform",
  playbackState: "perform",
  masterState: "perform",
  groupMasterState: "perform",
  stageState: "perform",
  park: "perform",
  macro: "build",
  pace: "perform",
  board: "perform",
  coat: "perform",
  curtain: "perform",
  slotTest: "rig",
  territory: "crew",
  person: "crew",
  loan: "crew",
  note: "crew",
  device: "crew",
};
