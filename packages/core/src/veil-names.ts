export { PATTERNS, patternAt, patternCycles, type PatternKind } from "./motion/patterns";
export {
  averageIn,
  brightnessOf,
  dotsOf,
  MOST_DOTS,
  MOST_PICTURE_COLUMNS,
  MOST_PICTURE_ROWS,
  type Dot,
  type Picture,
} from "./motion/picture";
export { pictureAt, PICTURE_RUNS, veilDotAt, type PictureRun } from "./motion/veil";
export { brightAt, MOST_BLUR, VEIL_NAMES, VEIL_PLANES, veilAt, veilFormulaFlaw, type Veil, type VeilPlane } from "./motion/veil";
export { LONGEST_FORMULA } from "./formula/formula";
export { WAVE_NAMES, waveFormulaFlaw } from "./motion/saved-wave";
export type { VeilMotion } from "./motion/motion";
