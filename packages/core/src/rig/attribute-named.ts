import { ATTRIBUTE_PATTERNS } from "./attribute-patterns";
import { attributeInfo, isAttribute, type Attribute } from "./attributes";

const byLabel = new Map(ATTRIBUTE_PATTERNS.map(({ name, label }) => [label.toLowerCase(), name]));
const NUMBERED = /^(.*?)\s*\b(\d{1,3})(?:\s*([ab]))?\b\s*(.*)$/i;

/**
 * The attribute that somebody means: by its name in the GDTF list, or by its label with a number in it ("gobo 2 turn", "blade 3 a"). Null for
 * whole colours and points, which no channel has, and for what is neither.
 */
export function attributeNamed(text: string): Attribute | null {
  const plain = text.trim();
  const listed = ATTRIBUTE_PATTERNS.find(({ name }) => fitsName(name, plain));
  const found = listed ? canonical(listed.name, plain) : labelled(plain.toLowerCase());
  return found === "Color" || found === "Position" ? null : found;
}

function fitsName(pattern: string, text: string): boolean {
  return new RegExp(`^${pattern.replace("{n}", "[1-9]\\d{0,2}").replace("{a}", "[AB]")}$`, "i").test(text);
}

/** The pattern's own spelling with the text's number. */
function canonical(pattern: string, text: string): Attribute {
  const [before = ""] = pattern.split("{n}");
  const number = pattern.includes("{n}") ? /^\d+/.exec(text.slice(before.length))![0] : "";
  const side = pattern.includes("{a}") ? text.slice(-1).toUpperCase() : "";
  return pattern.replace("{n}", number).replace("{a}", side);
}

function labelled(text: string): Attribute | null {
  const plain = byLabel.get(text);
  if (plain !== undefined) return plain.replace("{n}", "1").replace("{a}", "A");
  const [, before = "", number = "", side, after = ""] = NUMBERED.exec(text) ?? [];
  const pattern = number === "" ? undefined : byLabel.get(`${before} ${after}`.trim());
  if (!pattern?.includes("{n}")) return null;
  const name = pattern.replace("{n}", String(Number(number))).replace("{a}", (side ?? "a").toUpperCase());
  return isAttribute(name) ? name : null;
}

/** What a list of suggestions offers: labels of all attributes that channels have, those with numbers for their first. */
export function attributeSuggestions(): readonly { readonly name: Attribute; readonly label: string }[] {
  return ATTRIBUTE_PATTERNS.filter(({ name }) => name !== "Color" && name !== "Position").map(({ name }) => {
    const first = name.replace("{n}", "1").replace("{a}", "A");
    return { name: first, label: attributeInfo(first).label };
  });
}
