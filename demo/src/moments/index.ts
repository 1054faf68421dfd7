export { MOMENTS, playMoments } from "./play-moments";
export { readRecording, type Recording } from "./recording";
