/** The public names of colour boards, and of what cues say to other machines. */
export { FRAME_RATES, type FrameRate } from "./playback/stage-state";
export { MOST_SAYINGS, type Saying } from "./cue/saying";
export { startedCues } from "./playing/started-cues";
export { readSaying, sayingText } from "./cue/saying-text";
export type { Said } from "./protocol/messages";
export { inTheirOrder, MOST_BEDS, MOST_BOARD_SECONDS, MOST_POTS, type Bed, type Board, type Pot } from "./playback/board";
export { coatIdOf, coatOfId, type Coat, type CoatColor, type CoatLayer } from "./playback/coat";
export { MASK_PAIRS, movedOn, type CoatMask } from "./selection/coat-mask";
export type { Travel } from "./shape/travel";
export { bedPlaces } from "./geometry/bed-places";
export { laidApart, type PlacedShape } from "./geometry/laid-apart";
export { barredBeds, coatName, paintedBeds } from "./show/coat-drives";
export { coatsAsPresets } from "./questions/coats-as-presets";
export { coatColorName, potName } from "./show/pot-name";
export { referenceName } from "./show/reference-name";
export { cardsOf, type PageCard } from "./show/cards-of";
export { addedToBoard, newBoard, strokesOfBoard } from "./edits/board-edits";
export { runningTimes, type RunningTimes } from "./playing/running-times";
