import { fail, ok, type Json, type Result } from "@vexa/core";

/** What a stranger's message may be at the most, before anybody looks at what it says. */
export interface PlainLimits {
  readonly depth: number;
  /** Values of all kinds, names included. */
  readonly values: number;
  /** Characters of all texts together. */
  readonly characters: number;
}

export const MESSAGE_LIMITS: PlainLimits = { depth: 24, values: 400_000, characters: 4_000_000 };

/** Names that lead to what objects inherit. */
const INHERITED = new Set(["__proto__", "constructor", "prototype"]);
/** Beyond this, numbers aren't exact any more; nothing here is that large. */
const LARGEST_NUMBER = Number.MAX_SAFE_INTEGER;

/**
 * A copy of a stranger's message as plain JSON: own fields only, of objects without a prototype, within limits. Nothing of the message is
 * called or asked beyond its fields, and nothing is thrown, however deep it is.
 */
export function plainValue(message: unknown, limits: PlainLimits = MESSAGE_LIMITS): Result<Json> {
  const left = { values: limits.values, characters: limits.characters };
  const copied = copy(message, limits.depth, left);
  return typeof copied === "object" && copied !== null && copied instanceof Refusal
    ? fail("request.malformed", { why: copied.why })
    : ok(copied as Json);
}

class Refusal {
  readonly why: string;
  constructor(why: string) {
    this.why = why;
  }
}

/** Never deeper than `depth`, so that the recursion is bounded. */
function copy(value: unknown, depth: number, left: { values: number; characters: number }): unknown {
  if (--left.values < 0) return new Refusal("it holds too many values");
  switch (typeof value) {
    case "string":
      return flawOfText(value, left) ?? value;
    case "number":
      if (!Number.isFinite(value) || Math.abs(value) > LARGEST_NUMBER) return new Refusal("a number in it is too large");
      return value;
    case "boolean":
      return value;
    case "undefined":
      return null;
    case "object":
      break;
    default:
      return new Refusal("it isn't JSON");
  }
  if (value === null) return null;
  if (depth <= 0) return new Refusal("it is nested too deeply");
  if (Array.isArray(value)) {
    const list: unknown[] = [];
    for (const entry of value as unknown[]) {
      const inner = copy(entry, depth - 1, left);
      if (inner instanceof Refusal) return inner;
      list.push(inner);
    }
    return list;
  }
  const prototype: unknown = Object.getPrototypeOf(value);
  if (prototype !== Object.prototype && prototype !== null) return new Refusal("it isn't JSON");
  const plain = Object.create(null) as Record<string, unknown>;
  for (const name of Object.keys(value)) {
    if (INHERITED.has(name)) return new Refusal(`nothing may be called ${name}`);
    const flaw = flawOfText(name, left);
    if (flaw) return flaw;
    const field = (value as Record<string, unknown>)[name];
    if (field === undefined) continue;
    const inner = copy(field, depth - 1, left);
    if (inner instanceof Refusal) return inner;
    plain[name] = inner;
  }
  return plain;
}

function flawOfText(text: string, left: { characters: number }): Refusal | null {
  left.characters -= text.length;
  if (left.characters < 0) return new Refusal("its texts are too long");
  if (text.includes("\0")) return new Refusal("a text in it holds the character NUL");
  return /\p{Surrogate}/u.test(text) ? new Refusal("a text in it holds half a character") : null;
}
