/** Heads and what they do, as on both sides of a colon, or a line as it stands. */
export type Way = { readonly who: string; readonly parts: string } | { readonly line: string };

/** Acts that are written behind what they happen to. */
const ACTS = /^(let go|go|back|pause|continue|tap|hold|run|resync|park|unpark|highlight|curtain down) (.+)$/i;

/** Said in other words by many. */
const PHRASES: readonly (readonly [RegExp, string])[] = [
  [/^own times$/i, "pace off"],
  [/^clear$/i, "wipe"],
  [/^release$/i, "let go"],
  [/^release (?:all|everything)$/i, "let go all"],
  [/^next$/i, "go"],
  [/^select (.+)$/i, "$1"],
  [/^release (.+)$/i, "$1 let go"],
  [/^(.+) (?:release|off)$/i, "$1 let go"],
  [/^pace (\S+?) ?(?:s|sec|seconds)$/i, "pace $1"],
  [/^blackout on$/i, "blackout"],
  [/^highlight on$/i, "highlight"],
  [/^(park|unpark)$/i, "sel $1"],
  [/^record (?:a |cue )?(?:(\d+(?:\.\d{1,3})?) )?in (.+?)( as .+)?$/i, "keep in $2 $1$3"],
  [/^record (?:a |preset |as )?(.+)$/i, "keep as $1"],
];
const MASK = /^([^/]+) (odd|even|pairs)$/i;

/** Names and what stands behind them are told apart within so many words. */
const MOST_WORDS = 8;

/**
 * How a line may be meant that isn't written as the grammar has it: the act before the thing, no colon, "full". The likeliest first; whichever
 * is understood is said in full before anything is done.
 */
export function otherWays(plain: string): Way[] {
  const texts = [...new Set([plain, spelt(plain)])];
  return texts.flatMap((text) => [
    ...(text === plain ? [] : [{ line: text }]),
    ...phrases(text).map((line) => ({ line })),
    ...(text.includes(":") ? aroundColon(text) : withoutColon(text)),
  ]);
}

/** "full" and "@" as the grammar has them, and commas before times and shapes. */
function spelt(text: string): string {
  return text
    .replace(/ ?@ ?/g, " at ")
    .replace(/,? (fade|delay|shape) /gi, ", $1 ")
    .replace(/^(.*\d%?) in (\S+)$/i, "$1, fade $2")
    .replace(/\bfull(?=,|$)/gi, "100")
    .replace(/\bzero(?=,|$)/gi, "0");
}

function phrases(text: string): string[] {
  return PHRASES.flatMap(([pattern, meant]) => (pattern.test(text) ? [text.replace(pattern, meant).replace(/\s+/g, " ").trim()] : []));
}

function aroundColon(text: string): Way[] {
  const colon = text.indexOf(":");
  return masked(text.slice(0, colon).trim(), text.slice(colon + 1).trim());
}

/** "Rib spots odd" as "Rib spots/odd". */
function masked(who: string, parts: string): Way[] {
  return MASK.test(who) ? [{ who: who.replace(MASK, "$1/$2"), parts }] : [];
}

/** An act before its thing, heads at a level, parts for the selection, and heads with their parts behind them. */
function withoutColon(text: string): Way[] {
  const [, act = "", rest = ""] = ACTS.exec(text) ?? [];
  // A name is as long as may be.
  const acts = act === "" ? [] : [[rest, ""] as const, ...splits(rest)].map(([name, more]) => ({ line: `${name} ${act} ${more}`.trim() }));
  const [, who = "", level = ""] = /^(.+) at (.+)$/i.exec(text) ?? [];
  const [, name = "", bare = ""] = /^(.+) (\d+%?)$/.exec(text) ?? [];
  const [, dark = ""] = /^(.+) (?:off|out)$/i.exec(text) ?? [];
  return [
    ...acts,
    ...(who === "" ? [] : [{ who, parts: `dim ${level}` }]),
    ...(dark === "" ? [] : [{ who: dark, parts: "dim 0" }]),
    { who: "", parts: text },
    ...splits(text).flatMap(([heads, parts]): Way[] => [{ who: heads, parts }, ...masked(heads, parts)]),
    ...(bare === "" ? [] : [{ line: `${name} at ${bare}` }, { who: name, parts: `dim ${bare}` }]),
  ];
}

/** A text in two, first the longest of the first part. */
function splits(text: string): [string, string][] {
  const words = text.split(" ");
  const most = Math.min(words.length - 1, MOST_WORDS);
  return Array.from({ length: most }, (_, at) => [words.slice(0, most - at).join(" "), words.slice(most - at).join(" ")]);
}
