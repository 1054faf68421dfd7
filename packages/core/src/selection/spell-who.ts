import { fail, ok, type Result } from "../errors/result";
import { profilesOf } from "./find-heads";
import { NO_GROUP, type NamedHeads } from "./read-who";
import { spelledMask } from "./spell-mask";

/** Between what is selected; a comma and a plus are the grammar's own. */
const AND = /^(?:,|\+|;|&|and|plus)$/i;
const PLUS = /^(?:\+|plus)$/i;
const WITHOUT = /^(?:-|–|minus|without|except|excluding|not)$/i;
const TO = /^(?:-|–|\.\.|…|to|through|thru)$/i;
/** Said by many, and nothing by itself. */
const FILLERS = /^(?:of|the|but|head|heads|that|is|are|lamp|lamps|fixture|fixtures|number|no\.?|group)$/i;
const ALL = /^(?:all|everything|everybody|\*)$/i;
const SELECTED = /^(?:sel|selected|selection|these)$/i;
const NUMBER = /^#?(\d{1,5}(?:\.\d{0,3})?)$/;
const CELLS = /^\d{1,5}\.\d{1,3}(?:\.\.|-|–)(?:\d{1,5}\.)?\d{1,3}$/;
const RANGE = /^#?(\d{1,5})?(?:\.\.|…|-|–)(\d{1,5})?$/;
/** Names have so many words at most. */
const MOST_WORDS = 8;
const LONGEST = 500;

/** The names of groups and profiles. */
interface Names {
  readonly rig: NamedHeads["rig"];
  /** By their letters without blanks between them. */
  readonly byLetters: ReadonlyMap<string, string>;
  readonly begun: readonly { readonly name: string; readonly as: string }[];
}

interface Term {
  readonly sign: "," | "-";
  readonly word: string;
  masks: string[];
}

/**
 * A selection in the grammar's own words that is typed as people say it: `101 to 108 and 201`, `odd Rib spots`, `every third of washes without
 * 101`, `first 4 of Floor washes`, `lit Rib spots`, a name by a beginning or a word that no other has. Nothing that the grammar reads comes here. The error names the word that nothing is known of.
 */
export function spelledWho(text: string, names: NamedHeads): Result<string> {
  const words = text.length > LONGEST ? [] : wordsOf(text);
  const all = namesIn(names);
  if (words.length === 0) return unknown(text.slice(0, 60), NO_GROUP);
  const terms: Term[] = [];
  let masks: string[] = [];
  let sign: Term["sign"] = ",";
  // "Without this and that" is without both; behind a minus, what is added is added.
  let lasting: Term["sign"] = ",";
  /** Another one was begun behind the last. */
  let begun = true;
  const add = (word: string): void => {
    terms.push({ sign, word, masks });
    [masks, sign, begun] = [[], lasting, false];
  };
  /** "Lit" with nothing behind it is all that is lit. */
  const standAlone = (): void => {
    const standing = begun ? masks.find((mask) => mask === "lit" || mask === "parked") : undefined;
    if (standing === undefined) return;
    masks = masks.filter((mask) => mask !== standing);
    add(standing);
  };
  for (let at = 0; at < words.length;) {
    const rest = words.slice(at);
    const [word = ""] = rest;
    const found = termAt(rest, all);
    if (found) {
      if ("error" in found) return found.error;
      add(found.word);
      at += found.count;
      continue;
    }
    const mask = spelledMask(rest);
    if (mask) {
      // Behind what it is of, or before it where nothing stands yet to which it could belong.
      if (!begun) terms.at(-1)!.masks.push(mask.mask);
      else masks.push(mask.mask);
      at += mask.count;
      continue;
    }
    if (!FILLERS.test(word)) {
      standAlone();
      begun = true;
    }
    if (WITHOUT.test(word)) {
      sign = "-";
      lasting = /[a-z]/i.test(word) ? "-" : ",";
    } else if (PLUS.test(word)) sign = lasting = ",";
    else if (!AND.test(word) && !FILLERS.test(word)) return unknown(word, NO_GROUP);
    at += 1;
  }
  standAlone();
  // "Without the first 4" is without those of what it is taken from.
  if (masks.length > 0 && sign === "-" && terms.length > 0) {
    masks = [...terms[0]!.masks, ...masks];
    add(terms[0]!.word);
  }
  // Masks alone are of what is selected.
  if (terms.length === 0) return masks.length > 0 ? ok(masks.map((mask) => `/${mask}`).join("")) : unknown(text, NO_GROUP);
  if (masks.length > 0 || terms[0]!.sign === "-") return unknown(text, "write who, such as 101..108 or a group");
  return ok(terms.map(written).join("").trim());
}

function written({ sign, word, masks }: Term, index: number): string {
  const own = `${word}${masks.map((mask) => `/${mask}`).join("")}`;
  return index === 0 ? own : sign === "-" ? ` - ${own}` : `, ${own}`;
}

function wordsOf(text: string): string[] {
  return text
    .replace(/["'“”‘’„]/g, " ")
    .replace(/[,;+&]|\//g, (sign) => (sign === "/" ? " /" : ` ${sign} `))
    .split(/\s+/)
    .filter((word) => word !== "");
}

type Found = { readonly word: string; readonly count: number } | { readonly error: Result<string> };

/** What stands at the beginning of some words: heads by number, a name, all, or the selection; null = none of these. */
function termAt(words: readonly string[], all: Names): Found | null {
  const [word = "", second = "", third = ""] = words;
  const exact = wholeName(words, all);
  if (exact) return exact;
  const [from, to] = [NUMBER.exec(word)?.[1], NUMBER.exec(third)?.[1]];
  if (from !== undefined && to !== undefined && TO.test(second)) return { word: `${from}..${to}`, count: 3 };
  if (from !== undefined) return { word: from, count: 1 };
  if (CELLS.test(word)) return { word, count: 1 };
  const range = RANGE.exec(word);
  if (range && (range[1] ?? range[2]) !== undefined) return { word: `${range[1] ?? ""}..${range[2] ?? ""}`, count: 1 };
  if (ALL.test(word)) return { word: "all", count: 1 };
  if (SELECTED.test(word)) return { word: "sel", count: 1 };
  const mask = spelledMask(words);
  if (AND.test(word) || WITHOUT.test(word) || FILLERS.test(word) || (mask && !mask.weak)) return null;
  return begunName(words, all, (name, said) => name.startsWith(said)) ?? begunName(words, all, (name, said) => name.includes(` ${said}`));
}

/** The longest name with which some words begin. */
function wholeName(words: readonly string[], { byLetters }: Names): Found | null {
  let found: Found | null = null;
  let letters = "";
  for (let count = 1; count <= Math.min(words.length, MOST_WORDS); count++) {
    const more = together(words[count - 1]!).replaceAll(" ", "");
    letters += more;
    // A minus may stand within a name, and ends none.
    const name = more === "" ? undefined : byLetters.get(letters);
    if (name !== undefined) found = { word: name, count };
  }
  return found;
}

/** The one name that as many words as possible begin; several that it may be are an error. */
function begunName(words: readonly string[], { begun }: Names, isBegun: (name: string, said: string) => boolean): Found | null {
  let [meant, count] = [begun, 0];
  for (let said = ""; count < Math.min(words.length, MOST_WORDS); count++) {
    said = together(`${said} ${words[count]!}`);
    const fewer = together(words[count]!) === "" ? [] : meant.filter(({ as }) => isBegun(as, said));
    if (fewer.length === 0) break;
    meant = fewer;
  }
  if (count === 0) return null;
  if (meant.length === 1) return { word: meant[0]!.name, count };
  const offered = meant.slice(0, 3).map(({ name }) => name);
  return { error: unknown(words.slice(0, count).join(" "), `it may be ${offered.join(" or ")}`) };
}

// Rigs and lists of groups never change in place.
const known = new WeakMap<NamedHeads["groups"], Names>();

function namesIn({ groups, rig }: NamedHeads): Names {
  const before = known.get(groups);
  if (before?.rig === rig) return before;
  const begun = [...groups.map(({ name }) => name), ...profilesOf(rig).map(({ model }) => model)].map((name) => ({
    name,
    as: together(name),
  }));
  // Of several of one name the first is meant.
  const byLetters = new Map(begun.map(({ name, as }) => [as.replaceAll(" ", ""), name] as const).reverse());
  const names = { rig, begun, byLetters };
  known.set(groups, names);
  return names;
}

/** Capitals, hyphens and how many blanks there are make no other name. */
function together(text: string): string {
  return text
    .toLowerCase()
    .replace(/[\s-]+/g, " ")
    .trim();
}

function unknown(word: string, why: string): Result<string> {
  return fail("selection.unreadable", { word: word.trim() || "nothing", why });
}
