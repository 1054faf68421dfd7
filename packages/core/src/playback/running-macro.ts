import { fields, integerIn, listOf, mapOf, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import { whoSchema, type Who } from "../selection/who";
import type { Seconds } from "../units/units";

/** A macro that runs, or that has stopped by itself and says why. Kept through a restart, never undone. */
export interface RunningMacro extends MacroProgress {
  readonly id: string;
  readonly kind: "runningMacro";
  readonly version: number;
  readonly macroId: string;
  /** Whose rights and sketch it has: a person, or a device. */
  readonly personId: string;
  /** The list whose cue began it: it reaches no further than what that list may. */
  readonly listId?: string;
  readonly startSeconds: Seconds;
  /** When its next line is due; it counts only while it neither asks nor has stopped. */
  readonly dueSeconds: Seconds;
  /** The line that is done or waited at, as “Quiet house, line 2”. */
  readonly at: string;
  /** What its lines have selected. */
  readonly who: Who;
  /** A question that it waits at. */
  readonly asks?: { readonly name: string; readonly question: string };
  /** Why it has stopped before its end. */
  readonly stopped?: string;
}

/** How far a run is. */
export interface MacroProgress {
  /** The macros that are open, the innermost last, and the line of each that comes next, from 0. */
  readonly open: readonly { readonly macroId: string; readonly line: number }[];
  /** Lines done so far. */
  readonly steps: number;
  /** What was answered, by the names that lines use. */
  readonly answers: Readonly<Record<string, string>>;
}

/** There is one run of a macro at most: who starts it again begins it anew. */
export function runningIdOf(macroId: string): string {
  return `run.${macroId}`;
}

export function startOfMacro(macroId: string): MacroProgress {
  return { open: [{ macroId, line: 0 }], steps: 0, answers: {} };
}

/** Macros run inside each other so deep at most. */
export const DEEPEST_MACRO = 16;
export const LONGEST_ANSWER = 200;
const MOST_ANSWERS = 50;
const showTime = numberIn(0, 1e12);

export const runningMacroSchema: Schema<RunningMacro> = fields<RunningMacro>({
  id: textUpTo(68),
  kind: oneOf(["runningMacro"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  macroId: textUpTo(64),
  personId: textUpTo(64),
  listId: optional(textUpTo(64)),
  startSeconds: showTime,
  dueSeconds: showTime,
  at: textUpTo(120),
  who: whoSchema,
  open: listOf(fields<MacroProgress["open"][number]>({ macroId: textUpTo(64), line: integerIn(0, 1000) }), { max: DEEPEST_MACRO }),
  steps: integerIn(0, 10000),
  answers: mapOf(textUpTo(LONGEST_ANSWER), MOST_ANSWERS),
  asks: optional(fields<NonNullable<RunningMacro["asks"]>>({ name: textUpTo(40), question: textUpTo(200) })),
  stopped: optional(textUpTo(400)),
});
