const NTH: Readonly<Record<string, number>> = { other: 2, second: 2, third: 3, fourth: 4, fifth: 5 };
const COUNTS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
};
/** How people say masks of one word; the grammar's word for each. */
const WORDS: Readonly<Record<string, string>> = {
  odd: "odd",
  odds: "odd",
  even: "even",
  evens: "even",
  pairs: "pairs",
  lit: "lit",
  parked: "parked",
};
/** The same of words with which names may begin, too: masks before `of` alone, or where no name has them. */
const WEAK: Readonly<Record<string, string>> = {
  ends: "ends",
  outer: "ends",
  middle: "middle",
  inner: "middle",
  checker: "checker",
  chequered: "checker",
  checkered: "checker",
};

/** A mask as the grammar has it behind its stroke, and how many words it takes. */
export interface SpelledMask {
  readonly mask: string;
  readonly count: number;
  /** A name that has this word is rather meant. */
  readonly weak?: true;
}

/** The mask with which words begin, as people say it: `odd`, `/runs 4`, `every third`, `first 4`, `left half`, `lit`; null = none. */
export function spelledMask([word = "", second = ""]: readonly string[]): SpelledMask | null {
  const [plain, next] = [word.replace(/^\//, "").toLowerCase(), second.toLowerCase()];
  if (Object.hasOwn(WORDS, plain)) return { mask: WORDS[plain]!, count: 1 };
  if (plain === "every") {
    const nth = NTH[next] ?? /^(\d{1,4}(?:\.\d{1,4})?)(?:st|nd|rd|th)?$/.exec(next)?.[1];
    return nth === undefined ? null : { mask: String(nth), count: 2 };
  }
  if (plain === "runs" && /^\d/.test(next)) return { mask: `runs ${next}`, count: 2 };
  if (/^(?:first|second|last|left|right|near|far|front|back)$/.test(plain) && next === "half") return { mask: halfOf(plain), count: 2 };
  if (plain === "first" || plain === "last") {
    const many = COUNTS[next] ?? /^\d{1,5}$/.exec(next)?.[0];
    return many === undefined ? { mask: plain, count: 1, weak: true } : { mask: `${plain} ${many}`, count: 2 };
  }
  if (Object.hasOwn(WEAK, plain)) return { mask: WEAK[plain]!, count: 1, ...(next === "of" ? {} : { weak: true }) };
  return word.startsWith("/") && plain !== "" ? { mask: plain, count: 1 } : null;
}

function halfOf(word: string): string {
  if (word === "front") return "near";
  if (word === "back") return "far";
  return /^(?:first|second|last)$/.test(word) ? `${word} half` : word;
}
