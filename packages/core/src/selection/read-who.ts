import { fail, ok, type Result } from "../errors/result";
import type { HeadKey } from "../rig/fixture";
import type { Rig } from "../rig/rig";
import type { Mask } from "./mask";
import { placedHeads, type Who, type WhoContext } from "./who";
import { headsNumbered } from "./find-heads";

/** What a name or number in a typed selection is looked up in. */
export interface NamedHeads extends WhoContext {
  readonly rig: Rig;
  readonly groups: readonly { readonly id: string; readonly name: string }[];
  /** What `sel` stands for. */
  readonly selection: Who;
}

/**
 * Reads a typed selection: `12`, `12.3`, `1..28`, group names and `sel`, joined by `+` and `-`, with masks behind:
 * `/odd`, `/even`, `/3` (every third), `/3.2` (every third from the second), `/pairs`, `/runs 4`. A single group stays a
 * reference. The error names the word that it can't use.
 */
export function readWho(text: string, names: NamedHeads): Result<Who> {
  const [list = "", ...maskWords] = text.split("/");
  const terms = splitTerms(list);
  if (terms.length === 0) return unreadable(text.trim() || "nothing", "write heads such as 101..108, or a group");
  let who: Who = { heads: [] };
  for (const { sign, word } of terms) {
    const read = readTerm(word, names);
    if (!read.ok) return read;
    if (terms.length === 1) who = read.value;
    else who = joined(who, read.value, { sign, names });
  }
  for (const word of maskWords) {
    const mask = readMask(word.trim());
    if (!mask) return unreadable(`/${word.trim()}`, "masks are /odd, /even, /3, /3.2, /pairs and /runs 4");
    who = who.mask ? { heads: placedHeads(who, names).map(({ key }) => key), mask } : { ...who, mask };
  }
  return placedHeads(who, names).length > 0 ? ok(who) : unreadable(text.trim(), "no head of this rig is meant by it");
}

function splitTerms(list: string): { sign: "+" | "-"; word: string }[] {
  // A minus only takes away between blanks or before a number: names may have hyphens.
  const words = list.split(/\s*(\+)\s*|\s+(-)\s+/).filter((word) => word !== undefined && word !== "");
  let sign: "+" | "-" = "+";
  const terms: { sign: "+" | "-"; word: string }[] = [];
  for (const word of words)
    if (word === "+" || word === "-") sign = word;
    else if (word.trim() !== "") {
      terms.push({ sign, word: word.trim() });
      sign = "+";
    }
  return terms;
}

function readTerm(word: string, names: NamedHeads): Result<Who> {
  if (word.toLowerCase() === "sel") return ok(names.selection);
  const group = names.groups.find(({ name }) => name.toLowerCase() === word.toLowerCase());
  if (group) return ok({ groupIds: [group.id] });
  const range = /^(\d{1,5})\s*\.\.\s*(\d{1,5})$/.exec(word);
  const cell = /^(\d{1,5})(?:\.(\d{1,3}))?$/.exec(word);
  let heads: HeadKey[];
  if (range) heads = headsNumbered(names.rig, Number(range[1]), Number(range[2]));
  else if (cell)
    heads = headsNumbered(names.rig, Number(cell[1]), Number(cell[1])).filter(
      (key) => cell[2] === undefined || key.endsWith(`.${cell[2]}`),
    );
  else return unreadable(word, "there is no group of this name");
  return heads.length > 0 ? ok({ heads }) : unreadable(word, "no head of this rig has this number");
}

function joined(first: Who, second: Who, { sign, names }: { sign: "+" | "-"; names: NamedHeads }): Who {
  const [before, more] = [first, second].map((who) => placedHeads(who, names).map(({ key }) => key)) as [HeadKey[], HeadKey[]];
  const gone = new Set(more);
  return { heads: sign === "+" ? [...new Set([...before, ...more])] : before.filter((head) => !gone.has(head)) };
}

function readMask(word: string): Mask | null {
  const plain = { odd: { n: 2, at: 1 }, even: { n: 2, at: 2 } }[word.toLowerCase()];
  if (plain) return { type: "every", ...plain };
  if (word.toLowerCase() === "pairs") return { type: "pairs", at: 1 };
  const runs = /^runs\s+(\d{1,4})(?:\.(\d{1,4}))?$/i.exec(word);
  if (runs) return counted("runs", Number(runs[1]), Number(runs[2] ?? 1));
  const every = /^(\d{1,4})(?:\.(\d{1,4}))?$/.exec(word);
  return every ? counted("every", Number(every[1]), Number(every[2] ?? 1)) : null;
}

function counted(type: "runs" | "every", n: number, at: number): Mask | null {
  return n >= 1 && at >= 1 && (type === "runs" || at <= n) ? { type, n, at } : null;
}

function unreadable(word: string, why: string): ReturnType<typeof fail> {
  return fail("selection.unreadable", { word, why });
}
