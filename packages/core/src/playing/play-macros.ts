import { fieldChanges } from "../document/field-changes";
import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { runningIdOf, startOfMacro, type RunningMacro } from "../playback/running-macro";
import type { Who } from "../selection/who";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** What people do with macros. */
export type MacroCommand =
  /** From its first line, also when it runs already. `who`: what is selected as it begins; `listId`: the list whose cue begins it. */
  | { readonly type: "macro"; readonly macroId: string; readonly who?: Who; readonly listId?: string }
  /** It ends where it is, and what it says about having stopped is read. */
  | { readonly type: "macro-stop"; readonly macroId: string }
  /** What it asked; the question tells an answer that comes late from one to the next. */
  | { readonly type: "macro-answer"; readonly macroId: string; readonly name: string; readonly text: string };

interface By {
  readonly t: Seconds;
  readonly personId: string;
}

export function macroChanges(show: Show, command: MacroCommand, { t, personId }: By): Result<Change[]> {
  const macro = show.get("macro", command.macroId);
  const present = show.get("runningMacro", runningIdOf(command.macroId));
  switch (command.type) {
    case "macro": {
      if (!macro) return fail("record.unknown", { what: "macro" });
      if (command.listId !== undefined && !show.get("cueList", command.listId)) return fail("record.unknown", { what: "cue list" });
      const record: RunningMacro = {
        ...startOfMacro(macro.id),
        id: runningIdOf(macro.id),
        kind: "runningMacro",
        version: 1,
        macroId: macro.id,
        personId,
        ...(command.listId === undefined ? {} : { listId: command.listId }),
        startSeconds: t,
        dueSeconds: t,
        at: macro.name,
        who: command.who ?? { heads: [] },
      };
      return ok(present ? fieldChanges(present, record) : [{ op: "add", record }]);
    }
    case "macro-stop":
      return ok(present ? [{ op: "remove", record: present }] : []);
    case "macro-answer": {
      // Answered already, by another window, or begun anew: that one counts.
      if (!present || present.asks?.name !== command.name) return ok([]);
      const { asks: _, ...going } = present;
      const answers = { ...present.answers, [command.name]: command.text };
      const after: RunningMacro = { ...going, answers, dueSeconds: t };
      return ok(fieldChanges(present, after));
    }
  }
}

/** The macros that cues begin which these changes have just started. */
export function macrosOfCues(show: Show, cueIds: readonly string[]): { readonly macroId: string; readonly listId: string }[] {
  return cueIds.flatMap((id) => {
    const cue = show.get("cue", id);
    return cue?.macroId === undefined ? [] : [{ macroId: cue.macroId, listId: cue.listId }];
  });
}
