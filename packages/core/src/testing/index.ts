export { crowdedShow, CROWD_GROUPS } from "./crowded-show";
export { EngineOnBench } from "./engine-on-bench";
export { circleMotion, moving, waveMotion } from "./motions";
export { pick, randomStroke, randomTimes, withEmitters, type Random } from "./random-content";
export { ODD_LAMP, oddLamp } from "./odd-lamp";
export { ReferenceEngine } from "./reference-engine";
export { sameOctets } from "./same-octets";
export { fixture, listWithCard, part, showOf, smallShow, strokeOn, TEST_PROFILES } from "./small-show";
