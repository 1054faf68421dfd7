import type { Schema } from "../document/schema";
import { cueListSchema, cueSchema, type Cue, type CueList } from "../cue/cue";
import { soundSchema, type Sound } from "../cue/list-time";
import { pageSchema, playbackSchema, playbackStateSchema, type Page, type Playback, type PlaybackState } from "../playback/playback";
import { masterSchema, masterStateSchema, type MasterState, type SpeedMaster } from "../playback/speed-master";
import { controlSchema, type Control } from "../playback/control";
import { groupMasterSchema, groupMasterStateSchema, type GroupMaster, type GroupMasterState } from "../playback/group-master";
import { curtainSchema, type Curtain } from "../playback/curtain";
import { inputSchema, type InputLine } from "../playback/input";
import { macroSchema, type Macro } from "../playback/macro";
import { macroCardSchema, type MacroCard } from "../playback/macro-card";
import { runningMacroSchema, type RunningMacro } from "../playback/running-macro";
import { boardSchema, type Board } from "../playback/board";
import { coatSchema, type Coat } from "../playback/coat";
import { targetSchema, type Target } from "../follow/target";
import { targetOffSchema, type TargetOff } from "../follow/target-off";
import { trackingSchema, type Tracking } from "../follow/tracking";
import { targetStateSchema, type TargetState } from "../follow/target-state";
import { eveningSchema, type Evening } from "../playback/evening";
import { paceSchema, type Pace } from "../playback/pace";
import { songSchema, type Song } from "../playback/song";
import { outputSchema, type OutputLine } from "../playback/output";
import { parkSchema, settingsSchema, stageStateSchema, type Park, type ShowSettings, type StageState } from "../playback/stage-state";
import { timeStateSchema, type TimeState } from "../playback/time-state";
import { pictureSchema, type Picture } from "../motion/picture";
import { savedWaveSchema, type SavedWave } from "../motion/saved-wave";
import { presetSchema, type Preset } from "../preset/preset";
import { curveSchema, type Curve } from "../rig/curve";
import { scenerySchema, type Scenery } from "../rig/scenery";
import { fixtureSchema, type Fixture } from "../rig/fixture";
import { groupSchema, type Group } from "../rig/group";
import { slotTestSchema, type SlotTest } from "../playback/slot-test";
import { profileSchema, type Profile } from "../rig/profile";
import { highlightSchema, type Highlight } from "../selection/highlight";
import { savedShapeSchema, type SavedShape } from "../shape/saved-shape";
import { sketchSchema, type Sketch } from "../stroke/sketch";
import { deviceSchema, type Device } from "../territory/device";
import { loanSchema, type Loan } from "../territory/loan";
import { noteSchema, type Note } from "../territory/note";
import { personSchema, territorySchema, type Person, type Territory } from "../territory/territory";

/** Every kind of record of a show. */
export interface RecordByKind {
  profile: Profile;
  fixture: Fixture;
  curve: Curve;
  scenery: Scenery;
  group: Group;
  cueList: CueList;
  cue: Cue;
  page: Page;
  playback: Playback;
  playbackState: PlaybackState;
  master: SpeedMaster;
  masterState: MasterState;
  sound: Sound;
  groupMaster: GroupMaster;
  control: Control;
  groupMasterState: GroupMasterState;
  stageState: StageState;
  park: Park;
  macro: Macro;
  macroCard: MacroCard;
  runningMacro: RunningMacro;
  pace: Pace;
  song: Song;
  evening: Evening;
  target: Target;
  targetState: TargetState;
  targetOff: TargetOff;
  tracking: Tracking;
  board: Board;
  coat: Coat;
  slotTest: SlotTest;
  curtain: Curtain;
  settings: ShowSettings;
  output: OutputLine;
  input: InputLine;
  timeState: TimeState;
  territory: Territory;
  loan: Loan;
  note: Note;
  device: Device;
  person: Person;
  sketch: Sketch;
  highlight: Highlight;
  savedShape: SavedShape;
  savedWave: SavedWave;
  picture: Picture;
  preset: Preset;
}
export type Kind = keyof RecordByKind;
export type ShowRecord = RecordByKind[Kind];

/**
 * What each kind is called on screen, what it must look like, and its scope: `document` is recorded work, `session`
 * what is going on (kept through a restart). Playing is never undone.
 */
export const KINDS: {
  readonly [K in Kind]: {
    readonly label: string;
    readonly scope: "document" | "session";
    readonly undone: "yes" | "never";
    readonly schema: Schema<RecordByKind[K]>;
  };
} = {
  profile: { label: "profile", scope: "document", undone: "yes", schema: profileSchema },
  fixture: { label: "fixture", scope: "document", undone: "yes", schema: fixtureSchema },
  curve: { label: "response curve", scope: "document", undone: "yes", schema: curveSchema },
  scenery: { label: "scenery", scope: "document", undone: "yes", schema: scenerySchema },
  group: { label: "group", scope: "document", undone: "yes", schema: groupSchema },
  cueList: { label: "cue list", scope: "document", undone: "yes", schema: cueListSchema },
  cue: { label: "cue", scope: "document", undone: "yes", schema: cueSchema },
  page: { label: "page", scope: "document", undone: "yes", schema: pageSchema },
  playback: { label: "card", scope: "document", undone: "yes", schema: playbackSchema },
  playbackState: { label: "playback", scope: "session", undone: "never", schema: playbackStateSchema },
  master: { label: "speed master", scope: "document", undone: "yes", schema: masterSchema },
  masterState: { label: "speed master", scope: "session", undone: "never", schema: masterStateSchema },
  groupMaster: { label: "group master", scope: "document", undone: "yes", schema: groupMasterSchema },
  control: { label: "control of a wing", scope: "document", undone: "yes", schema: controlSchema },
  groupMasterState: { label: "group master", scope: "session", undone: "never", schema: groupMasterStateSchema },
  stageState: { label: "grand master", scope: "session", undone: "never", schema: stageStateSchema },
  pace: { label: "pace", scope: "session", undone: "never", schema: paceSchema },
  song: { label: "song", scope: "document", undone: "yes", schema: songSchema },
  evening: { label: "evening", scope: "session", undone: "never", schema: eveningSchema },
  target: { label: "target", scope: "document", undone: "yes", schema: targetSchema },
  targetState: { label: "target", scope: "session", undone: "never", schema: targetStateSchema },
  tracking: { label: "tracker’s space", scope: "document", undone: "yes", schema: trackingSchema },
  targetOff: { label: "target that isn't followed", scope: "session", undone: "never", schema: targetOffSchema },
  board: { label: "colour board", scope: "document", undone: "yes", schema: boardSchema },
  coat: { label: "coat of a bed", scope: "session", undone: "never", schema: coatSchema },
  macro: { label: "macro", scope: "document", undone: "yes", schema: macroSchema },
  macroCard: { label: "macro card", scope: "document", undone: "yes", schema: macroCardSchema },
  runningMacro: { label: "macro that runs", scope: "session", undone: "never", schema: runningMacroSchema },
  park: { label: "parked head", scope: "session", undone: "never", schema: parkSchema },
  slotTest: { label: "raw test", scope: "session", undone: "never", schema: slotTestSchema },
  curtain: { label: "curtain", scope: "session", undone: "never", schema: curtainSchema },
  settings: { label: "settings", scope: "document", undone: "yes", schema: settingsSchema },
  input: { label: "input", scope: "document", undone: "yes", schema: inputSchema },
  output: { label: "output", scope: "document", undone: "yes", schema: outputSchema },
  sound: { label: "sound", scope: "document", undone: "yes", schema: soundSchema },
  timeState: { label: "time line", scope: "session", undone: "never", schema: timeStateSchema },
  territory: { label: "territory", scope: "document", undone: "yes", schema: territorySchema },
  loan: { label: "loan", scope: "session", undone: "never", schema: loanSchema },
  device: { label: "device", scope: "document", undone: "yes", schema: deviceSchema },
  note: { label: "note", scope: "session", undone: "yes", schema: noteSchema },
  person: { label: "person", scope: "document", undone: "yes", schema: personSchema },
  sketch: { label: "sketch", scope: "session", undone: "yes", schema: sketchSchema },
  highlight: { label: "highlight", scope: "session", undone: "never", schema: highlightSchema },
  preset: { label: "preset", scope: "document", undone: "yes", schema: presetSchema },
  savedShape: { label: "saved shape", scope: "document", undone: "yes", schema: savedShapeSchema },
  picture: { label: "picture", scope: "document", undone: "yes", schema: pictureSchema },
  savedWave: { label: "waveform", scope: "document", undone: "yes", schema: savedWaveSchema },
};

export function isKind(kind: string): kind is Kind {
  return Object.hasOwn(KINDS, kind);
}
