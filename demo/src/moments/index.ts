export { differences, type Difference } from "./asked-for";
export { MOMENTS, playMoments } from "./play-moments";
export { readRecording, type Recording } from "./recording";
