import type { Change } from "../document/transaction";
import { fail, type Result } from "../errors/result";
import type { PlayCommand } from "../playing/commands";
import type { HeadKey } from "../rig/fixture";
import type { Who } from "../selection/who";
import type { Show } from "../show/show";

/** What a line is read with: the show, who types it, what they have selected, and what is on stage. */
export interface LineContext {
  readonly show: Show;
  readonly personId: string;
  readonly selection: Who;
  /** All parameters as they are on stage, 0..1, in the rig's order. */
  readonly values: ArrayLike<number>;
  readonly newId: () => string;
  /** The card at hand, which `go` alone is for; null or left out = none. */
  readonly cardId?: string | null;
}

/** What stands in a line's places, by their names. */
export type Words = Readonly<Record<string, string | undefined>>;

/** A sentence of the quick line: how it is written, an example from the demo, what it does, and how it is read. */
export interface LineAct {
  readonly form: string;
  readonly example: string;
  readonly what: string;
  readonly pattern: RegExp;
  read(words: Words, context: LineContext): Result<LineDoes>;
}

/** What a line comes to, before anything is done. */
export interface LineDoes {
  /** The line with its words in full: read again it comes to the same. */
  readonly line: string;
  /** What will be done, as a person would say it. */
  readonly says: string;
  /** Heads that are meant, for the stage to show. */
  readonly heads: readonly HeadKey[];
  readonly select?: Who;
  readonly changes?: readonly Change[];
  readonly play?: readonly PlayCommand[];
  readonly undo?: "undo" | "redo";
}

/** Why a line isn't understood, and the word at which. */
export function notRead<T>(word: string, why: string): Result<T> {
  return fail("line.unreadable", { word: word.trim().slice(0, 60) || "nothing", why });
}

/** The one thing that a word names: by its whole name, else by a beginning that no other has. A sentence where there is none, or several. */
export function named<T>(things: readonly T[], word: string, of: { name: (thing: T) => string; what: string }): Result<T> {
  const plain = word.trim().toLowerCase();
  const whole = things.find((thing) => of.name(thing).toLowerCase() === plain);
  if (whole) return { ok: true, value: whole };
  const begun = plain === "" ? [] : things.filter((thing) => of.name(thing).toLowerCase().startsWith(plain));
  if (begun.length === 1) return { ok: true, value: begun[0]! };
  if (begun.length === 0) return notRead(word, `there is no ${of.what} of this name`);
  return notRead(word, `it may be ${begun.slice(0, 3).map(of.name).join(" or ")}`);
}
