import { fail, ok, type Result } from "../errors/result";
import type { HeadKey } from "../rig/fixture";
import type { Rig } from "../rig/rig";
import { MASKS_ARE, standingHeads, withMask, type StageHeads } from "./read-mask";
import { placedHeads, type Who, type WhoContext } from "./who";
import { cellsOf, headsNumbered, headsOfProfile, profileNamed } from "./find-heads";

/** What a name or number in a typed selection is looked up in. */
export interface NamedHeads extends WhoContext, StageHeads {
  readonly rig: Rig;
  readonly groups: readonly { readonly id: string; readonly name: string }[];
  /** What `sel` stands for. */
  readonly selection: Who;
}

/** Why a word isn't read that names nothing. */
export const NO_GROUP = "there is no group of this name";

/**
 * Reads a typed selection: `12`, `12.3`, `12.3..5`, `12.` for all of its cells, `1..28` or `1-28` (an end may be left open), names of groups and profiles, `all`, `sel`, `lit` and `parked`; `,` or `+` adds,
 * ` - ` between blanks takes away, but for `1 - 28` of two lamps. Masks (`read-mask.ts`) stand behind a term (`Rib spots/odd`; `/odd` alone is of `sel`), or after a blank behind all of it. A single group
 * stays a reference. The error names the word that it can't use.
 */
export function readWho(text: string, names: NamedHeads): Result<Who> {
  const { terms, masks } = splitTerms(text, names);
  if (terms.length === 0) return unreadable(text.trim() || "nothing", "write heads such as 101..108, or a group");
  let who: Who = { heads: [] };
  for (const { sign, word, masks: own } of terms) {
    const term = readTerm(word, names);
    if (!term.ok) return term;
    const read = withMasks(term.value, own, names);
    if (!read.ok) return read;
    if (terms.length === 1) who = read.value;
    else who = joined(who, read.value, { sign, names });
  }
  const whole = withMasks(who, masks, names);
  if (!whole.ok) return whole;
  return placedHeads(whole.value, names).length > 0 ? whole : unreadable(text.trim(), "no head of this rig is meant by it");
}

function withMasks(who: Who, words: readonly string[], names: NamedHeads): Result<Who> {
  let read = who;
  for (const word of words) {
    const through = withMask(read, word, names);
    if (!through) return unreadable(`/${word}`, MASKS_ARE);
    read = through;
  }
  return ok(read);
}

interface Term {
  readonly sign: "+" | "-";
  readonly word: string;
  readonly masks: readonly string[];
}

function splitTerms(text: string, names: NamedHeads): { terms: Term[]; masks: readonly string[] } {
  // A name may have anything in it: one that stands alone is taken as it is.
  if (groupNamed(text, names)) return { terms: [{ sign: "+", word: text.trim(), masks: [] }], masks: [] };
  // After a blank, masks are of all that stands before them.
  const masks: string[] = [];
  let list = text.trimEnd().replace(/\s+/g, " ");
  for (let at = list.lastIndexOf("/"); at > 0 && list[at - 1] === " " && !/[,+]/.test(list.slice(at)); at = list.lastIndexOf("/")) {
    masks.unshift(list.slice(at + 1).trim());
    list = list.slice(0, at - 1);
  }
  // A minus only takes away between blanks: names may have hyphens, and ranges are written with one.
  const words = list.split(/\s*([,+])\s*|\s+(-)\s+/).filter((word) => word !== undefined && word.trim() !== "");
  let sign: "+" | "-" = "+";
  const terms: Term[] = [];
  for (const part of words)
    if (part === "+" || part === "," || part === "-") sign = part === "-" ? "-" : "+";
    else {
      const [word = "", ...own] = part.split("/").map((piece) => piece.trim());
      terms.push({ sign, word, masks: own });
      sign = "+";
    }
  return { terms: withRanges(terms), masks: masks.filter((mask) => mask !== "") };
}

/** `101 - 108`: to take one lamp away from another one means nothing, so that all between them are meant. */
function withRanges(terms: readonly Term[]): Term[] {
  const plain = ({ word, masks }: Term): boolean => /^\d{1,5}$/.test(word) && masks.length === 0;
  return terms.flatMap((term, index): Term[] => {
    const [before, after] = [terms[index - 1], terms[index + 1]];
    const to = (from: Term | undefined, until: Term | undefined): boolean =>
      from?.sign === "+" && until?.sign === "-" && plain(from) && /^\d{1,5}$/.test(until.word) && from.word !== until.word;
    if (to(before, term)) return [];
    return to(term, after) ? [{ ...after!, sign: "+", word: `${term.word}..${after!.word}` }] : [term];
  });
}

function groupNamed(word: string, { groups }: NamedHeads): { readonly id: string } | undefined {
  let named = namedIn.get(groups);
  // Of several of one name the first is meant.
  if (!named) namedIn.set(groups, (named = new Map(groups.map((group) => [group.name.toLowerCase(), group] as const).reverse())));
  return named.get(word.trim().toLowerCase());
}

/** Groups by name, kept for as long as the list is the same one: a line asks for each word of it. */
const namedIn = new WeakMap<NamedHeads["groups"], ReadonlyMap<string, NamedHeads["groups"][number]>>();

/** Numbers of fixtures have five digits at most. */
const HIGHEST_NUMBER = 99999;

function readTerm(word: string, names: NamedHeads): Result<Who> {
  // Masks alone are of what is selected.
  if (word.toLowerCase() === "sel" || word === "") return ok(names.selection);
  const group = groupNamed(word, names);
  if (group) return ok({ groupIds: [group.id] });
  const profile = profileNamed(names.rig, word);
  if (profile) return ok({ heads: headsOfProfile(names.rig, profile.id) });
  const standing = standingHeads(word, names);
  if (standing) return standing.length > 0 ? ok({ heads: standing }) : unreadable(word, `no head is ${word.toLowerCase()} now`);
  if (word.toLowerCase() === "all") return ok({ heads: headsNumbered(names.rig, 0, HIGHEST_NUMBER) });
  const range = /^(\d{1,5})?\s*(?:\.\.|-|–)\s*(\d{1,5})?$/.exec(word);
  const cell = /^(\d{1,5})(?:\.(\d{1,3})?)?$/.exec(word);
  const cells = /^(\d{1,5})\.(\d{1,3})(?:\.\.|-|–)(?:\1\.)?(\d{1,3})$/.exec(word);
  let heads: HeadKey[];
  if (cells) heads = cellsBetween(cellsOf(names.rig, Number(cells[1])), Number(cells[2]), Number(cells[3]));
  else if (range && (range[1] !== undefined || range[2] !== undefined))
    heads = headsNumbered(names.rig, Number(range[1] ?? 0), Number(range[2] ?? HIGHEST_NUMBER));
  else if (cell)
    heads = !word.includes(".")
      ? headsNumbered(names.rig, Number(cell[1]), Number(cell[1]))
      : cellsOf(names.rig, Number(cell[1])).filter((key) => cell[2] === undefined || key.endsWith(`.${cell[2]}`));
  else return unreadable(word, NO_GROUP);
  return heads.length > 0 ? ok({ heads }) : unreadable(word, "no head of this rig has this number");
}

/** Of a fixture's cells those from one to another, both included. */
function cellsBetween(cells: readonly HeadKey[], from: number, to: number): HeadKey[] {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const numberOf = (key: HeadKey): number => Number(key.slice(key.lastIndexOf(".") + 1));
  return cells.filter((key) => numberOf(key) >= low && numberOf(key) <= high);
}

function joined(first: Who, second: Who, { sign, names }: { sign: "+" | "-"; names: NamedHeads }): Who {
  const [before, more] = [first, second].map((who) => placedHeads(who, names).map(({ key }) => key)) as [HeadKey[], HeadKey[]];
  const gone = new Set(more);
  return { heads: sign === "+" ? [...new Set([...before, ...more])] : before.filter((head) => !gone.has(head)) };
}

function unreadable(word: string, why: string): ReturnType<typeof fail> {
  return fail("selection.unreadable", { word, why });
}
