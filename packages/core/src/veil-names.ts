export { PATTERNS, patternAt, patternCycles, type PatternKind } from "./motion/patterns";
export {
  amountOf,
  dotsOf,
  MOST_DOTS,
  MOST_FILM_DOTS,
  MOST_FRAMES,
  MOST_PICTURE_COLUMNS,
  MOST_PICTURE_ROWS,
  PICTURE_PARTS,
  type Dot,
  type Picture,
  type PicturePart,
} from "./motion/picture";
export { filmFrame } from "./motion/film";
export { keptDots, paintedOctets } from "./motion/clearness";
export { pictureSeen, PICTURE_RUNS, type PictureRun } from "./motion/veil";
export {
  brightAt,
  edgeOfVeil,
  MOST_BLUR,
  VEIL_EDGES,
  VEIL_NAMES,
  VEIL_PLANES,
  veilAt,
  veilFormulaFlaw,
  withVeilEdge,
  type Veil,
  type VeilEdge,
  type VeilPlane,
} from "./motion/veil";
export { HOW_IT_MEETS, howItMeets, meetingSo, sizeEnds, type HowItMeets } from "./motion/how-it-meets";
export { fanVeils, VEIL_SETTINGS, veilsOf, type SketchedVeil, type VeilSetting, type VeilSettingName } from "./edits/fan-veils";
export { LONGEST_FORMULA } from "./formula/formula";
export { WAVE_NAMES, waveFormulaFlaw } from "./motion/saved-wave";
export type { VeilMotion } from "./motion/motion";
