export * from "./engine-names";
export * from "./rig-names";
export { phaseChanges } from "./edits/keep-phases";
export { scaleChanges } from "./edits/give-back-scales";
export { rebased } from "./document/rebase";
export { readQuantity, type Quantity } from "./units/read-quantity";
export { clamp, fraction, type Bpm, type Degrees, type Level, type Metres, type Seconds } from "./units/units";
export { ERROR_CATALOGUE, type ErrorCode } from "./errors/catalogue";
export { explain, fail, ok, type Result, type UserError } from "./errors/result";
export { seededRandom, scatteredOrder } from "./random/random";
export { colorOfHex, encodedSrgb, hexOfColor, linearSrgbOf, xyYOf, xyzOf, type XyY, type Xyz } from "./color/colorimetry";
export { isRealColor, SPECTRAL_LOCUS } from "./color/spectral-locus";
export { colorName } from "./color/color-name";
export { planckian, temperatureOf, uvOf, xyOfUv } from "./color/color-temperature";
export { deltaE2000, labOf, type Lab } from "./color/ciede2000";
export { COLOR_PATHS, fanColor, type ColorFan, type ColorPath } from "./color/color-fan";
export { brightestLevels, mixEmitters, mixedXyz } from "./color/mix-emitters";
export { oklabOf, oklchOf, xyzOfOklab, xyzOfOklch, type Oklab, type Oklch } from "./color/oklab";
export { aim, type Aim, type Aimable, type Angles } from "./geometry/aim";
export { fanPoint, type PointFan } from "./geometry/point-fan";
export { beam, rotated, rotationOf, turnedBack, type Placement, type Vector } from "./geometry/beam";
export { applyInPlace } from "./document/apply";
export { sameJson, type Json, type RecordBase, type Records } from "./document/record";
export { alreadyHolds, apply, valueAt } from "./document/apply";
export { changedId, invert, merge, setChange, type Change, type Transaction } from "./document/transaction";
export { arrangedLamps, LAMP_FIELDS, typedLamps, type LampField } from "./edits/fixture-edits";
export { arranged, CORNERS, type Arrangement, type Corner } from "./geometry/arrangement";
export { addLamps, MOST_LAMPS_AT_ONCE, nextFreeNumber, nextFreePatches, type LampsToAdd } from "./edits/add-lamps";
export {
  channelTexts,
  fitted,
  newProfile,
  profileChanges,
  typedChannel,
  withChannel,
  withoutChannel,
  type ChannelTexts,
} from "./edits/profile-edits";
export { comparePlan, PLAN_KINDS, planChanges, type Plan, type PlanDifference, type PlanKind } from "./edits/take-in-plan";
export { CHECK_KINDS, rigChecks, type CheckKind, type RigCheck } from "./questions/rig-checks";
export { lampsOfRows, PATCH_COLUMNS, patchRows, type PatchRow } from "./edits/patch-rows";
export { addressStrips, type AddressBlock, type AddressStrip, type SlotRun } from "./questions/address-strips";
export { profileUse, type ProfileUse } from "./questions/profile-use";
export { slotTestIdOf, type SlotTest } from "./playback/slot-test";
export { ORDERS, orderedIndices, type Order, type PlacedHead } from "./shape/order";
export { place, keptPlaces, placeHeads, type PlaceKind, type Shape } from "./shape/place";
export { partsUnder, presetKeyOf, presetKeys, type Preset, type PresetParts } from "./preset/preset";
export { contentName, presetName } from "./preset/preset-name";
export {
  addedContent,
  contentWithout,
  familyOf,
  NO_CONTENT,
  presetContent,
  suggestedScope,
  type PresetContent,
  type PresetScope,
} from "./preset/record-preset";
export type { SavedShape } from "./shape/saved-shape";
export { fan, formatFan, knotWords, namedKnots, parseFan, MAX_KNOTS, STRETCHES, type Fan, type FanPath, type Stretch } from "./shape/fan";
export { masked, maskPositions, type Mask } from "./selection/mask";
export { placedBase, placedHeads, type Who, type WhoContext } from "./selection/who";
export {
  added,
  all,
  EMPTY_SELECTION,
  removed,
  reordered,
  selectedHeads,
  selectGroups,
  selectHeads,
  selectionBase,
  step,
  toggled,
  turnedRound,
  withMask,
  type Selection,
} from "./selection/selection";
export { headsNumbered, headsOfProfile, litHeads, profilesOf } from "./selection/find-heads";
export { readWho, type NamedHeads } from "./selection/read-who";
export { highlightIdOf, type Highlight } from "./selection/highlight";
export { waveform, WAVEFORMS, type Waveform, type WaveformOptions } from "./motion/waveform";
export { DIRECTIONS, type Direction } from "./motion/direction";
export { figurePoint, FIGURES, type Figure, type FigureKind, type FigurePoint } from "./motion/figure";
export {
  MOST_STEPS,
  PATH_PLANES,
  type Drive,
  type Motion,
  type PathMotion,
  type PathPlane,
  type Step,
  type StepMotion,
  type WaveMotion,
} from "./motion/motion";
export { pathOffset, pathPoint } from "./motion/motion-table";
export { drawnValue, MOST_WAVE_POINTS, type SavedWave, type WavePoint } from "./motion/saved-wave";
export { ClockTempo, CLOCK_PULSES } from "./tempo/clock-tempo";
export { beatsAt, MAX_BPM, MIN_BPM, steadyTempo, TempoClock, type TempoState } from "./tempo/tempo-clock";
export {
  frameOf,
  framesInSecond,
  framesPerSecond,
  readTimecode,
  secondsOfTimecode,
  timecodeAt,
  timecodeOfFrame,
  timecodeText,
  TIMECODE_RATES,
  type Timecode,
  type TimecodeRate,
} from "./timecode/timecode";
export { positionAt, type TimePlace } from "./timecode/time-place";
export { TimecodeChase, type ChaseAct, type Reading } from "./timecode/timecode-chase";
export { inRank, type Part, type Stroke, type Strokes } from "./stroke/stroke";
export { sketchIdOf, type Sketch } from "./stroke/sketch";
export { headsOf } from "./stroke/spread";
export { onlyRides, resolve, type Resolved } from "./stroke/resolve";
export { inStep } from "./stroke/in-step";
export type { ResolveContext, Row, RowMotion } from "./stroke/row";
export { seenStrokes } from "./stroke/seen";
export { headValues, type HeadValue } from "./stroke/head-values";
export { CUE_TINTS, type Chase, type Cue, type CueList, type CueTrigger } from "./cue/cue";
export { MOST_MARKERS, type ListTime, type Marker, type Sound } from "./cue/list-time";
export { rowTimes, type CueTime, type CueTimes, type FamilyTimes, type RowTimes, type TimeSource } from "./cue/cue-times";
export { stateBefore, strokeSpans, timeline, type Span, type Timeline } from "./cue/timeline";
export { stateAt } from "./cue/state-at";
export { namedBy, type NamedBy } from "./cue/named-by";
export {
  CARD_BUTTONS,
  FADER_ROLES,
  fadedSeconds,
  flashTimes,
  MOST_BUTTONS,
  playbackStateIdOf,
  PRIORITIES,
  roleOf,
  USUAL_BUTTONS,
  type CardButton,
  type FaderRole,
  type FlashTimes,
  type Page,
  type Playback,
  type PlaybackState,
  type Priority,
} from "./playback/playback";
export { bringsIn, cardLevel, dialCue } from "./playback/card-level";
export {
  CONTROL_JOBS,
  CONTROL_SOURCES,
  hasTravel,
  takesOver,
  type Control,
  type ControlJob,
  type ControlSource,
  type FaderHistory,
} from "./playback/control";
export { ControlEar, controlStanding } from "./playing/play-controls";
export { curtainIdOf, raisedPart, type Curtain } from "./playback/curtain";
export { GROUP_CARD_WAYS, groupMasterStateIdOf, restingLevel, type GroupMaster, type GroupMasterState } from "./playback/group-master";
export { FIRST_SETTINGS, parkIdOf, SETTINGS_ID, STAGE_ID, type Park, type ShowSettings, type StageState } from "./playback/stage-state";
export { TIMECODE, timeStateIdOf, type TimeState } from "./playback/time-state";
export { drivenCycles, masterStateIdOf, tempoOf, type Driven, type MasterState, type SpeedMaster } from "./playback/speed-master";
export { actorOf, type Device } from "./territory/device";
export { isOf, mayLendFor, territoriesOf, territoryFor } from "./territory/own-territory";
export { ROLES, type Person, type Role, type Territory, type TerritoryPart } from "./territory/territory";
export { LOAN_STATES, MOST_LOAN_MINUTES, type Loan } from "./territory/loan";
export { NOTE_PINS, type Note } from "./territory/note";
export { extentOf, ROLE_TABLE, type Act, type Extent } from "./territory/role-table";
export { familiesOf, overlapsOf, restOf, shiftOf, type Overlap, type Shift } from "./territory/division";
export { loanChanges, type LoanCommand } from "./rights/loan-changes";
export { addParts, hasFamily, ownership, reachOf, reachOfOwner, type Reach } from "./territory/reach";
export { isKind, KINDS, type Kind, type RecordByKind, type ShowRecord } from "./show/records";
export { Show } from "./show/show";
export { usersOf, type User } from "./show/users";
export { mergePresetInto } from "./edits/merge-preset";
export { writePresetIn } from "./edits/write-preset-in";
export { isVersioned, recordedWork, restoreChanges } from "./show/restore";
export { PLACE_OF, PLACES, type Place } from "./show/place-of";
export { runsThere, type RunsThere } from "./questions/runs-there";
export { silentHeads, silentThere } from "./questions/silent";
export { headsOfList } from "./questions/heads-of-list";
export { edit } from "./show/edit";
export { clipToReach, type Clipping } from "./rights/clip";
export { isAllowed, mayBuild, mayChange, mayDo, mayPlay, mayRun } from "./rights/rights";
export { playChanges } from "./playing/play";
export { cueAfter } from "./playing/cue-after";
export { hiddenBefore } from "./questions/hidden-before";
export { cueOfTime, listPlace, timeCard, timedCues } from "./playing/list-clock";
export { cueName, strokeName, whoName } from "./show/cue-name";
export { blockedStrokes, copyChanges, moveChanges, numberAfter, renumberChanges } from "./edits/cue-edits";
export { COMMANDS, parseCommand, type CommandType, type PlayCommand } from "./playing/commands";
export { REFERENCES, type Reference } from "./show/references";
export { mayTurnView, seenBy } from "./rights/seen-by";
export { tryEdit, type Tried } from "./rights/try-edit";
export { allDue, isStillDue, nextDue, sameDue, secondsLeft } from "./playing/next-due";
export type { CardDue, Due } from "./playing/due";
export { drivenBy, type DrivenBy } from "./questions/driven-by";
export type { LayRule, Showing, Trace, TraceLink, TraceStep } from "./show/trace";
export { HeadLooks, type HeadLook } from "./engine/head-look";
export { ServerClock } from "./protocol/server-clock";
export { ShowCopy } from "./protocol/show-copy";
export { insisted, type Clash } from "./protocol/clash";
export { LevelFeed, readLevelMessage } from "./protocol/levels";
export {
  PROTOCOL_VERSION,
  type AccountLine,
  type HistoryLine,
  type SessionLine,
  type DemoSignIn,
  type NetworkLine,
  type ShowLine,
  type VersionLine,
  type Whereabouts,
  type Answer,
  type ClientToServer,
  type ControlTouch,
  type HeadAttribute,
  type Health,
  type HealthSample,
  type LibraryEntry,
  type Standing,
  type Hello,
  type PresenceEntry,
  type ServerToClient,
  type Stranger,
} from "./protocol/messages";
export { toldEdit, type NumberedEdit, type ToldEdit } from "./protocol/told-edit";
export {
  addedFan,
  blindChanges,
  inTurn,
  nextTouch,
  nudgeChanges,
  overlayChanges,
  partChanges,
  standingOf,
  strokeFor,
  wipeChanges,
  type PartOn,
  type PartStanding,
} from "./edits/sketch-edits";
export { presetOnChanges, type PresetOn } from "./edits/preset-on-sketch";
export { maskName, maskPlace, selectionName } from "./questions/selection-name";
export { takenUp, takenUpChanges, type TakingUp } from "./engine/taken-up";
export type { TakenFrom } from "./stroke/stroke";
export type { HeadNumbers } from "./stroke/head-numbers";
export { COLOR_WORDS, readColor } from "./color/read-color";
export { cuesToPutBack, putBackChanges } from "./edits/put-back";
export { colorsNamed, presetsNamed } from "./questions/presets-named";
export { overruled, type Overruled } from "./engine/overruled";
export { stepFromStage } from "./engine/stage-step";
export { addedStrokes, recordChanges, strokesWithout, type RecordedCue } from "./edits/record-cue";
export {
  copiedCard,
  freeName,
  newCard,
  newDevice,
  newGroup,
  newGroupMaster,
  newPage,
  newPreset,
  newSavedShape,
  newSpeedMaster,
  newTerritory,
  splitChanges,
} from "./edits/new-records";
export { highlightChanges } from "./edits/highlight-changes";
export { presetCue, presetOnStroke, type OnStroke } from "./edits/preset-on-cue";
export { commonOf, cueFieldChanges, type Common, type CueFields } from "./edits/cue-fields";
export { learnedChanges } from "./edits/learned-control";
export { learnedGo, type LearnedGo } from "./edits/learned-go";
export { drawnLike } from "./motion/drawn-like";
export { asRead, CELL_STEP, movedCells, overlap, PAGE_COLUMNS, spreadOut, type Cells } from "./playback/page-grid";
export {
  drawnStretches,
  earlierTempos,
  TEMPO_HISTORY_SECONDS,
  withTempo,
  type DrawnStretch,
  type TempoStretch,
} from "./tempo/tempo-history";
export { firstTime, settingChanges } from "./edits/setting-changes";
export { curtainsDown, heldHeads, heldOnCard, type HeldHeads } from "./engine/held-heads";
export { textUpTo, type Flaw, type Schema } from "./document/schema";
export { whoSchema } from "./selection/who";
export { FIRST_MOVES_DARK, type MovesDark } from "./cue/moves-dark";
export { cardName } from "./questions/card-name";
export { applies, roleChanges, type CardOption } from "./playback/card-options";
export { copyListChanges, listsInOrder, moveListChanges, newCueList, removeListChanges } from "./edits/list-edits";
export { counted } from "./units/counted";
