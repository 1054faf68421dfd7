/** The public names of what goes out and comes in by the network. */
export { HeardUniverse, LOST_AFTER_SECONDS, type HeardPacket } from "./engine/heard-universe";
export { Crossing, leftBehind, type LeftBehind } from "./engine/crossing";
export { lampSlots, type LampSlots } from "./engine/lamp-slots";
export { INPUT_FIELDS, inputText, newInput, typedInput, type InputField } from "./edits/input-edits";
export { INPUT_WAYS, type HeardSource, type InputLine, type InputWay } from "./playback/input";
export type { InputHealth, OtherSender, OutputHealth, OutputNode } from "./protocol/messages";
export { OUTPUT_PROTOCOLS, OUTPUT_RATES, staysHere, TO_GROUPS, type OutputLine, type OutputProtocol } from "./playback/output";
export { newOutput, OUTPUT_FIELDS, outputText, protocolChanges, switchedOutput, typedOutput, type OutputField } from "./edits/output-edits";
export { nodeGaps, type NodeGaps } from "./questions/node-gaps";
export { sentBeside } from "./questions/sent-beside";
export { numberRanges } from "./units/number-ranges";
export { sendsToGroups } from "./playback/output";
