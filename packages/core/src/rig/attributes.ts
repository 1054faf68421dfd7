import type { AttributeInfo } from "./attribute-info";
import { ATTRIBUTE_PATTERNS, type AttributePattern } from "./attribute-patterns";

export { FAMILIES, type AttributeInfo, type Family } from "./attribute-info";

/** The name of an attribute: one of the GDTF attribute list with its number, or a maker's own. */
export type Attribute = string;

/** A head has this many at most. */
export const MOST_ATTRIBUTES = 64;

/** A name that an attribute can have: a capital letter, then letters, digits and underscores. */
export const ATTRIBUTE_NAME = /^[A-Z][A-Za-z0-9_]{0,63}$/;

export function isAttribute(name: string): name is Attribute {
  return ATTRIBUTE_NAME.test(name);
}

/** Whether it serves the lamp itself: lamp on and off, resets, modes. Any name that ends in Reset does. */
export function isService(name: Attribute): boolean {
  return attributeInfo(name).service === true || name.endsWith("Reset");
}

interface Known {
  readonly info: AttributeInfo;
  /** Its place in the order on screen: its pattern's, and within it its number's. */
  readonly place: number;
}

const PLACES_A_PATTERN = 1000;
const known = new Map<Attribute, Known>();
const MOST_KNOWN = 4096;

/** Description of an attribute by name, from the table of patterns. A name that nobody knows is its own label, of family Beam. */
export function attributeInfo(name: Attribute): AttributeInfo {
  return lookUp(name).info;
}

/** The order on screen; attributes that no pattern knows come last, by name. */
export function compareAttributes(one: Attribute, other: Attribute): number {
  return lookUp(one).place - lookUp(other).place || (one < other ? -1 : one > other ? 1 : 0);
}

function lookUp(name: Attribute): Known {
  let found = known.get(name);
  if (!found) {
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(name, (found = described(name)));
  }
  return found;
}

const PATTERNS = ATTRIBUTE_PATTERNS.map((pattern) => ({
  pattern,
  fits: new RegExp(`^${pattern.name.replace("{n}", "([1-9]\\d{0,2})").replace("{a}", "([AB])")}$`),
}));

function described(name: Attribute): Known {
  for (const [index, { pattern, fits }] of PATTERNS.entries()) {
    const match = fits.exec(name);
    if (!match) continue;
    const [, number = "1", side = ""] = match;
    const place = index * PLACES_A_PATTERN + Number(number) + (side === "B" ? 0.5 : 0);
    return { info: infoOf(pattern, { number, side }), place };
  }
  return { info: { label: name, family: "Beam", unit: "percent", usual: [0, 1] }, place: PATTERNS.length * PLACES_A_PATTERN };
}

/** "Gobo 2 turn", "Blade 3 B"; a first one says no number unless it has a side. */
function infoOf({ label, family, of }: AttributePattern, { number, side }: { number: string; side: string }): AttributeInfo {
  const [first, ...rest] = label.split(" ");
  const numbered = number === "1" && side === "" ? label : [first, number, side, ...rest].filter((word) => word !== "").join(" ");
  return { label: numbered, family, unit: "percent", usual: [0, 1], ...of };
}
