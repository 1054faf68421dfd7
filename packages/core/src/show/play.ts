import type { Change } from "../document/transaction";
import type { Result } from "../errors/result";
import type { Seconds } from "../units/units";
import { cardChanges, type CardCommand } from "./play-cards";
import { masterChanges, type MasterCommand } from "./play-masters";
import { stageChanges, type StageCommand } from "./play-stage";
import { timeChanges, type TimeCommand } from "./play-time";
import type { Show } from "./show";

/** What people do while playing. Each becomes changes of session records through `playChanges`. */
export type PlayCommand = CardCommand | MasterCommand | StageCommand | TimeCommand;

/** The changes that a command comes to at time t. An empty list means that it had nothing to do. */
export function playChanges(show: Show, command: PlayCommand, by: { t: Seconds; personId: string }): Result<Change[]> {
  if ("playbackId" in command) return cardChanges(show, command, by);
  if ("listId" in command || command.type === "timecode") return timeChanges(show, command, by);
  return isOfStage(command) ? stageChanges(show, command, by) : masterChanges(show, command, by.t);
}

const OF_STAGE: ReadonlySet<string> = new Set([
  "grand-master",
  "blackout",
  "sweep",
  "group-level",
  "park",
  "unpark",
  "curtain-drop",
  "curtain-hand",
  "curtain-raise",
] satisfies StageCommand["type"][]);

function isOfStage(command: PlayCommand): command is StageCommand {
  return OF_STAGE.has(command.type);
}
