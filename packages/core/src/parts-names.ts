/** The public names of comparing shows and taking parts of them. */
export { compareShows, type ShowDifference } from "./questions/compare-shows";
export { partsBroughtBack } from "./edits/bring-back-parts";
export { lampMatches, type LampMatch } from "./edits/matched-lamps";
export { lampsOfParts, PART_KINDS, takeParts, type PartsTaken, type PartsWanted } from "./edits/take-parts";
export { recordName } from "./show/record-name";
export { KEPT_BEFORE, riskOf, type KeptBefore } from "./questions/risk-of";
export type { ChangedBy } from "./protocol/messages";
export { clockDue, type WallTime } from "./playing/clock-due";
export { clockText, dayTimeText, readDayTime } from "./cue/clock-time";
export { WEEKDAYS, type ClockTrigger } from "./cue/cue";
export { readLine } from "./line/read-line";
export { completeLine, type Completion } from "./line/complete-line";
export { LINE_ACTS, type LineAct } from "./line/line-acts";
export type { LineContext, LineDoes } from "./line/line";
export { namedThings, thingsNamed, type FoundLeads, type FoundThing } from "./questions/find-anything";
export { parkedAsNow, parkedLines, type ParkedLine } from "./questions/parked-heads";
export { LINE_PARTS } from "./line/line-parts";
