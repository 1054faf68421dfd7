import { ok, type Result } from "../errors/result";
import { selectionName } from "../questions/selection-name";
import { NO_GROUP } from "../selection/read-who";
import { counted } from "../units/counted";
import { notRead, type LineContext, type LineDoes } from "./line";
import { LINE_ACTS } from "./line-acts";
import { isAttributeOf } from "./line-attributes";
import { PART_WORDS, readParts } from "./line-parts";
import { whoMeant, whoSaid, type Meant } from "./line-who";
import { otherWays, type Way } from "./other-ways";

const LONGEST = 1000;
const NAMES_NOTHING = /^there is no .+ of this name$/;

/**
 * Reads a quick line: heads alone are selected; behind a colon stands what they do; an act stands behind what it happens to. What isn't
 * written so is read as it may be meant. Nothing is done by reading. Errors name the word that isn't understood.
 */
export function readLine(text: string, context: LineContext): Result<LineDoes> {
  const plain = text.trim().replace(/\s+/g, " ");
  if (plain === "") return notRead("", "write heads and what they do, such as 101..108: dim 80");
  if (plain.length > LONGEST) return notRead(plain.slice(0, 20), `a line has at most ${LONGEST} letters`);
  const strict = readStrictly(plain, context);
  if (strict.ok) return strict;
  let act: Result<LineDoes> | null = null;
  const ways = otherWays(plain);
  for (const way of ways) {
    const read = "line" in way ? readStrictly(way.line, context) : readSet(way.who, way.parts, context);
    if (read.ok) return read;
    if (act === null && "line" in way && LINE_ACTS.some(({ pattern }) => pattern.test(way.line))) act = read;
  }
  const said = NAMES_NOTHING.test(String(strict.error.details["why"])) ? whoeverIsSaid(plain, ways, context) : null;
  return said ?? whyNot(plain, { strict, act }, context);
}

/** Of lines about heads those in which they aren't written as the grammar has them; null = none. */
function whoeverIsSaid(plain: string, ways: readonly Way[], context: LineContext): Result<LineDoes> | null {
  const colon = plain.indexOf(":");
  const sides = colon < 0 ? [] : [{ who: plain.slice(0, colon).trim(), parts: plain.slice(colon + 1).trim() }];
  // Words of which nothing is known, whatever stands behind them.
  const unknown = new Set<string>();
  for (const way of [...sides, ...ways]) {
    if (!("who" in way) || way.who === "" || way.who.split(" ").some((word) => unknown.has(word))) continue;
    const said = whoSaid(way.who, context);
    const word = said.ok ? null : String(said.error.details["word"]);
    if (word !== null && !said.ok && said.error.details["why"] === NO_GROUP && !way.who.endsWith(word)) unknown.add(word);
    // What is written as the grammar has it was tried.
    if (!said.ok || said.value.text === way.who) continue;
    const read = readSet(said.value.text, way.parts, context);
    if (read.ok) return read;
  }
  const alone = colon < 0 ? whoSaid(plain, context) : null;
  return alone?.ok ? readStrictly(alone.value.text, context) : null;
}

const FORMS = "write heads and what they do, such as Rib spots: dim 80, or a thing and what happens to it, such as Night bloom go";

/** Of a line that begins neither with heads nor with a thing, what keeps it from being parts for the selection, or the act that it may be. */
function whyNot(
  plain: string,
  { strict, act }: { strict: Result<LineDoes>; act: Result<LineDoes> | null },
  context: LineContext,
): Result<LineDoes> {
  if (strict.ok || plain.includes(":") || strict.error.details["why"] !== NO_GROUP) return strict;
  const [first = ""] = plain.split(" ");
  if (!PART_WORDS.test(first) && !isAttributeOf(context.show.rig, first))
    return act ?? notRead(plain, `there is nothing of this name: ${FORMS}`);
  return whoMeant("sel", context).ok
    ? readSet("", plain, context)
    : notRead(plain, "nobody is selected: write who before it, such as Rib spots: dim 80");
}

function readStrictly(plain: string, context: LineContext): Result<LineDoes> {
  for (const act of LINE_ACTS) {
    const match = act.pattern.exec(plain);
    if (match) return act.read({ ...match.groups }, context);
  }
  const colon = plain.indexOf(":");
  if (colon >= 0) return readSet(plain.slice(0, colon).trim(), plain.slice(colon + 1).trim(), context);
  const who = whoMeant(plain, context);
  if (!who.ok) return who;
  const { heads } = who.value;
  return ok({ line: plain, says: `selects ${nameOf(who.value, context)}`, heads, select: who.value.who });
}

function readSet(whoText: string, partsText: string, context: LineContext): Result<LineDoes> {
  const whom = whoText === "" ? "sel" : whoText;
  const meant = whoMeant(whom, context);
  if (!meant.ok) return meant;
  const { who, heads } = meant.value;
  const parts = readParts(partsText, { context, who, heads });
  if (!parts.ok) return parts;
  const { line, says, changes } = parts.value;
  return ok({ line: `${whom}: ${line}`, says: `${nameOf(meant.value, context)}: ${says}`, heads, select: who, changes });
}

function nameOf({ who, heads }: Meant, { show }: LineContext): string {
  const [name, count] = [selectionName(show, who), counted(heads.length, "head")];
  return name === count ? name : `${name} (${count})`;
}
