import { ok, type Result } from "../errors/result";
import { selectionName } from "../questions/selection-name";
import { counted } from "../units/counted";
import { notRead, type LineContext, type LineDoes } from "./line";
import { LINE_ACTS } from "./line-acts";
import { readParts } from "./line-parts";
import { whoMeant, type Meant } from "./line-who";

const LONGEST = 1000;

/**
 * Reads a quick line: heads alone are selected; behind a colon stands what they do; an act stands behind what it happens to. Nothing is done
 * by reading. Errors name the word that isn't understood.
 */
export function readLine(text: string, context: LineContext): Result<LineDoes> {
  const plain = text.trim().replace(/\s+/g, " ");
  if (plain === "") return notRead("", "write heads and what they do, such as 101..108: dim 80");
  if (plain.length > LONGEST) return notRead(plain.slice(0, 20), `a line has at most ${LONGEST} letters`);
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
  return `${selectionName(show, who)} (${counted(heads.length, "head")})`;
}
