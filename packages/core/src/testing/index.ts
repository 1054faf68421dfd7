export { EngineOnBench } from "./engine-on-bench";
export { circleMotion, moving, waveMotion } from "./motions";
export { ReferenceEngine } from "./reference-engine";
export { fixture, listWithCard, part, showOf, smallShow, strokeOn, TEST_PROFILES } from "./small-show";
