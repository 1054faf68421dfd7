import type { Change } from "../document/transaction";
import type { Result } from "../errors/result";
import { COMMANDS, type PlayCommand } from "./commands";
import { macroChanges, type MacroCommand } from "./play-macros";
import { boardChanges, type BoardCommand } from "./play-board";
import { cardChanges, type CardCommand } from "./play-cards";
import { masterChanges, type MasterCommand } from "./play-masters";
import { stageChanges, type StageCommand } from "./play-stage";
import type { Played } from "./played";
import { targetChanges, type TargetCommand } from "./play-targets";
import { timeChanges, type TimeCommand } from "./play-time";
import type { Show } from "../show/show";

/** The changes that a command comes to at time t. An empty list means that it had nothing to do. */
export function playChanges(show: Show, command: PlayCommand, played: Played): Result<Change[]> {
  const { t, personId, hand } = played;
  const by = { t, personId };
  switch (COMMANDS[command.type].of) {
    case "card":
      return cardChanges(show, command as CardCommand, by);
    case "time line":
      return timeChanges(show, command as TimeCommand, by);
    case "stage":
      return stageChanges(show, command as StageCommand, played);
    case "board":
      return boardChanges(show, command as BoardCommand, by);
    case "macro":
      return macroChanges(show, command as MacroCommand, by);
    case "target":
      return targetChanges(show, command as TargetCommand, by);
    case "master":
      return masterChanges(show, command as MasterCommand, t, hand);
  }
}
