import type { Change } from "../document/transaction";
import type { Result } from "../errors/result";
import type { Seconds } from "../units/units";
import { cardChanges, type CardCommand } from "./play-cards";
import { masterChanges, type MasterCommand } from "./play-masters";
import { timeChanges, type TimeCommand } from "./play-time";
import type { Show } from "./show";

/** What people do while playing. Each becomes changes of session records through `playChanges`. */
export type PlayCommand = CardCommand | MasterCommand | TimeCommand;

/** The changes that a command comes to at time t. An empty list means that it had nothing to do. */
export function playChanges(show: Show, command: PlayCommand, by: { t: Seconds; personId: string }): Result<Change[]> {
  if ("playbackId" in command) return cardChanges(show, command, by);
  return "listId" in command || command.type === "timecode" ? timeChanges(show, command, by) : masterChanges(show, command, by.t);
}
